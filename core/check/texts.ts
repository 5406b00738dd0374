import type { Facts, Finding } from './finding'

export interface FindingText {
  /** What is wrong, one sentence. */
  what: string
  /** Why a player or host would mind. */
  why: string
  /** What the button that fixes it says; empty where nothing can be computed. */
  fix: string
}

const n = (facts: Facts, key: string): number => Number(facts[key] ?? 0)
const s = (facts: Facts, key: string): string => String(facts[key] ?? '')

/** The one table that turns facts into sentences; editor, arcade and reports share it. */
const TEXTS: Record<string, (f: Facts) => FindingText> = {
  'still-template': (f) => ({
    what: `${s(f, 'name')} is still the template’s`,
    why: 'Players see a placeholder where they expect something of yours.',
    fix: '',
  }),
  'opaque-box': (f) => ({
    what: `A ${n(f, 'white') === 1 ? 'white' : 'coloured'} box is drawn around ${s(f, 'name')}`,
    why: 'The picture has no see-through parts, so players see a card, and are touched by the card.',
    fix: 'Cut it out',
  }),
  'picture-too-large': (f) => ({
    what: `${s(f, 'name')} is ${n(f, 'height')} px tall and shown with at most ${n(f, 'shown')}`,
    why: `It takes ${n(f, 'megabytes').toFixed(1)} MB of memory on every phone for pixels nobody can see.`,
    fix: 'Make it smaller',
  }),
  'hit-shape-far': (f) => ({
    what: `The hit shape of ${s(f, 'name')} is ${n(f, 'percent')} % of its drawing (template ${n(f, 'template')} %)`,
    why: n(f, 'larger') === 1 ? 'Players are touched by thin air.' : 'Things go through it without a touch.',
    fix: 'Fit it to the drawing',
  }),
  'sound-missing': (f) => ({
    what: n(f, 'broken') === 1 ? `${s(f, 'name')} cannot be played` : `${s(f, 'name')} is silent all through`,
    why: 'Players hear nothing there. If that is what you want, choose “no sound here on purpose”.',
    fix: '',
  }),
  'sound-clipped': (f) => ({
    what: `${s(f, 'name')} is clipped in ${n(f, 'perThousand')} of 1000 samples`,
    why: 'The loudest moments are cut off, which crackles. A quieter recording helps; a lower volume does not.',
    fix: '',
  }),
  'sound-late': (f) => ({
    what: `${s(f, 'name')} starts ${n(f, 'headMs')} ms late`,
    why: 'Players feel the touch before they hear it.',
    fix: 'Trim the start',
  }),
  'words-empty': (f) => ({
    what: `${s(f, 'name')} says nothing`,
    why: 'Players meet an empty place on the screen.',
    fix: '',
  }),
  'words-overflow': (f) => ({
    what: `${s(f, 'name')} is ${n(f, 'over')} % too long for its place`,
    why:
      n(f, 'canShrink') === 1
        ? 'The words run out of their box at play size.'
        : 'The words run out of their box even with the smallest letters: shorten them.',
    fix: n(f, 'canShrink') === 1 ? 'Use smaller letters' : '',
  }),
  'goal-unreachable': (f) => ({
    what: `The goal of ${n(f, 'goal')} cannot be reached: ${n(f, 'reachable')} is the most there is`,
    why: `Nobody could ever win. ${s(f, 'because')}`,
    fix: n(f, 'reachable') > 0 ? 'Set a goal that can be won' : '',
  }),
  'cast-idle': (f) => ({
    what: s(f, 'role') === 'good' ? `${s(f, 'name')} brings no points` : `${s(f, 'name')} does no harm`,
    why: 'Players soon learn to ignore it.',
    fix: '',
  }),
  title: (f) => ({
    what:
      {
        missing: 'The game has no title yet',
        long: `The title has ${s(f, 'detail')} letters; the arcade shows 40`,
        stuffed: `The title looks stuffed: ${s(f, 'detail')}`,
      }[s(f, 'problem')] ?? 'The title needs a look',
    why: 'People find, remember and pass on a game by its name.',
    fix: '',
  }),
  'short-missing': () => ({
    what: 'The one line under the title is missing',
    why: 'It is what people read before they press play.',
    fix: '',
  }),
  'description-short': (f) => ({
    what:
      {
        missing: 'There is no description',
        short: `The description has ${n(f, 'letters')} letters of at least ${n(f, 'least')}`,
        repeats: 'The description says only the title again',
      }[s(f, 'problem')] ?? 'The description needs a look',
    why: 'The arcade sends back games that do not say what they are.',
    fix: '',
  }),
  'letters-missing': (f) => ({
    what: `The lettering has no ${s(f, 'letters')}, which ${s(f, 'name')} uses`,
    why: 'Letters of another kind stand in for them, or gaps do.',
    fix: '',
  }),
  'words-untranslated': (f) => ({
    what: `${n(f, 'count')} ${n(f, 'count') === 1 ? 'text is' : 'texts are'} not in ${s(f, 'language')} yet, ${s(f, 'first')} first`,
    why: 'Players of that language see the first language there.',
    fix: '',
  }),
  'sound-loudness': (f) => ({
    what: `${s(f, 'name')} is ${Math.abs(n(f, 'off'))} dB ${n(f, 'off') > 0 ? 'louder' : 'softer'} than its place among the sounds`,
    why:
      n(f, 'off') > 0
        ? 'Players turn everything down because of one sound.'
        : 'Nobody hears it over the others, so it tells nobody anything.',
    fix: 'Level it',
  }),
  'loop-click': (f) => ({
    what: `${s(f, 'name')} clicks where it goes round`,
    why: 'A click every few seconds is what people remember of the music.',
    fix: 'Close the loop',
  }),
  'sound-heavy': (f) => ({
    what: `${s(f, 'name')} takes ${n(f, 'kilobytes')} kB, more than twice what it needs`,
    why: 'Everybody waits for it before the game starts.',
    fix: 'Pack it smaller',
  }),
  'sound-long': (f) => ({
    what: `${s(f, 'name')} runs for ${n(f, 'seconds')} seconds`,
    why: 'It still sounds when it is fired again. Cut it, or let the music step back if somebody speaks.',
    fix: '',
  }),
  'how-to-missing': () => ({
    what: 'The label does not say how to play',
    why: 'People who do not find out in five seconds leave.',
    fix: '',
  }),
  'tags-count': (f) => ({
    what:
      s(f, 'twice') !== ''
        ? `The tag “${s(f, 'twice')}” is there twice`
        : `There ${n(f, 'count') === 1 ? 'is 1 tag' : `are ${n(f, 'count')} tags`}; three to six work best`,
    why: 'Tags are how people who do not know the title find the game.',
    fix: '',
  }),
  cover: (f) => ({
    what:
      {
        missing: 'There is no cover',
        blank: 'The cover shows nothing',
        unlike: `Only ${n(f, 'percent')} % of the cover’s colours are in the game`,
      }[s(f, 'problem')] ?? 'The cover needs a look',
    why: 'The cover must show the game. Take it from play on the label.',
    fix: '',
  }),
  'source-unknown': (f) => ({
    what: `${s(f, 'name')} (${s(f, 'file')}): ${s(f, 'missing')} not known`,
    why: 'Work of others needs a credit; your own deserves one.',
    fix: '',
  }),
  'location-in-photo': (f) => ({
    what:
      n(f, 'located') === 1
        ? `${s(f, 'name')} tells where the photo was taken`
        : `${s(f, 'name')} names the camera: ${s(f, 'device')}`,
    why:
      n(f, 'located') === 1
        ? 'Everybody who plays could read the place from the file.'
        : 'Everybody who plays could read it from the file.',
    fix: 'Take the tags out',
  }),
  'asset-missing': (f) => ({
    what: `The file of ${s(f, 'name')} is not in the pack`,
    why: 'The game would not start. Swap in the file again.',
    fix: '',
  }),
  'too-heavy': (f) => ({
    what:
      s(f, 'what') === 'memory'
        ? `The game needs ${n(f, 'megabytes').toFixed(0)} MB of memory`
        : `The game is ${n(f, 'megabytes').toFixed(1)} MB to download`,
    why: `${s(f, 'heaviest')} weighs most. ${s(f, 'what') === 'memory' ? 'Small phones close the page' : 'People on phones wait'} over ${n(f, 'budget').toFixed(0)} MB.`,
    fix: '',
  }),
  'contents-differ': (f) => ({
    what: `${s(f, 'file')} is not what the parcel’s own list says`,
    why: 'Somebody or something changed the parcel after it was built. Build and send it again.',
    fix: '',
  }),
  'title-taken': (f) => ({
    what: `Another game is already called “${s(f, 'title')}”`,
    why: 'Public games need names people can tell apart.',
    fix: '',
  }),
}

export function textOf(finding: Pick<Finding, 'rule' | 'facts'>): FindingText {
  const text = TEXTS[finding.rule]
  if (text === undefined) throw new Error(`The rule "${finding.rule}" has no text.`)
  return text(finding.facts)
}

/** "3 things to fix before this can be posted". */
export function verdict(findings: readonly Finding[]): string {
  const must = findings.filter((finding) => finding.severity === 'must').length
  if (must === 0) return 'Nothing stands in the way of posting'
  return `${must} ${must === 1 ? 'thing' : 'things'} to fix before this can be posted`
}

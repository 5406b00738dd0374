/** A table: what every rule says, one entry a rule, so that all of it can be read in one place. */
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
/** As a sentence begins. */
const first = (text: string): string => text.replace(/^./, (letter) => letter.toUpperCase())
/** Where it is, in a game of more than one level. */
const inLevel = (facts: Facts): string => (s(facts, 'level') === '' ? '' : ` in “${s(facts, 'level')}”`)

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
  'whole-sheet': (f) => ({
    what: `${s(f, 'name')} is a whole sheet: it looks like ${n(f, 'count')} pictures of ${n(f, 'w')} × ${n(f, 'h')} px`,
    why: `Players would see all of them at once.${n(f, 'crossed') > 0 ? ` ${n(f, 'crossed')} lines of the cut cross a drawing: look at it first.` : ''}`,
    fix: `Cut it into ${n(f, 'count')}`,
  }),
  'enclosed-left': (f) => ({
    what: `${s(f, 'name')} still encloses ${n(f, 'pieces')} ${n(f, 'pieces') === 1 ? 'piece' : 'pieces'} of its backdrop`,
    why: 'Between an arm and a body players see the old card. Eyes of the same colour are pieces too: look first.',
    fix: 'Take them out',
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
    what: s(f, 'aim')
      ? `${s(f, 'aim').replace(/^./, (first) => first.toUpperCase())} cannot be reached${inLevel(f)}`
      : `The goal of ${n(f, 'goal')} cannot be reached${inLevel(f)}: ${n(f, 'reachable')} is the most there is`,
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
        odd: `The title has odd letters: ${s(f, 'detail')}`,
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
        template: 'The description is the template’s own line',
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
        shape: `The cover is ${s(f, 'size')} px; lists show 16 : 10 and cut the rest off`,
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
  'picture-empty': (f) => ({
    what: `Nothing is drawn on ${s(f, 'name')}`,
    why: 'The thing is there, and nobody can see it.',
    fix: '',
  }),
  'fringe-left': (f) => ({
    what: `A pale line is left around ${s(f, 'name')}, on ${n(f, 'percent')} % of its edge`,
    why: 'In front of a dark backdrop it shines like a halo.',
    fix: 'Take it off',
  }),
  'frames-differ': (f) => ({
    what: `The frames of ${s(f, 'name')} have ${n(f, 'count')} sizes, such as ${s(f, 'first')} and ${s(f, 'second')} px`,
    why: 'Each is drawn to the same height, so the figure jumps in size.',
    fix: 'Put them on one canvas',
  }),
  jitter: (f) => ({
    what: `${s(f, 'name')} slides by ${n(f, 'percent')} % of its height while it stands`,
    why: 'It looks as if the ground was moving under its feet.',
    fix: 'Line the frames up',
  }),
  'pivot-off': (f) => ({
    what: `The pivot of ${s(f, 'name')} is ${n(f, 'percent')} % off where the template has it`,
    why: n(f, 'below') === 1 ? 'It floats over its place.' : 'It sinks into the ground, or stands beside its place.',
    fix: 'Put it where the template has it',
  }),
  'picture-small': (f) => ({
    what: `${s(f, 'name')} has ${n(f, 'height')} px of height and is shown with up to ${n(f, 'shown')}`,
    why: 'On a large screen it looks soft. A larger drawing, if you have one, is sharper.',
    fix: '',
  }),
  'pixels-smoothed': (f) => ({
    what: `${s(f, 'name')} is pixel art, ${n(f, 'height')} px tall, and is blurred when shown`,
    why: 'Every pixel was put there on purpose; smoothing takes that away.',
    fix: 'Keep its pixels crisp',
  }),
  'strip-uneven': (f) => ({
    what: `The strip of ${s(f, 'name')} is ${n(f, 'size')} px ${n(f, 'wide') === 1 ? 'wide' : 'tall'}, which ${n(f, 'cells')} cells do not share evenly`,
    why: 'Each frame begins a little off, so the drawing creeps.',
    fix: '',
  }),
  'clip-missing': (f) => ({
    what: `${s(f, 'name')} has no “${s(f, 'clip')}” clip, which the game asks for`,
    why: 'In that moment players would see nothing of it.',
    fix: 'Let the first clip stand in',
  }),
  'hard-to-see': (f) => ({
    what: `${s(f, 'name')} is hard to tell from the backdrop (contrast ${n(f, 'contrast')})`,
    why: 'What players cannot see they can neither catch nor dodge. Dim the backdrop or recolour the thing.',
    fix: '',
  }),
  'backdrop-moving': (f) => ({
    what: `${s(f, 'name')} changes by ${n(f, 'percent')} % a second`,
    why: 'The eye follows what moves most, and that is not the game here.',
    fix: 'Slow it down',
  }),
  'required-missing': (f) => ({
    what: `The game cannot run: ${s(f, 'name')} is empty`,
    why: s(f, 'say') || 'Fill it in, and the game runs.',
    fix: '',
  }),
  'look-dear': (f) => ({
    what:
      n(f, 'games') === 0
        ? `${s(f, 'name')} costs ${n(f, 'price')} points, and nobody collects any`
        : `${s(f, 'name')} costs ${n(f, 'price')} points: ${n(f, 'games')} games of an average player`,
    why: `A game brings ${n(f, 'points')} points. Nobody will ever wear it; ask less, or give more points in play.`,
    fix: '',
  }),
  'look-unfair': (f) => ({
    what: `${s(f, 'name')} has ${n(f, 'percent')} % of the hero’s body`,
    why:
      n(f, 'percent') < 100
        ? 'Whoever wears it is hardly ever hit, so their scores are of another game.'
        : 'Whoever wears it is hit more often, so it is a punishment to wear it.',
    fix: 'Make it as large as the hero',
  }),
  'never-met': (f) => ({
    what: `${s(f, 'name')} never comes into play`,
    why: `${s(f, 'because')} Make it smaller, or turn the dials until it comes.`,
    fix: '',
  }),
  'deck-rows': (f) => {
    const [name, called, count, row] = [s(f, 'name'), s(f, 'called'), n(f, 'count'), n(f, 'row')]
    const rows = count === 1 ? '1 row is' : `${count} rows are`
    switch (s(f, 'problem')) {
      case 'none':
        return {
          what: `${name} has no row that can be played`,
          why: 'Without one there is no game: write rows, or paste a list.',
          fix: '',
        }
      case 'short':
        return {
          what: `${n(f, 'asked')} ${called} are wanted of ${name}, and ${n(f, 'whole')} are there`,
          why: 'The game is played with those there are. Write more, or ask for fewer.',
          fix: '',
        }
      case 'half':
        return {
          what: `${rows} half empty in ${name}, first row ${row}`,
          why: 'A row without all it needs is left out of the game.',
          fix: '',
        }
      default:
        return {
          what: `${rows} there twice in ${name}, first row ${row}`,
          why: 'Two that are the same cannot be told apart, and only one of them counts as the other’s.',
          fix: '',
        }
    }
  },
  'hero-fitted': (f) => ({
    what: `${s(f, 'name')} counts as smaller than it is drawn`,
    why: `${s(f, 'because')} So the game is the same for everybody, and what sticks out is only seen.`,
    fix: '',
  }),
  'seen-beside': (f) => ({
    what: `${n(f, 'percent')} % of ${s(f, 'name')} sticks out from under ${s(f, 'behind')}`,
    why: 'While its cover stands it is not drawn at all, but it is seen to come and go when the cover is lifted and set down.',
    fix: 'Hide it',
  }),
  'way-rings': (f) => ({
    what: first(s(f, 'ring').replace(/\.$/, '') || 'spaces send each other round'),
    why: `Nobody gets out of it by themselves: after a dozen hops the turn is simply over. Change what one of them does.`,
    fix: '',
  }),
  'way-close': (f) => ({
    what: `${first(s(f, 'one') || 'a space')} and ${s(f, 'other')} lie on one another${n(f, 'more') > 0 ? `, and ${n(f, 'more')} more so` : ''}`,
    why: 'Neither can be read or touched, and nobody sees where the way goes.',
    fix: 'Even it out',
  }),
  'cards-unread': (f) =>
    n(f, 'row') === 0
      ? {
          what: `${first(s(f, 'space'))} has a card drawn, and there is none`,
          why: 'Nothing happens there. Write some cards, or let the space do something else.',
          fix: '',
        }
      : {
          what: `Card ${n(f, 'row')} does “${s(f, 'said')}”, which cannot be read`,
          why: 'It does nothing then. Write +3, -2, to 14, miss or again; leave it empty for a card that is only read out.',
          fix: '',
        },
  'too-fast': (f) => ({
    what: `${s(f, 'what')} goes ${n(f, 'degrees')} degrees a second across the eye${inLevel(f)}`,
    why: `Eyes follow smoothly up to some ${n(f, 'most')} (Meyer, Lasker and Robinson 1985), on a screen 30 cm wide at 60 cm. Beyond that it is a guess, however well one looks.`,
    fix: '',
  }),
  'strip-seam': (f) => ({
    what: `The sides of ${s(f, 'name')} do not meet: a step of ${n(f, 'percent')} % where it begins anew`,
    why: 'It is laid beside itself without an end, so the same line goes by again and again.',
    fix: 'Close the seam',
  }),
  flashes: (f) => ({
    what: `${s(f, 'name')} flashes ${n(f, 'rate')} times a second; three is the most`,
    why: 'Flashes can cause seizures. No host lists a game that flashes faster.',
    fix: 'Slow it down',
  }),
  'picture-heavy': (f) => ({
    what: `A file of ${s(f, 'name')} has ${n(f, 'kilobytes')} kB; its pixels need ${n(f, 'needs')}`,
    why: 'Everybody waits for bytes that show nothing.',
    fix: 'Pack it smaller',
  }),
  'tags-in-sound': (f) => ({
    what: `The file of ${s(f, 'name')} says “${s(f, 'told')}” inside`,
    why: 'Everybody who plays could read it. The credit is kept apart from the file.',
    fix: 'Take the tags out',
  }),
  'words-faint': (f) => ({
    what: `${s(f, 'name')} has a contrast of ${n(f, 'contrast')} to what is behind it; ${n(f, 'least')} is the least`,
    why: 'In sunlight, or with tired eyes, it cannot be read.',
    fix: 'Draw a line around the letters',
  }),
  'personal-data': (f) => ({
    what: `${s(f, 'name')} tells ${({ 'e-mail': 'an e-mail address', phone: 'a phone number', address: 'an address', name: 'a full name' } as Record<string, string>)[s(f, 'kind')] ?? 'something private'}: ${s(f, 'text')}`,
    why: 'Every stranger who plays could use it. Say it with a made-up name, or leave it out.',
    fix: '',
  }),
  'dial-outside': (f) => ({
    what: `${s(f, 'name')} is at ${n(f, 'value')}; it goes from ${n(f, 'min')} to ${n(f, 'max')}`,
    why: 'Nobody has tried the game with that.',
    fix: 'Set it to the nearest that goes',
  }),
  'cast-empty': (f) => ({
    what: n(f, 'entries') === 0 ? `There is nothing in ${s(f, 'name')}` : `Nothing of ${s(f, 'name')} ever comes`,
    why: 'The game starts, and nothing happens.',
    fix: '',
  }),
  'dry-run': (f) => ({
    what:
      {
        nobody: `In a dry run ${n(f, 'wins')} of ${n(f, 'games')} simulated games were won${inLevel(f)}`,
        everybody: `In a dry run all but ${n(f, 'games') - n(f, 'wins')} of ${n(f, 'games')} simulated games were won${inLevel(f)}`,
        short: `Half of all simulated games are over after ${n(f, 'seconds')} seconds${inLevel(f)}`,
        long: `Half of all simulated games last longer than ${n(f, 'seconds')} seconds${inLevel(f)}`,
      }[s(f, 'problem')] ?? 'The dry run is out of the ordinary',
    why:
      {
        nobody: 'Not even experts can do it, so people give up.',
        everybody: 'Even a first try wins, so nobody plays twice.',
        short: 'It is over before it was understood.',
        long: 'Most people have gone by then.',
      }[s(f, 'problem')] ?? 'Have a look at its charts.',
    fix: '',
  }),
  'devices-unserved': (f) => ({
    what: `The label claims ${s(f, 'device')}, which the controls do not serve`,
    why: 'People would come with it and find that nothing happens.',
    fix: 'Claim only what works',
  }),
  'alt-missing': (f) => ({
    what: `${n(f, 'count')} ${n(f, 'count') === 1 ? 'picture of the label has' : 'pictures of the label have'} no words`,
    why: 'People who cannot see them learn nothing from them.',
    fix: '',
  }),
  'age-unanswered': (f) => ({
    what: `${n(f, 'count')} ${n(f, 'count') === 1 ? 'question of the age guide is' : 'questions of the age guide are'} open: ${s(f, 'first')}`,
    why: 'Without answers no host can say whom the game is for.',
    fix: 'Answer as the parts suggest',
  }),
  'age-denies': (f) => ({
    what: `The age guide says less than the parts do: ${s(f, 'because')}`,
    why: `“${s(f, 'ask')}” is answered too mildly for that. Answer as it is, or say why it does not count.`,
    fix: 'Answer as the parts say',
  }),
  'email-unexplained': (f) => ({
    what: `E-mail addresses are asked for, and it is not said ${s(f, 'missing')}`,
    why: 'Nobody should leave an address without knowing that.',
    fix: '',
  }),
  'email-young': (f) => ({
    what: `E-mail addresses are asked for in a game for ${s(f, 'band')}`,
    why: 'Children must not be asked for one.',
    fix: 'Ask for none',
  }),
  'asks-unused': (f) => ({
    what: `The game asks for a ${s(f, 'asks')} and has no use for it`,
    why: 'People refuse, or wonder who listens.',
    fix: 'Ask for none',
  }),
  'framing-empty': () => ({
    what: 'Only named sites may show the game, and none is named',
    why: 'The embed code would show an empty box everywhere.',
    fix: '',
  }),
  'licence-no-changes': (f) => ({
    what: `${s(f, 'file') || s(f, 'name')} was changed, and its licence ${s(f, 'licence')} forbids that`,
    why: 'Use it as it came, or something else.',
    fix: '',
  }),
  'copy-terms': (f) => ({
    what:
      {
        unknown: `“${s(f, 'terms')}” are no terms that are known by name (SPDX)`,
        'no-changes': `${s(f, 'file')} may not be changed (${s(f, 'licence')}), so nobody can make their own from this`,
        'no-commerce': `${s(f, 'file')} may not earn money (${s(f, 'licence')}), which ${s(f, 'terms')} would allow`,
        'needs-credit': `${s(f, 'file')} needs its maker named (${s(f, 'licence')}), which ${s(f, 'terms')} does not ask for`,
        'all-mine': `${s(f, 'file')} belongs to somebody who gave no licence for copies`,
      }[s(f, 'clash')] ?? 'The copy terms do not fit what is inside',
    why: 'You can hand on only what you were given to hand on.',
    fix: 'Offer what can be offered',
  }),
  'share-alike': (f) => ({
    what: `${s(f, 'file')} must be shared as ${s(f, 'licence')}, and copies are offered as ${s(f, 'terms')}`,
    why: 'Its maker shared it on the condition that it stays that way.',
    fix: 'Offer what can be offered',
  }),
  'little-changed': (f) => ({
    what: `${n(f, 'own')} of ${n(f, 'all')} parts and ${n(f, 'percent')} % of the screen differ from ${s(f, 'from')}`,
    why: 'Players have seen that game already. Swap what they look at most: the hero, the backdrop.',
    fix: '',
  }),
  'terms-unknown': (f) => ({
    what: `Nothing says on what terms ${s(f, 'name')} may be changed and shown`,
    why: 'Whoever made it decides that. Look for its licence, or ask; then say what it is, on the bench.',
    fix: '',
  }),
  'template-older': (f) => ({
    what: `The pack was made with ${s(f, 'name')} ${s(f, 'was')}; this is ${s(f, 'is')}`,
    why: 'Play it once through: things may sit a little differently now.',
    fix: '',
  }),
  'outside-address': (f) => ({
    what: `${s(f, 'file')} loads from outside of the parcel: ${s(f, 'address')}`,
    why:
      f['foreign'] === 1
        ? 'The arcade lets nothing through to there: see that the game goes without. On a host of your own it would tell somebody else who plays.'
        : 'It would be missing one day, and tells somebody else who plays.',
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

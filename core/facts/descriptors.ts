import { meaning } from '../kinds/field'
import { assetsOf, kindOf } from '../kinds'
import { contentOf, factsOf, type Pack } from '../pack/pack'
import type { Template } from '../template/template'
import { bandRank, questionById, type AgeAnswers, type Topic } from '../label/age-guide'

/** Something in a part that an answer of the age guide must not deny. */
export interface Descriptor {
  topic: Topic
  /** The least answer that agrees with it. */
  answer: string
  part: string
  /** What was found: a word, or what an entry does. */
  because: string
}

/**
 * Words that say what a thing is, in names of things, names of files, and texts. Whole words only, so that a
 * "weaver" is no weapon and a "winery" no wine.
 */
const WORDS: readonly { topic: Topic; answer: string; words: readonly string[] }[] = [
  {
    topic: 'fighting',
    answer: 'blows',
    words:
      'sword swords gun guns pistol rifle cannon cannons knife knives dagger axe spear bomb bombs bullet bullets grenade missile weapon weapons fight fights battle shoot shoots attack'.split(
        ' ',
      ),
  },
  { topic: 'fighting', answer: 'wounds', words: 'blood bloody wound wounds gore corpse'.split(' ') },
  {
    topic: 'fright',
    answer: 'spooky',
    words:
      'ghost ghosts spooky skeleton skeletons skull skulls zombie zombies vampire witch grave coffin haunted monster monsters'.split(
        ' ',
      ),
  },
  { topic: 'fright', answer: 'tense', words: 'scream screams scare scary horror nightmare'.split(' ') },
  { topic: 'flirting', answer: 'hearts', words: 'kiss kisses crush flirt flirts sweetheart'.split(' ') },
  { topic: 'flirting', answer: 'hints', words: 'sexy naked nude'.split(' ') },
  {
    topic: 'wagers',
    answer: 'looks',
    words: 'dice roulette poker casino jackpot lottery bet bets wager wagers gamble gambling'.split(' '),
  },
  {
    topic: 'substances',
    answer: 'seen',
    words: 'beer wine whisky whiskey vodka rum cigarette cigarettes cigar tobacco vape drug drugs pub tavern'.split(
      ' ',
    ),
  },
  { topic: 'words', answer: 'mild', words: 'darn heck crap bloody damn'.split(' ') },
  { topic: 'spending', answer: 'mention', words: 'buy donate donation shop price discount'.split(' ') },
  { topic: 'strangers', answer: 'away', words: 'chat chatroom messenger dm dms forum livestream'.split(' ') },
]

/** What the game fills in, such as {price}, is no word of its maker's. */
const plainly = (text: string): string => text.replace(/\{[a-z-]+\}/g, ' ')
const wordsOf = (text: string): string[] => text.toLowerCase().match(/\p{L}+/gu) ?? []

/** What the parts themselves say of the game, each topic and answer once a part. */
export function descriptorsOf(template: Template, pack: Pack): Descriptor[] {
  const found: Descriptor[] = []
  const push = (one: Descriptor) => {
    if (!found.some((other) => other.topic === one.topic && other.answer === one.answer && other.part === one.part))
      found.push(one)
  }
  for (const spec of template.parts) {
    const content = contentOf(pack, template, spec.id)
    if (content === undefined) continue
    if (content.kind === 'cast')
      for (const entry of content.entries)
        if (meaning(spec.fields ?? [], entry, 'harm') > 0)
          push({ topic: 'fighting', answer: 'bumps', part: spec.id, because: `${entry.name} does harm` })
    const files = assetsOf(content).map((hash) => factsOf(pack, template, hash)?.source.file ?? '')
    const words = new Set([...kindOf(content).said(content).map(plainly), ...files].flatMap(wordsOf))
    for (const list of WORDS) {
      const word = list.words.find((one) => words.has(one))
      if (word !== undefined)
        push({ topic: list.topic, answer: list.answer, part: spec.id, because: `“${word}” in ${spec.name}` })
    }
  }
  if (pack.label.privacy.scores)
    push({ topic: 'strangers', answer: 'scores', part: '', because: 'the table of scores is switched on' })
  return found
}

const place = (topic: Topic, answer: string): number =>
  questionById(topic)?.answers.findIndex((one) => one.id === answer) ?? -1

/** Answers that agree with the descriptors, "no" where nothing speaks against it. Follow-ups stay open. */
export function suggestedAnswers(descriptors: readonly Descriptor[], topics: readonly Topic[]): AgeAnswers {
  return Object.fromEntries(
    topics.map((topic) => {
      const own = descriptors.filter((one) => one.topic === topic)
      const strongest = own.reduce((most, one) => Math.max(most, place(topic, one.answer)), 0)
      return [topic, questionById(topic)!.answers[strongest]!.id]
    }),
  )
}

/** Descriptors that an answer denies: it says less than the parts do. */
export function denied(answers: AgeAnswers, descriptors: readonly Descriptor[]): Descriptor[] {
  return descriptors.filter(({ topic, answer }) => {
    const given = answers[topic]
    return given !== undefined && place(topic, given) >= 0 && place(topic, given) < place(topic, answer)
  })
}

/** The descriptors that matter most first: by the band of the answer they ask for. */
export const byWeight = (descriptors: readonly Descriptor[]): Descriptor[] => {
  const weight = ({ topic, answer }: Descriptor) =>
    bandRank(questionById(topic)?.answers.find((one) => one.id === answer)?.band ?? 'everyone')
  return [...descriptors].sort((a, b) => weight(b) - weight(a))
}

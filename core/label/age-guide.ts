import * as z from 'zod'
import { BANDS, PLACES } from './names'

export const Band = z.enum(BANDS)
export type Band = z.infer<typeof Band>
export const bandRank = (band: Band): number => BANDS.indexOf(band)

export const TOPICS = [
  'fighting',
  'fright',
  'flirting',
  'wagers',
  'substances',
  'words',
  'teasing',
  'spending',
  'strangers',
] as const
export type Topic = (typeof TOPICS)[number]

export interface Answer {
  id: string
  say: string
  /** What counts as this, in words. */
  example: string
  band: Band
}

export interface Question {
  id: string
  topic: Topic
  ask: string
  answers: readonly Answer[]
  /** Asked only when another question was answered with one of these. */
  when?: { question: string; answers: readonly string[] }
}

const none = (example: string): Answer => ({ id: 'none', say: 'No', example, band: 'everyone' })

/** The questionnaire, in the order it is asked. Follow-ups stand right behind what they follow. */
export const QUESTIONS: readonly Question[] = [
  {
    id: 'fighting',
    topic: 'fighting',
    ask: 'Does anybody get hurt?',
    answers: [
      none('Nothing bumps into anything, or only falls and is caught.'),
      { id: 'bumps', say: 'Bumps', example: 'Things bump, bounce or sting as in a cartoon.', band: 'everyone' },
      { id: 'blows', say: 'Blows', example: 'Figures hit or shoot at each other; nobody bleeds.', band: '8' },
      { id: 'wounds', say: 'Wounds', example: 'Blood or wounds can be seen.', band: '11' },
    ],
  },
  {
    id: 'fighting-whom',
    topic: 'fighting',
    ask: 'Who is it that gets hurt?',
    when: { question: 'fighting', answers: ['blows', 'wounds'] },
    answers: [
      { id: 'made-up', say: 'Made-up beings', example: 'Robots, slimes, paper dragons.', band: 'everyone' },
      { id: 'animals', say: 'Animals', example: 'Birds, fish, dogs that could be real.', band: '8' },
      { id: 'people', say: 'People', example: 'Somebody who looks like a person.', band: '11' },
    ],
  },
  {
    id: 'fighting-reward',
    topic: 'fighting',
    ask: 'Is cruelty shown or rewarded?',
    when: { question: 'fighting', answers: ['wounds'] },
    answers: [
      none('The game moves on when somebody is out.'),
      { id: 'yes', say: 'Yes', example: 'Points for hurting on, or close-ups of pain.', band: '15' },
    ],
  },
  {
    id: 'fright',
    topic: 'fright',
    ask: 'Could it frighten somebody?',
    answers: [
      none('Bright places, friendly faces.'),
      { id: 'spooky', say: 'A little spooky', example: 'Friendly ghosts, dark caves, fog.', band: 'everyone' },
      { id: 'tense', say: 'Tense', example: 'Something hunts you; sudden loud sounds.', band: '8' },
      { id: 'horror', say: 'Horror', example: 'Meant to make people scream.', band: '15' },
    ],
  },
  {
    id: 'flirting',
    topic: 'flirting',
    ask: 'Is there flirting, or nakedness?',
    answers: [
      none('Nobody is in love, or it is only said.'),
      { id: 'hearts', say: 'Hearts', example: 'A kiss, a crush, hearts that fly.', band: 'everyone' },
      { id: 'hints', say: 'Hints', example: 'Jokes or poses that grown-ups understand.', band: '11' },
      { id: 'shown', say: 'Shown', example: 'Nakedness that is meant to excite.', band: '15' },
    ],
  },
  {
    id: 'wagers',
    topic: 'wagers',
    ask: 'Is anything staked on chance?',
    answers: [
      none('Chance decides what falls next, but nobody stakes anything.'),
      { id: 'looks', say: 'It looks like it', example: 'Cards, dice or wheels, without stakes.', band: '8' },
      { id: 'plays', say: 'It is played', example: 'Points or play money are staked and lost.', band: '15' },
    ],
  },
  {
    id: 'substances',
    topic: 'substances',
    ask: 'Are there drinks, smoke or drugs?',
    answers: [
      none('Lemonade and seawater only.'),
      { id: 'seen', say: 'Seen', example: 'A barrel, a pipe, a tavern in the background.', band: '8' },
      { id: 'used', say: 'Used', example: 'Somebody drinks, smokes or takes something.', band: '11' },
      { id: 'praised', say: 'Praised', example: 'Taking it wins the game.', band: '15' },
    ],
  },
  {
    id: 'words',
    topic: 'words',
    ask: 'Are there rude words?',
    answers: [
      none('Nothing a teacher would stop at.'),
      { id: 'mild', say: 'Mild ones', example: 'Words like “darn” or “heck”.', band: '8' },
      { id: 'rude', say: 'Rude ones', example: 'Words that are bleeped on the radio.', band: '11' },
      { id: 'hateful', say: 'Very rude ones', example: 'Often, or to hurt.', band: '15' },
    ],
  },
  {
    id: 'teasing',
    topic: 'teasing',
    ask: 'Is anybody made fun of?',
    answers: [
      none('Nobody, or only the maker.'),
      { id: 'kind', say: 'Kindly', example: 'A captain who always gets lost.', band: 'everyone' },
      {
        id: 'group',
        say: 'A kind of people',
        example: 'Where they come from, their faith or their bodies.',
        band: '15',
      },
    ],
  },
  {
    id: 'spending',
    topic: 'spending',
    ask: 'Does it ask anybody for money?',
    answers: [
      none('Nothing costs anything.'),
      { id: 'mention', say: 'It mentions a shop', example: 'A link or a line about something to buy.', band: '8' },
      { id: 'asks', say: 'It asks', example: 'A request for money in the game or on its page.', band: '11' },
    ],
  },
  {
    id: 'strangers',
    topic: 'strangers',
    ask: 'Can players meet strangers through it?',
    answers: [
      none('Everybody plays alone.'),
      {
        id: 'scores',
        say: 'Only made-up names',
        example: 'A table of scores with names from a list.',
        band: 'everyone',
      },
      { id: 'away', say: 'It leads elsewhere', example: 'A line that sends people to a chat or a group.', band: '11' },
    ],
  },
]

export const questionById = (id: string): Question | undefined => QUESTIONS.find((question) => question.id === id)

/** Answer ids by question id. What is not known any more is kept and ignored. */
export const AgeAnswers = z.record(z.string().max(40), z.string().max(40))
export type AgeAnswers = z.infer<typeof AgeAnswers>

/** Questions that are asked, given the answers so far. */
export const askedOf = (answers: AgeAnswers): Question[] =>
  QUESTIONS.filter(({ when }) => when === undefined || when.answers.includes(answers[when.question] ?? ''))

const answerOf = (question: Question, answers: AgeAnswers): Answer | undefined =>
  question.answers.find((answer) => answer.id === answers[question.id])

export interface AgeResult {
  /** Null while something is not answered. */
  band: Band | null
  open: Question[]
  /** What lifts the band above the lowest, the strongest first. */
  reasons: { question: Question; answer: Answer }[]
}

/** The band is that of the strongest answer. */
export function ageResult(answers: AgeAnswers): AgeResult {
  const asked = askedOf(answers)
  const given = asked.flatMap((question) => {
    const answer = answerOf(question, answers)
    return answer === undefined ? [] : [{ question, answer }]
  })
  const open = asked.filter((question) => answerOf(question, answers) === undefined)
  const reasons = given
    .filter(({ answer }) => answer.band !== 'everyone')
    .sort((a, b) => bandRank(b.answer.band) - bandRank(a.answer.band))
  return { band: open.length > 0 ? null : (reasons[0]?.answer.band ?? 'everyone'), open, reasons }
}

/** The band as it would be with another answer: what an answer does to the result. */
export function bandWith(answers: AgeAnswers, question: string, answer: string): Band {
  const next = { ...answers, [question]: answer }
  return ageResult(next).reasons[0]?.answer.band ?? 'everyone'
}

/** Places that do not show a game of this band. */
export const hiddenAt = (band: Band): string[] =>
  PLACES.filter((place) => bandRank(place.upTo) < bandRank(band)).map((place) => place.name)

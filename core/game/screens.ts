import { PLACES, type Area } from './layouts'
import { STAGES, type StageShape } from './stage'
import type { GameDoc } from './types'

/** The screens every game has. Their texts and pictures are parts like any other. */
export const SCREENS = [
  ...(['start', 'how', 'options', 'about', 'story', 'play', 'pause', 'won', 'lost'] as const),
  ...(['levels', 'done', 'looks', 'slots'] as const),
] as const
export type ScreenId = (typeof SCREENS)[number]
const LEVEL_SCREENS: readonly ScreenId[] = ['levels', 'done', 'slots']
/** The way of the choice `slots` in which several players share a device. */
export const MANY_SLOTS = 'three'
/** Screens of a game: those of levels and of looks only where it has such. */
export const screensOf = (doc: Pick<GameDoc, 'levels' | 'dresses' | 'parts'>): ScreenId[] =>
  SCREENS.filter((screen) => {
    if (screen === 'looks') return doc.dresses !== undefined
    if (screen === 'slots' && doc.parts.choice?.['slots'] !== MANY_SLOTS) return false
    return !LEVEL_SCREENS.includes(screen) || (doc.levels?.length ?? 0) > 1
  })

export type Act =
  | { go: ScreenId }
  | {
      do:
        | 'begin'
        | 'resume'
        | 'leave'
        | 'back'
        | 'sound-volume'
        | 'music-volume'
        | 'language'
        | 'next-line'
        | 'skip-lines'
        | 'next-level'
        | 'again'
        | 'page'
        | 'forget'
        | 'really-forget'
    }
  | { do: 'play-level'; level: number }
  | { do: 'wear'; look: string }
  | { do: 'slot'; slot: number }

/** When a button is there. */
export type When =
  | ('more-credits' | 'languages' | 'more-lines' | 'levels' | 'more-levels' | 'begun' | 'not-begun')
  | ('looks' | 'more-looks' | 'slots' | 'kept' | 'sure')

export interface ScreenButton {
  /** Wording part on the plate. */
  words: string
  act: Act
  /** Only there when there is something to do with it. */
  when?: When
  /** A card of a level or a look, not a plate. */
  card?: boolean
}

export interface ScreenPlan {
  /** The picture the game opens with, the play itself seen through a dimmed pane, or the play if there is one already. */
  behind: 'opening' | 'play' | 'either'
  dim: number
  words: string[]
  buttons: ScreenButton[]
}

/** Part and line id in one: the key of a line's words, picture and sound. */
export const LINE = '#'
export const STORY_PARTS = { before: 'intro-story', won: 'win-story', lost: 'lose-story' } as const

export const CREDITS_PER_PAGE = 6

/** Room below the last plate, and the least between two, world units. */
const FOOT = 0.35
const CLOSEST = 0.08

const back: ScreenButton = { words: 'back-words', act: { do: 'back' } }

/** What is on each screen; where it is, follows from the stage's shape (`layouts.ts`). */
export const SCREEN_PLANS: Record<ScreenId, ScreenPlan> = {
  start: {
    behind: 'opening',
    dim: 0,
    words: ['title-words', 'tagline-words'],
    buttons: [
      { words: 'play-words', act: { do: 'begin' }, when: 'not-begun' },
      { words: 'continue-words', act: { do: 'begin' }, when: 'begun' },
      { words: 'levels-button-words', act: { go: 'levels' }, when: 'levels' },
      { words: 'looks-button-words', act: { go: 'looks' }, when: 'looks' },
      { words: 'slots-button-words', act: { go: 'slots' }, when: 'slots' },
      { words: 'how-button-words', act: { go: 'how' } },
      { words: 'options-words', act: { go: 'options' } },
      { words: 'about-button-words', act: { go: 'about' } },
    ],
  },
  how: {
    behind: 'opening',
    dim: 0.45,
    words: ['how-words', 'keys-words'],
    buttons: [{ words: 'play-words', act: { do: 'begin' } }, back],
  },
  options: {
    behind: 'opening',
    dim: 0.45,
    words: [],
    buttons: [
      { words: 'sound-volume-words', act: { do: 'sound-volume' } },
      { words: 'music-volume-words', act: { do: 'music-volume' } },
      { words: 'language-words', act: { do: 'language' }, when: 'languages' },
      { words: 'forget-words', act: { do: 'forget' }, when: 'kept' },
      { words: 'really-forget-words', act: { do: 'really-forget' }, when: 'sure' },
      back,
    ],
  },
  about: {
    behind: 'opening',
    dim: 0.45,
    words: ['about-words'],
    buttons: [back, { words: 'more-words', act: { do: 'page' }, when: 'more-credits' }],
  },
  story: {
    behind: 'either',
    dim: 0.4,
    words: [],
    buttons: [
      { words: 'next-words', act: { do: 'next-line' } },
      { words: 'skip-words', act: { do: 'skip-lines' }, when: 'more-lines' },
    ],
  },
  play: { behind: 'play', dim: 0, words: [], buttons: [] },
  pause: {
    behind: 'play',
    dim: 0.5,
    words: ['pause-words'],
    buttons: [
      { words: 'resume-words', act: { do: 'resume' } },
      { words: 'options-words', act: { go: 'options' } },
      { words: 'leave-words', act: { do: 'leave' } },
    ],
  },
  won: {
    behind: 'play',
    dim: 0.5,
    words: ['win-words', 'end-score-words'],
    buttons: [
      { words: 'again-words', act: { do: 'begin' } },
      { words: 'leave-words', act: { do: 'leave' } },
    ],
  },
  lost: {
    behind: 'play',
    dim: 0.5,
    words: ['lose-words', 'end-score-words'],
    buttons: [
      { words: 'again-words', act: { do: 'again' } },
      { words: 'leave-words', act: { do: 'leave' } },
    ],
  },
  // The cards of its levels come before its buttons.
  levels: {
    behind: 'opening',
    dim: 0.45,
    words: ['levels-words', 'levels-done-words'],
    buttons: [back, { words: 'more-words', act: { do: 'page' }, when: 'more-levels' }],
  },
  slots: { behind: 'opening', dim: 0.45, words: ['slots-words'], buttons: [back] },
  looks: {
    behind: 'opening',
    dim: 0.45,
    words: ['looks-words', 'purse-words'],
    buttons: [back, { words: 'more-words', act: { do: 'page' }, when: 'more-looks' }],
  },
  done: {
    behind: 'play',
    dim: 0.5,
    words: ['level-done-words', 'level-score-words'],
    buttons: [
      { words: 'next-level-words', act: { do: 'next-level' } },
      { words: 'again-words', act: { do: 'again' } },
      { words: 'leave-words', act: { do: 'leave' } },
    ],
  },
}

/**
 * Where plate `index` of the `count` of a screen sits. A column that would run off the stage is two, side by side, or,
 * where that has no room, begins higher.
 */
export function plateAt(shape: StageShape, screen: ScreenId, index: number, count = index + 1): Area {
  const { plate, screens } = PLACES[shape]
  const { width, height } = STAGES[shape]
  const { at, across, least } = screens[screen]
  const { w, h, gap } = plate
  if (across) return [at[0] + index * (w + gap), at[1], w, h]
  const highest = (rows: number, between: number) => height - FOOT - rows * h - (rows - 1) * between
  const room = at[0] + 2 * w + gap <= width
  const rows = highest(count, gap) < at[1] && room ? Math.ceil(count / 2) : count
  const [column, row] = [Math.floor(index / rows), index % rows]
  // Closer together before anything lies over what stands above them.
  const close = rows < 2 || least === undefined ? gap : (height - FOOT - least - rows * h) / (rows - 1)
  const between = Math.max(CLOSEST, Math.min(gap, close))
  return [at[0] + column * (w + gap), Math.min(at[1], highest(rows, between)) + row * (h + between), w, h]
}

/** Where card `index` of a page sits. */
export function cardAt(shape: StageShape, index: number): Area {
  const { card } = PLACES[shape]
  const column = index % card.columns
  const row = Math.floor(index / card.columns)
  return [card.at[0] + column * (card.w + card.gap), card.at[1] + row * (card.h + card.gap), card.w, card.h]
}

/** The first screen where a part can be seen, null for one that is only heard or felt. `opening`: the part that is it. */
export function screenOf(part: string, opening: string): ScreenId | null {
  if ((Object.values(STORY_PARTS) as string[]).includes(part.split(LINE)[0]!)) return 'story'
  for (const id of SCREENS) {
    const { words, buttons, behind } = SCREEN_PLANS[id]
    if (
      words.includes(part) ||
      buttons.some((button) => button.words === part) ||
      (part === opening && behind === 'opening')
    )
      return id
  }
  return null
}

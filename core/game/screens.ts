import { PLACES } from './layouts'
import type { StageShape } from './stage'

/** The screens every game has. Their texts and pictures are parts like any other. */
export const SCREENS = ['start', 'how', 'options', 'about', 'story', 'play', 'pause', 'won', 'lost'] as const
export type ScreenId = (typeof SCREENS)[number]

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
        | 'credits-page'
        | 'language'
        | 'next-line'
        | 'skip-lines'
    }

export interface ScreenButton {
  /** Wording part on the plate. */
  words: string
  act: Act
  /** Only there when there is something to do with it. */
  when?: 'more-credits' | 'languages' | 'more-lines'
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

const back: ScreenButton = { words: 'back-words', act: { do: 'back' } }

/** What is on each screen; where it is, follows from the stage's shape (`layouts.ts`). */
export const SCREEN_PLANS: Record<ScreenId, ScreenPlan> = {
  start: {
    behind: 'opening',
    dim: 0,
    words: ['title-words', 'tagline-words'],
    buttons: [
      { words: 'play-words', act: { do: 'begin' } },
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
      back,
    ],
  },
  about: {
    behind: 'opening',
    dim: 0.45,
    words: ['about-words'],
    buttons: [back, { words: 'more-words', act: { do: 'credits-page' }, when: 'more-credits' }],
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
      { words: 'again-words', act: { do: 'begin' } },
      { words: 'leave-words', act: { do: 'leave' } },
    ],
  },
}

/** Where plate `index` of a screen sits: x, y, w, h. */
export function plateAt(shape: StageShape, screen: ScreenId, index: number): [number, number, number, number] {
  const { plate, screens } = PLACES[shape]
  const { at, across } = screens[screen]
  return across
    ? [at[0] + index * (plate.w + plate.gap), at[1], plate.w, plate.h]
    : [at[0], at[1] + index * (plate.h + plate.gap), plate.w, plate.h]
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

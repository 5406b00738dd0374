import type { TextBox } from './types'

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

export interface ScreenLayout {
  /** Picture part behind it, the play itself seen through a dimmed pane, or the play if there is one already. */
  behind: 'start-picture' | 'play' | 'either'
  dim: number
  /** A sheet behind longer texts: x, y, w, h. */
  sheet: [number, number, number, number] | null
  words: string[]
  /** Top left of the first plate; the others follow below it, or to the right of it when `across`. */
  at: [number, number]
  across: boolean
  buttons: ScreenButton[]
}

export const PLATE = { w: 4.4, h: 0.92, gap: 0.2 } as const

/** Texts that are not parts, because they follow from the content: everybody's credits, points that fly up. */
export const CREDITS_TEXT = 'credits'
export const CREDITS_BOX: TextBox = { x: 2, y: 3.7, w: 12, h: 3.9, size: 0.4, lines: 7, align: 'left', tone: 'plain' }
export const CREDITS_PER_PAGE = 6
export const COMPUTED_TEXTS: Record<string, TextBox> = {
  [CREDITS_TEXT]: CREDITS_BOX,
  'lives-number': { x: 0, y: 0, w: 2, h: 0.8, size: 0.6, lines: 1, align: 'right', tone: 'hud' },
  'pop-words': { x: 0, y: 0, w: 3, h: 0.8, size: 0.6, lines: 1, align: 'center', tone: 'hud' },
}

/** Where a line of a story is set, alone or beside its speaker's picture. */
export const STORY_BOX: TextBox = { x: 1.4, y: 5.5, w: 13.2, h: 2.4, size: 0.6, lines: 3, align: 'left', tone: 'plain' }
export const SPEAKER_BOX = { x: 1.2, y: 5.45, w: 2.4, h: 2.4 } as const
export const STORY_BOX_BESIDE: TextBox = { ...STORY_BOX, x: 3.9, w: 10.7 }
/** Part and line id in one: the key of a line's words, picture and sound. */
export const LINE = '#'
export const STORY_PARTS = { before: 'intro-story', won: 'win-story', lost: 'lose-story' } as const

const back: ScreenButton = { words: 'back-words', act: { do: 'back' } }

export const LAYOUTS: Record<ScreenId, ScreenLayout> = {
  start: {
    behind: 'start-picture',
    dim: 0,
    sheet: null,
    words: ['title-words', 'tagline-words'],
    at: [0.9, 4.9],
    across: false,
    buttons: [
      { words: 'play-words', act: { do: 'begin' } },
      { words: 'how-button-words', act: { go: 'how' } },
      { words: 'options-words', act: { go: 'options' } },
      { words: 'about-button-words', act: { go: 'about' } },
    ],
  },
  how: {
    behind: 'start-picture',
    dim: 0.45,
    sheet: [1.4, 0.9, 13.2, 7.1],
    words: ['how-words', 'keys-words'],
    at: [1.4, 8.35],
    across: true,
    buttons: [{ words: 'play-words', act: { do: 'begin' } }, back],
  },
  options: {
    behind: 'start-picture',
    dim: 0.45,
    sheet: null,
    words: [],
    at: [5.8, 3.2],
    across: false,
    buttons: [
      { words: 'sound-volume-words', act: { do: 'sound-volume' } },
      { words: 'music-volume-words', act: { do: 'music-volume' } },
      { words: 'language-words', act: { do: 'language' }, when: 'languages' },
      back,
    ],
  },
  about: {
    behind: 'start-picture',
    dim: 0.45,
    sheet: [1.4, 0.9, 13.2, 7.1],
    words: ['about-words'],
    at: [1.4, 8.35],
    across: true,
    buttons: [back, { words: 'more-words', act: { do: 'credits-page' }, when: 'more-credits' }],
  },
  story: {
    behind: 'either',
    dim: 0.4,
    sheet: [0.9, 5.2, 14.2, 2.9],
    words: [],
    at: [0.9, 8.35],
    across: true,
    buttons: [
      { words: 'next-words', act: { do: 'next-line' } },
      { words: 'skip-words', act: { do: 'skip-lines' }, when: 'more-lines' },
    ],
  },
  play: { behind: 'play', dim: 0, sheet: null, words: [], at: [0, 0], across: false, buttons: [] },
  pause: {
    behind: 'play',
    dim: 0.5,
    sheet: null,
    words: ['pause-words'],
    at: [5.8, 4],
    across: false,
    buttons: [
      { words: 'resume-words', act: { do: 'resume' } },
      { words: 'options-words', act: { go: 'options' } },
      { words: 'leave-words', act: { do: 'leave' } },
    ],
  },
  won: {
    behind: 'play',
    dim: 0.5,
    sheet: null,
    words: ['win-words', 'end-score-words'],
    at: [5.8, 6.4],
    across: false,
    buttons: [
      { words: 'again-words', act: { do: 'begin' } },
      { words: 'leave-words', act: { do: 'leave' } },
    ],
  },
  lost: {
    behind: 'play',
    dim: 0.5,
    sheet: null,
    words: ['lose-words', 'end-score-words'],
    at: [5.8, 6.4],
    across: false,
    buttons: [
      { words: 'again-words', act: { do: 'begin' } },
      { words: 'leave-words', act: { do: 'leave' } },
    ],
  },
}

/** Where plate `index` of a screen sits: x, y, w, h. */
export function plateAt(layout: ScreenLayout, index: number): [number, number, number, number] {
  const [x, y] = layout.at
  return layout.across
    ? [x + index * (PLATE.w + PLATE.gap), y, PLATE.w, PLATE.h]
    : [x, y + index * (PLATE.h + PLATE.gap), PLATE.w, PLATE.h]
}

/** The first screen where a part can be seen, null for one that is only heard or felt. */
export function screenOf(part: string): ScreenId | null {
  if ((Object.values(STORY_PARTS) as string[]).includes(part.split(LINE)[0]!)) return 'story'
  for (const id of SCREENS) {
    const layout = LAYOUTS[id]
    if (
      layout.words.includes(part) ||
      layout.buttons.some((button) => button.words === part) ||
      (part === 'start-picture' && layout.behind === part)
    )
      return id
  }
  return null
}

import type { StageShape } from './stage'
import type { ScreenId } from './screens'
import type { TextBox } from './types'

/** x, y, w, h in world units. */
export type Area = [number, number, number, number]

export interface ScreenPlace {
  /** Top left of the first plate; the others follow below it, or to the right of it when `across`. */
  at: [number, number]
  across: boolean
  /** What stands above the plates ends here. */
  least?: number
  /** A sheet behind longer texts. */
  sheet: Area | null
}

/** Where everything that all games have stands on a stage of one shape. */
export interface Places {
  plate: { w: number; h: number; gap: number }
  /** The letters on a plate. */
  plateText: { size: number; inset: number }
  screens: Record<ScreenId, ScreenPlace>
  /** The first card of a page of levels, how large each is, and how many stand in a row. */
  card: {
    at: [number, number]
    w: number
    h: number
    gap: number
    columns: number
    inset: number
    /** Heights of the two lines below its picture. */
    name: number
    fact: number
  }
  /** Everybody's credits. */
  credits: TextBox
  /** A line of a story, alone or beside its speaker's picture. */
  story: TextBox
  storyBeside: TextBox
  speaker: Area
}

const column = (x: number, y: number, sheet: Area | null = null): ScreenPlace => ({ at: [x, y], across: false, sheet })
const row = (x: number, y: number, sheet: Area | null = null): ScreenPlace => ({ at: [x, y], across: true, sheet })
const plain = (x: number, y: number, w: number, h: number, size: number, lines: number): TextBox => ({
  ...{ x, y, w, h, size, lines },
  align: 'left',
  tone: 'plain',
})

const SHEET: Area = [1.4, 0.9, 13.2, 7.1]
const wide: Places = {
  plate: { w: 4.4, h: 0.92, gap: 0.2 },
  plateText: { size: 0.46, inset: 0.25 },
  screens: {
    start: column(0.9, 4.9),
    how: row(1.4, 8.35, SHEET),
    options: column(5.8, 3.2),
    about: row(1.4, 8.35, SHEET),
    story: row(0.9, 8.35, [0.9, 5.2, 14.2, 2.9]),
    play: column(0, 0),
    pause: column(5.8, 4),
    won: column(5.8, 6.4),
    lost: column(5.8, 6.4),
    levels: row(0.9, 8.8),
    looks: row(0.9, 8.8),
    slots: row(0.9, 8.8),
    done: row(1.2, 7.4),
  },
  card: { at: [0.9, 2.1], w: 4.55, h: 3.15, gap: 0.27, columns: 3, inset: 0.16, name: 0.6, fact: 0.5 },
  credits: plain(2, 3.7, 12, 3.9, 0.4, 7),
  story: plain(1.4, 5.5, 13.2, 2.4, 0.6, 3),
  storyBeside: plain(3.9, 5.5, 10.7, 2.4, 0.6, 3),
  speaker: [1.2, 5.45, 2.4, 2.4],
}

const TALL_SHEET: Area = [0.5, 0.8, 9, 11.2]
const tall: Places = {
  plate: { w: 6.4, h: 1.25, gap: 0.28 },
  plateText: { size: 0.6, inset: 0.25 },
  screens: {
    start: { ...column(1.8, 9.2), least: 6.95 },
    how: column(1.8, 12.5, TALL_SHEET),
    options: column(1.8, 5),
    about: column(1.8, 12.5, TALL_SHEET),
    story: column(1.8, 12.7, [0.5, 8, 9, 4.3]),
    play: column(0, 0),
    pause: column(1.8, 6),
    won: column(1.8, 10.4),
    lost: column(1.8, 10.4),
    levels: column(1.8, 14.4),
    looks: column(1.8, 14.4),
    slots: column(1.8, 14.4),
    done: column(1.8, 10.4),
  },
  card: { at: [0.5, 2.5], w: 4.38, h: 3.6, gap: 0.24, columns: 2, inset: 0.16, name: 0.66, fact: 0.54 },
  credits: plain(1, 4.9, 8, 6.7, 0.46, 12),
  story: plain(0.95, 8.4, 8.1, 3.6, 0.62, 5),
  storyBeside: plain(3.5, 8.4, 5.6, 3.6, 0.56, 5),
  speaker: [0.8, 8.4, 2.4, 2.4],
}

export const PLACES: Readonly<Record<StageShape, Places>> = { wide, tall }

/** The box of the words on a plate, wherever it stands: what fits is worked out from it. */
export function plateBox(shape: StageShape): TextBox {
  const { plate, plateText } = PLACES[shape]
  return {
    ...{ x: 0, y: 0, w: plate.w - 2 * plateText.inset, h: plate.h, size: plateText.size, lines: 1 },
    align: 'center',
    tone: 'plate',
  }
}

/** Texts that are no parts, because they follow from the content: credits, and what the rules put somewhere. */
const COMPUTED: Record<string, Omit<TextBox, 'x' | 'y' | 'w' | 'h'>> = {
  'lives-number': { size: 0.6, lines: 1, align: 'right', tone: 'hud' },
  'pop-words': { size: 0.6, lines: 1, align: 'center', tone: 'hud' },
}
const ANYWHERE: Omit<TextBox, 'x' | 'y' | 'w' | 'h'> = { size: 0.6, lines: 1, align: 'center', tone: 'hud' }

/** How such a text is set; where it stands is told by who draws it. */
export const computedText = (shape: StageShape, text: string): TextBox =>
  text === CREDITS_TEXT ? PLACES[shape].credits : { x: 0, y: 0, w: 1, h: 1, ...(COMPUTED[text] ?? ANYWHERE) }

export const CREDITS_TEXT = 'credits'

import type { TextBox } from '../game/types'

/** Advance widths in thousandths of the letter height; `other` stands for letters the table does not have. */
export interface WeightWidths {
  advances: Record<string, number>
  other: number
}

/** The game typeface, measured at the weights it is set in (scripts/assets/widths.mjs). */
export interface Widths {
  bold: WeightWidths
  regular: WeightWidths
}

const weightFor = (tone: TextBox['tone'], widths: Widths): WeightWidths =>
  tone === 'plain' ? widths.regular : widths.bold

export const LINE_HEIGHT = 1.18

/** Letters as wide as they are high: East Asian ones and pictures. */
const WIDE =
  /[\u1100-\u115f\u2e80-\ua4cf\uac00-\ud7a3\uf900-\ufaff\ufe30-\ufe6f\uff00-\uff60\u{1f000}-\u{1faff}\u{20000}-\u{3fffd}]/u
const MARK = /\p{M}/u
/** Thousandths; what letters of other alphabets take, a little on the safe side. */
const USUAL = 660

/** Width of one line of text in letter heights. */
export function widthOf(text: string, widths: WeightWidths): number {
  let sum = 0
  for (const letter of text)
    sum += widths.advances[letter] ?? (WIDE.test(letter) ? widths.other : MARK.test(letter) ? 0 : USUAL)
  return sum / 1000
}

/**
 * Breaks a text at spaces (and at its own line ends) so that lines keep within `max`, as `measure` sees them. A word
 * wider than that stands alone on its line.
 */
export function wrap(text: string, max: number, measure: (line: string) => number): string[] {
  const lines: string[] = []
  for (const paragraph of text.split('\n')) {
    let line = ''
    for (const word of paragraph.split(/ +/)) {
      const longer = line === '' ? word : `${line} ${word}`
      if (line !== '' && measure(longer) > max) {
        lines.push(line)
        line = word
      } else line = longer
    }
    lines.push(line)
  }
  return lines
}

/** Width of a line in letter heights. */
export type Measure = (line: string) => number

export const measureWith =
  (box: Pick<TextBox, 'tone'>, widths: Widths): Measure =>
  (line) =>
    widthOf(line, weightFor(box.tone, widths))

/** Sizes are tried in steps of this share of the place's own letter size. */
const STEP = 0.05

/** Lines there is room for. One-line places that are high enough take two. */
function roomFor(box: TextBox, scale: number): number {
  const high = Math.floor((box.h * 1.05) / (box.size * scale * LINE_HEIGHT))
  return Math.max(1, Math.min(Math.floor(Math.max(2, box.lines) / scale), high))
}

export interface Setting {
  /** Share of the place's letter size it is set in. */
  scale: number
  lines: string[]
  fits: boolean
  /** Widest line against the width of the box: over 1 sticks out. */
  overWidth: number
  /** Lines needed against lines there are. */
  overLines: number
}

function setAt(text: string, box: TextBox, scale: number, measure: Measure): Setting {
  const size = box.size * scale
  const lines = wrap(text, box.w, (line) => measure(line) * size)
  const overWidth = (Math.max(...lines.map(measure)) * size) / box.w
  const overLines = lines.length / roomFor(box, scale)
  return { scale, lines, fits: overWidth <= 1.001 && overLines <= 1, overWidth, overLines }
}

/** Sets a text in its place with letters of `scale`, or smaller ones down to `floor` where it would not fit. */
export function setText(text: string, box: TextBox, scale: number, floor: number, measure: Measure): Setting {
  let set = setAt(text, box, scale, measure)
  for (let k = scale - STEP; !set.fits && k >= floor - 0.001; k -= STEP) set = setAt(text, box, k, measure)
  return set
}

export interface Fit {
  fits: boolean
  lines: number
  overWidth: number
  overLines: number
  /** The scale it ends up with. */
  scale: number
}

/** How a wording says its letters are set. */
export interface Letters {
  scale: number
  shrinkTo?: number
}

/** Whether a text stays inside its box. Numbers in {names} count as four digits, other names as a short word. */
export function fitText(text: string, box: TextBox, letters: Letters, measure: Measure): Fit {
  const filled = text.replace(/\{[a-z-]+\}/g, (name) => (name === '{language}' ? 'English' : '8888'))
  const { lines, ...set } = setText(filled, box, letters.scale, letters.shrinkTo ?? letters.scale, measure)
  return { ...set, lines: lines.length }
}

/** Under this nobody reads it, whatever the place. */
export const LEAST_SCALE = 0.5

/** The largest scale, 0.5..1 in steps of 0.05, at which a text fits; null when none does. */
export function scaleThatFits(text: string, box: TextBox, measure: Measure): number | null {
  for (let k = 20; k >= 10; k--) if (fitText(text, box, { scale: k / 20 }, measure).fits) return k / 20
  return null
}

const FILLER = ' lorem'

/** About how many more letters would fit; below 0, how many are too many. */
export function lettersLeft(text: string, box: TextBox, letters: Letters, measure: Measure): number {
  const fits = (some: string) => fitText(some, box, letters, measure).fits
  let low = 0
  let high = 1
  if (fits(text)) {
    const longer = (count: number) => text + FILLER.repeat(Math.ceil(count / FILLER.length)).slice(0, count)
    while (high < 512 && fits(longer(high))) high *= 2
    while (low < high - 1) {
      const middle = (low + high) >> 1
      if (fits(longer(middle))) low = middle
      else high = middle
    }
    return low
  }
  high = text.length
  while (low < high - 1) {
    const middle = (low + high) >> 1
    if (fits(text.slice(0, middle).trimEnd())) low = middle
    else high = middle
  }
  return low - text.length
}

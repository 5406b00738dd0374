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

/** Width of one line of text in letter heights. */
export function widthOf(text: string, widths: WeightWidths): number {
  let sum = 0
  for (const letter of text) sum += widths.advances[letter] ?? widths.other
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

export interface Fit {
  fits: boolean
  lines: number
  /** Widest line against the width of the box: over 1 sticks out. */
  overWidth: number
  /** Lines needed against lines there are. */
  overLines: number
}

/** Whether a text stays inside its box at `scale`. Numbers in {names} count as four digits. */
export function fitText(text: string, box: TextBox, scale: number, widths: Widths): Fit {
  const size = box.size * scale
  const weight = weightFor(box.tone, widths)
  const filled = text.replace(/\{[a-z-]+\}/g, '8888')
  const lines = wrap(filled, box.w, (line) => widthOf(line, weight) * size)
  const widest = Math.max(...lines.map((line) => widthOf(line, weight) * size))
  const room = Math.max(
    1,
    Math.min(Math.floor(box.lines / scale), Math.floor((box.h * 1.05) / (size * LINE_HEIGHT)) || 1),
  )
  const overWidth = widest / box.w
  const overLines = lines.length / room
  return { fits: overWidth <= 1.001 && overLines <= 1, lines: lines.length, overWidth, overLines }
}

/** The largest scale, 0.5..1 in steps of 0.05, at which a text fits; null when none does. */
export function scaleThatFits(text: string, box: TextBox, widths: Widths): number | null {
  for (let k = 20; k >= 10; k--) if (fitText(text, box, k / 20, widths).fits) return k / 20
  return null
}

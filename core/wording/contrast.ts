import { luminance } from '../art/contrast'
import type { Pixels } from '../art/pixels'

/** WCAG 2.2, 1.4.3: plain text, and text from 24 px (or bold from 18.7 px) on. */
export const LEAST_CONTRAST = { plain: 4.5, large: 3 } as const

const ratio = (a: number, b: number): number => (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05)

const luminanceOf = (colour: string): number => {
  const value = Number.parseInt(colour.slice(1), 16)
  return luminance(value >> 16, (value >> 8) & 255, value & 255)
}

/** WCAG contrast of two `#rrggbb`, 1..21. */
export const contrastOf = (a: string, b: string): number => ratio(luminanceOf(a), luminanceOf(b))

/**
 * Contrast of letters against what lies behind them, 1..21: against a line around them where they have one, else
 * against the stretch of the background they are hardest to read on (the worst tenth of it).
 */
export function textContrast(letters: string, line: string | null, behind: Pixels): number {
  if (line !== null) return contrastOf(letters, line)
  const ink = luminanceOf(letters)
  const found: number[] = []
  const step = Math.max(1, Math.floor(Math.sqrt((behind.width * behind.height) / 600)))
  for (let y = 0; y < behind.height; y += step)
    for (let x = 0; x < behind.width; x += step) {
      const at = (y * behind.width + x) * 4
      const { data } = behind
      found.push(ratio(ink, luminance(data[at]!, data[at + 1]!, data[at + 2]!)))
    }
  found.sort((a, b) => a - b)
  return found[Math.floor(found.length / 10)] ?? 21
}

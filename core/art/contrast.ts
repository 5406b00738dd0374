import type { Pixels } from './pixels'

/** Relative luminance (WCAG 2.2) of an sRGB channel, by value. */
const LINEAR = Float64Array.from({ length: 256 }, (_, v) =>
  v / 255 <= 0.04045 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4,
)

/** Relative luminance (WCAG 2.2), 0..1, of a colour of 0..255 channels. */
export const luminance = (r: number, g: number, b: number): number =>
  0.2126 * LINEAR[r]! + 0.7152 * LINEAR[g]! + 0.0722 * LINEAR[b]!

/** Mean relative luminance, 0..1, of the drawn pixels; null when nothing is drawn. */
export function meanLuminance({ data }: Pixels): number | null {
  let sum = 0
  let weight = 0
  for (let i = 0; i < data.length; i += 4) {
    const alpha = data[i + 3]! / 255
    if (alpha === 0) continue
    sum += luminance(data[i]!, data[i + 1]!, data[i + 2]!) * alpha
    weight += alpha
  }
  return weight === 0 ? null : sum / weight
}

/** Contrast ratio (WCAG 2.2), 1..21, of two mean luminances. */
export const contrastOf = (a: number, b: number): number => (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05)

/** Mean colour distance of a drawing to a ground of 0..1: what makes equal light tell apart. RGB diagonal is 1. */
function colourApart(drawing: Pixels, ground: Pixels): number {
  const mean = ({ data }: Pixels) => {
    const sum = [0, 0, 0, 0]
    for (let i = 0; i < data.length; i += 4) {
      const alpha = data[i + 3]! / 255
      for (let c = 0; c < 3; c++) sum[c]! += data[i + c]! * alpha
      sum[3]! += alpha
    }
    return sum.slice(0, 3).map((value) => value / Math.max(1e-9, sum[3]!))
  }
  const a = mean(drawing)
  const b = mean(ground)
  return Math.hypot(a[0]! - b[0]!, a[1]! - b[1]!, a[2]! - b[2]!) / 441.673
}

export interface StandOut {
  /** 1..21. */
  contrast: number
  /** 0..1. */
  colour: number
  /** Easy to see: a ratio of 1.6, or clearly another colour. */
  clear: boolean
}

/**
 * How well a drawing stands out from a ground that is dimmed by `dim` (0..1 of the way to the stage's black). A dim
 * ground is what the player draws: a pane of that strength over it.
 */
export function standOut(drawing: Pixels, ground: Pixels, dim: number): StandOut | null {
  const own = meanLuminance(drawing)
  const behind = meanLuminance(dimmed(ground, dim))
  if (own === null || behind === null) return null
  const contrast = contrastOf(own, behind)
  const colour = colourApart(drawing, dimmed(ground, dim))
  return { contrast, colour, clear: contrast >= 1.6 || colour >= 0.22 }
}

const STAGE_BLACK = [16, 19, 28]

export function dimmed(pixels: Pixels, dim: number): Pixels {
  if (dim <= 0) return pixels
  const data = new Uint8ClampedArray(pixels.data)
  for (let i = 0; i < data.length; i += 4)
    for (let c = 0; c < 3; c++) data[i + c] = data[i + c]! * (1 - dim) + STAGE_BLACK[c]! * dim
  return { ...pixels, data }
}

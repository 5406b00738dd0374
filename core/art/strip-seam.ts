import type { Pixels } from './pixels'

/** Mean difference of two columns, 0..1: colours as they show, so that what is see-through in both is the same. */
function between(pixels: Pixels, a: number, b: number): number {
  const { width, height, data } = pixels
  let sum = 0
  for (let y = 0; y < height; y++) {
    const p = (y * width + a) * 4
    const q = (y * width + b) * 4
    const [pa, qa] = [data[p + 3]! / 255, data[q + 3]! / 255]
    for (let c = 0; c < 3; c++) sum += Math.abs(data[p + c]! * pa - data[q + c]! * qa)
    sum += Math.abs(pa - qa) * 255
  }
  return sum / (height * 4 * 255)
}

/** How the sides of a strip meet when it is laid beside itself. */
export interface StripSeam {
  /** Mean difference from the last column to the first, 0..1. */
  step: number
  /** Of a strip's own neighbouring columns, all but one in twenty differ by less. */
  usual: number
}

export function seamOf(pixels: Pixels): StripSeam {
  const { width } = pixels
  if (width < 4) return { step: 0, usual: 0 }
  const own = Array.from({ length: width - 1 }, (_, x) => between(pixels, x, x + 1)).sort((a, b) => a - b)
  return { step: between(pixels, width - 1, 0), usual: own[Math.floor((own.length - 1) * 0.95)]! }
}

/** Share of a strip that is laid over its other end to close it. */
const LAP = 0.15

/**
 * The strip made so that its sides meet. Painted ones are laid over their own end and fade into it, which makes them
 * shorter by that; `crisp` ones get their mirror image beside them, which keeps every pixel as it was drawn.
 */
export function closedStrip(pixels: Pixels, crisp: boolean): Pixels {
  const { width, height, data } = pixels
  const lap = Math.max(1, Math.round(width * LAP))
  const out = crisp ? width * 2 : width - lap
  const made = new Uint8ClampedArray(out * height * 4)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < out; x++) {
      const to = (y * out + x) * 4
      if (crisp) {
        const from = (y * width + (x < width ? x : 2 * width - 1 - x)) * 4
        made.set(data.subarray(from, from + 4), to)
        continue
      }
      const own = (y * width + x) * 4
      if (x >= lap) {
        made.set(data.subarray(own, own + 4), to)
        continue
      }
      // At its very beginning it is what comes after its new end.
      const share = (x + 0.5) / lap
      const other = (y * width + out + x) * 4
      const [oa, ta] = [data[own + 3]! * share, data[other + 3]! * (1 - share)]
      const alpha = oa + ta
      for (let c = 0; c < 3; c++) made[to + c] = alpha === 0 ? 0 : (data[own + c]! * oa + data[other + c]! * ta) / alpha
      made[to + 3] = alpha
    }
  return { width: out, height, data: made }
}

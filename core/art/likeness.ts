import type { Pixels } from './pixels'

const BINS = 4

/** Share of pixels in each of 64 colour boxes (4 a channel); see-through pixels are left out. Sums to 1, or all 0. */
export function colourShares(pixels: Pixels): Float64Array {
  const shares = new Float64Array(BINS ** 3)
  let seen = 0
  for (let i = 0; i < pixels.data.length; i += 4) {
    if (pixels.data[i + 3]! < 128) continue
    const bin = ((pixels.data[i]! >> 6) * BINS + (pixels.data[i + 1]! >> 6)) * BINS + (pixels.data[i + 2]! >> 6)
    shares[bin]!++
    seen++
  }
  if (seen > 0) for (let i = 0; i < shares.length; i++) shares[i]! /= seen
  return shares
}

/** True when all drawn pixels are within `spread` (0..255) of each other: nothing to see. */
export function isBlank(pixels: Pixels, spread = 12): boolean {
  const low = [255, 255, 255]
  const high = [0, 0, 0]
  for (let i = 0; i < pixels.data.length; i += 4) {
    if (pixels.data[i + 3]! < 128) continue
    for (let c = 0; c < 3; c++) {
      low[c] = Math.min(low[c]!, pixels.data[i + c]!)
      high[c] = Math.max(high[c]!, pixels.data[i + c]!)
    }
  }
  return low.every((value, c) => high[c]! - value <= spread)
}

import type { Pixels } from './pixels'

/** Mean difference of two rows, 0..255, over colour and alpha; see-through pixels have no colour. */
function rowsApart(pixels: Pixels, a: number, b: number): number {
  let sum = 0
  for (let x = 0; x < pixels.width; x++) {
    const i = (a * pixels.width + x) * 4
    const j = (b * pixels.width + x) * 4
    const alphaA = pixels.data[i + 3]!
    const alphaB = pixels.data[j + 3]!
    sum += Math.abs(alphaA - alphaB)
    for (let c = 0; c < 3; c++) sum += Math.abs(pixels.data[i + c]! * alphaA - pixels.data[j + c]! * alphaB) / 255
  }
  return sum / (pixels.width * 4)
}

/**
 * From where down a column repeats, 0..1 of its height: the row in the middle half whose rows above meet the last rows
 * best, so that the seam between two pieces is hard to see. Of equals the lowest share of cap wins: a longer piece
 * repeats less often.
 */
export function findRepeat(pixels: Pixels): number {
  const { height } = pixels
  if (height < 8) return 0.5
  const rows = Math.min(4, Math.floor(height / 8))
  let best = Math.round(height / 2)
  let least = Infinity
  for (let from = Math.floor(height * 0.25); from <= Math.floor(height * 0.75); from++) {
    // Above the seam stands the end of the piece, below it its beginning: both must go on as they do in the drawing.
    let apart = 0
    for (let k = 1; k <= rows; k++) apart += rowsApart(pixels, from - k, height - k)
    if (apart < least - 1e-9) {
      least = apart
      best = from
    }
  }
  return best / height
}

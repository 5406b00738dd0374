import { looksLikePixelArt, type Pixels } from './pixels'

/**
 * How many times a drawing made pixel by pixel was enlarged: the largest whole factor at which every block of it has
 * one colour. 1 when it was not, or when it is no such drawing.
 */
export function enlargement(pixels: Pixels): number {
  const { width, height, data } = pixels
  const words = new Uint32Array(data.buffer.slice(data.byteOffset, data.byteOffset + data.byteLength))
  const most = Math.min(32, width, height)
  for (let factor = most; factor > 1; factor--) {
    if (width % factor !== 0 || height % factor !== 0) continue
    let even = true
    for (let y = 0; even && y < height; y++)
      for (let x = 0; x < width; x++) {
        const first = words[(y - (y % factor)) * width + (x - (x % factor))]!
        if (words[y * width + x] !== first) {
          even = false
          break
        }
      }
    if (even) return factor
  }
  return 1
}

export interface CrispArt {
  /** Drawn px from top to bottom, after any enlargement is taken back. */
  pixels: number
  /** World units it is shown with. */
  height: number
}

/** px of the art a drawing has from top to bottom; null for smooth drawings. */
export function artPixels(pixels: Pixels): number | null {
  return looksLikePixelArt(pixels) ? pixels.height / enlargement(pixels) : null
}

/**
 * The grid that suits most of a game's drawings: the middle of the px each shows per world unit, as a whole number of
 * 8..48; null when there are none.
 */
export function gridFor(art: readonly CrispArt[]): number | null {
  const each = art.map((one) => one.pixels / one.height).sort((a, b) => a - b)
  if (each.length === 0) return null
  return Math.max(8, Math.min(48, Math.round(each[Math.floor((each.length - 1) / 2)]!)))
}

/** Shown height (world units) at which each px of the art is a whole number of the grid's px. */
export function heightOnGrid(pixels: number, height: number, grid: number): number {
  const zoom = Math.max(1, Math.round((height * grid) / pixels))
  return Math.max(0.1, Math.min(10, (pixels * zoom) / grid))
}

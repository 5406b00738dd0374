import { LONG_SIDE, wholeZoom } from '../game/stage'
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

/** Widths that stages are shown with, px: on a bench, on phones held either way, in windows and on whole screens. */
const STAGE_WIDTHS = [360, 412, 576, 666, 740, 1152, 1280, 1600, 1920] as const
const LEAST_GRID = 8
const MOST_GRID = 48

/** Share of a stage's width, 0..1, that whole numbers leave free on the mean of usual screens. */
export function sparedBy(grid: number): number {
  const spared = STAGE_WIDTHS.map((width) => {
    const zoom = wholeZoom(width / LONG_SIDE, grid)
    // A screen that would be filled too little is filled like any other.
    return zoom === 0 ? 0 : 1 - (zoom * grid * LONG_SIDE) / width
  })
  return spared.reduce((sum, one) => sum + one, 0) / spared.length
}

/**
 * The grid that suits most of a game's drawings: near the middle of the px each shows per world unit, and of those the
 * whole number of 8..48 that leaves the least of usual screens free; null when there are none.
 */
export function gridFor(art: readonly CrispArt[]): number | null {
  const each = art.map((one) => one.pixels / one.height).sort((a, b) => a - b)
  if (each.length === 0) return null
  const middle = Math.max(LEAST_GRID, Math.min(MOST_GRID, each[Math.floor((each.length - 1) / 2)]!))
  let best = Math.round(middle)
  const cost = (grid: number) => sparedBy(grid) + Math.abs(grid / middle - 1) * 0.6
  for (let grid = LEAST_GRID; grid <= MOST_GRID; grid++)
    if (Math.abs(grid / middle - 1) <= 0.25 && cost(grid) < cost(best)) best = grid
  return best
}

/** Shown height (world units) at which each px of the art is a whole number of the grid's px. */
export function heightOnGrid(pixels: number, height: number, grid: number): number {
  const zoom = Math.max(1, Math.round((height * grid) / pixels))
  return Math.max(0.1, Math.min(10, (pixels * zoom) / grid))
}

import { contours } from 'd3-contour'
import { polygonArea, polygonCentroid } from 'd3-polygon'
import simplify from 'simplify-js'
import type { Point } from '../game/types'
import { coverage, type Pixels } from './pixels'

const GRID = 128

/** Alpha as a coarse grid (0..1, mean over each cell), so that a large picture traces as fast as a small one. */
export function alphaGrid(pixels: Pixels, most = GRID): { width: number; height: number; values: number[] } {
  const scale = Math.min(1, most / Math.max(pixels.width, pixels.height))
  // One empty cell all around: outlines at the very edge close properly.
  const width = Math.max(1, Math.round(pixels.width * scale))
  const height = Math.max(1, Math.round(pixels.height * scale))
  const sums = new Float64Array(width * height)
  const counts = new Float64Array(width * height)
  for (let y = 0, i = 3; y < pixels.height; y++) {
    const gy = Math.min(height - 1, Math.floor((y * height) / pixels.height))
    for (let x = 0; x < pixels.width; x++, i += 4) {
      const at = gy * width + Math.min(width - 1, Math.floor((x * width) / pixels.width))
      sums[at]! += pixels.data[i]! / 255
      counts[at]!++
    }
  }
  const values = new Array<number>((width + 2) * (height + 2)).fill(0)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      values[(y + 1) * (width + 2) + x + 1] = sums[y * width + x]! / counts[y * width + x]!
  return { width, height, values }
}

/**
 * Outline of the largest drawn piece, 0..1 of the picture, with at most `most` points (>= 3). Marching squares
 * over the alpha at one half, then Ramer-Douglas-Peucker with the smallest tolerance that keeps within `most`.
 * Null when nothing is drawn.
 */
export function outlineOf(pixels: Pixels, most = 12): Point[] | null {
  const grid = alphaGrid(pixels)
  const traced = contours()
    .size([grid.width + 2, grid.height + 2])
    .smooth(true)
    .thresholds([0.5])(grid.values)
  let ring: [number, number][] | null = null
  let area = 0
  for (const polygon of traced[0]?.coordinates ?? []) {
    const outer = polygon[0] as [number, number][]
    const size = Math.abs(polygonArea(outer))
    if (size > area) {
      area = size
      ring = outer
    }
  }
  if (ring === null) return null
  const points = ring.slice(0, -1).map(([x, y]) => ({ x, y }))
  let low = 0
  let high = Math.max(grid.width, grid.height)
  let best = points
  if (points.length > most)
    for (let i = 0; i < 24; i++) {
      const middle = (low + high) / 2
      const fewer = closedSimplify(points, middle)
      if (fewer.length <= most && fewer.length >= 3) {
        best = fewer
        high = middle
      } else if (fewer.length < 3) high = middle
      else low = middle
    }
  if (best.length > most) return FULL_BOX.map((p) => ({ ...p }))
  const round = (value: number) => Math.round(Math.max(0, Math.min(1, value)) * 10000) / 10000
  return best.map((p) => ({ x: round((p.x - 1) / grid.width), y: round((p.y - 1) / grid.height) }))
}

/** The simplifier keeps both ends of a line, so a ring is opened at the two points farthest apart. */
function closedSimplify(ring: readonly Point[], tolerance: number): Point[] {
  let far = 0
  let most = -1
  for (let i = 1; i < ring.length; i++) {
    const d = (ring[i]!.x - ring[0]!.x) ** 2 + (ring[i]!.y - ring[0]!.y) ** 2
    if (d > most) {
      most = d
      far = i
    }
  }
  const there = simplify([...ring.slice(0, far + 1)], tolerance, true)
  const back = simplify([...ring.slice(far), ring[0]!], tolerance, true)
  return [...there.slice(0, -1), ...back.slice(0, -1)]
}

export const FULL_BOX: Point[] = [
  { x: 0, y: 0 },
  { x: 1, y: 0 },
  { x: 1, y: 1 },
  { x: 0, y: 1 },
]

/** Area of a polygon given in 0..1, as a share of the frame. */
export function shapeArea(shape: readonly Point[]): number {
  return Math.abs(polygonArea(shape.map((p) => [p.x, p.y])))
}

export function shapeCentre(shape: readonly Point[]): Point {
  const [x, y] = polygonCentroid(shape.map((p) => [p.x, p.y]))
  return { x, y }
}

/** How large a hit shape is against what is drawn: 1 is just as large. Infinity when nothing is drawn. */
export function fairness(shape: readonly Point[], pixels: Pixels): number {
  const drawn = coverage(pixels)
  return drawn === 0 ? Infinity : shapeArea(shape) / drawn
}

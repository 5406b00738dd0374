import type { Pixels, Rect } from './pixels'

/** Half opaque or more counts as drawn. */
const DRAWN = 128
/** A top is the first line of a cell of which so much is drawn: a blade of grass is none. */
const TOP_SHARE = 0.5
/** Lines at an edge that are taken for a slip of the cut, and not for the drawing's own shape. px */
const MOST_HAIR = 3

const alphaAt = ({ width, data }: Pixels, x: number, y: number): number => data[(y * width + x) * 4 + 3]!

/** How many px of a cell, from above, come before its top; its whole height where it has none. */
export function topOf(pixels: Pixels, { x, y, w, h }: Rect): number {
  for (let row = 0; row < h; row++) {
    let drawn = 0
    for (let column = 0; column < w; column++) if (alphaAt(pixels, x + column, y + row) >= DRAWN) drawn++
    if (drawn >= w * TOP_SHARE) return row
  }
  return h
}

export const SIDES = ['left', 'right', 'below'] as const
export type Side = (typeof SIDES)[number]

/** A line of a cell, so many px in from a side: how many of its px are drawn. */
function drawnIn(pixels: Pixels, { x, y, w, h }: Rect, side: Side, inward: number): number {
  let drawn = 0
  if (side === 'below') {
    for (let i = 0; i < w; i++) if (alphaAt(pixels, x + i, y + h - 1 - inward) >= DRAWN) drawn++
    return drawn
  }
  const column = side === 'left' ? x + inward : x + w - 1 - inward
  for (let i = 0; i < h; i++) if (alphaAt(pixels, column, y + i) >= DRAWN) drawn++
  return drawn
}

/**
 * Empty lines between a side of a cell and its drawing, px: where two such tiles lie beside each other, a hair of what is
 * behind shows. 0 where there is none, or where so much is empty that it is meant.
 */
export function hairAt(pixels: Pixels, cell: Rect, side: Side): number {
  const most = Math.min(MOST_HAIR, (side === 'below' ? cell.h : cell.w) - 1)
  for (let inward = 0; inward <= most; inward++) if (drawnIn(pixels, cell, side, inward) > 0) return inward
  return 0
}

const copyOf = (pixels: Pixels): Pixels => ({ ...pixels, data: new Uint8ClampedArray(pixels.data) })

/**
 * Every cell with its top at the same line, the highest of them: what is lower goes up, and its last line is repeated
 * below. The picture itself where all are level.
 */
export function levelled(pixels: Pixels, cells: readonly Rect[], to: number): Pixels {
  const moves = cells
    .map((cell) => ({ cell, by: topOf(pixels, cell) - to }))
    .filter(({ cell, by }) => by > 0 && by < cell.h)
  if (moves.length === 0) return pixels
  const next = copyOf(pixels)
  for (const { cell, by } of moves)
    for (let row = 0; row < cell.h; row++) {
      const from = ((cell.y + Math.min(cell.h - 1, row + by)) * pixels.width + cell.x) * 4
      next.data.set(pixels.data.subarray(from, from + cell.w * 4), ((cell.y + row) * pixels.width + cell.x) * 4)
    }
  return next
}

/** Every cell drawn up to its sides: empty lines there become as the first line that is drawn. */
export function filledOut(pixels: Pixels, cells: readonly Rect[]): Pixels {
  let next: Pixels | null = null
  for (const cell of cells)
    for (const side of SIDES) {
      const hair = hairAt(pixels, cell, side)
      if (hair === 0) continue
      next ??= copyOf(pixels)
      for (let inward = 0; inward < hair; inward++)
        for (let i = 0; i < (side === 'below' ? cell.w : cell.h); i++) {
          const line = (depth: number): number =>
            side === 'below'
              ? (cell.y + cell.h - 1 - depth) * pixels.width + cell.x + i
              : (cell.y + i) * pixels.width + (side === 'left' ? cell.x + depth : cell.x + cell.w - 1 - depth)
          next.data.set(next.data.subarray(line(hair) * 4, line(hair) * 4 + 4), line(inward) * 4)
        }
    }
  return next ?? pixels
}

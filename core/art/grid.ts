import type { Strip } from '../kinds/drawing'
import type { Rect } from './pixels'

/** px of a cell of a strip: as it says, else an even share of the side. */
export function cellSize(width: number, height: number, cut: Strip): { w: number; h: number } {
  const along = (length: number, count: number, margin: number, gap: number) =>
    Math.max(1, Math.floor((length - margin * 2 - gap * (count - 1)) / count))
  const { columns, rows, marginX = 0, marginY = 0, gapX = 0, gapY = 0, cellW, cellH } = cut
  return { w: cellW ?? along(width, columns, marginX, gapX), h: cellH ?? along(height, rows, marginY, gapY) }
}

/** Cells of a strip, row by row, left-out ones included. px; what does not divide is lost at the right and below. */
export function cellsOf(width: number, height: number, cut: Strip): Rect[] {
  const { columns, rows, marginX = 0, marginY = 0, gapX = 0, gapY = 0 } = cut
  const { w, h } = cellSize(width, height, cut)
  return Array.from({ length: columns * rows }, (_, i) => ({
    x: Math.min(width - 1, marginX + (i % columns) * (w + gapX)),
    y: Math.min(height - 1, marginY + Math.floor(i / columns) * (h + gapY)),
    w,
    h,
  })).map((cell) => ({ ...cell, w: Math.min(cell.w, width - cell.x), h: Math.min(cell.h, height - cell.y) }))
}

/** px that no cell has at the right and below, beyond a margin like the one at the left and above. */
export function leftOver(width: number, height: number, cut: Strip): { x: number; y: number } {
  const { w, h } = cellSize(width, height, cut)
  const over = (length: number, count: number, margin: number, gap: number, size: number) =>
    Math.max(0, length - margin * 2 - count * (size + gap) + gap)
  return {
    x: over(width, cut.columns, cut.marginX ?? 0, cut.gapX ?? 0, w),
    y: over(height, cut.rows, cut.marginY ?? 0, cut.gapY ?? 0, h),
  }
}

/** As many cells of `w` x `h` px as fit beside and below each other. */
export function fitCells(width: number, height: number, cut: Strip, w: number, h: number): Strip {
  const { marginX = 0, marginY = 0, gapX = 0, gapY = 0 } = cut
  const along = (length: number, margin: number, gap: number, size: number) =>
    Math.max(1, Math.min(256, Math.floor((length - margin + gap) / (size + gap))))
  return {
    ...cut,
    columns: along(width, marginX, gapX, w),
    rows: along(height, marginY, gapY, h),
    cellW: Math.max(1, Math.min(width, w)),
    cellH: Math.max(1, Math.min(height, h)),
    without: [],
  }
}

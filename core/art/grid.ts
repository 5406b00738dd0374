import type { Strip } from '../pack/content'
import type { Pixels, Rect } from './pixels'
import { guessStrip } from './strip'

export interface GridGuess {
  cut: Strip
  /** What the guess rests on. */
  why: 'gutters' | 'repeats' | 'squares' | 'one picture'
}

interface Axis {
  count: number
  margin: number
  gap: number
}

/** Ink in each column (or row): the sum of alpha, or of the distance to a flat backdrop where nothing is see-through. */
function profiles(pixels: Pixels): { columns: Float64Array; rows: Float64Array } {
  const { width, height, data } = pixels
  const columns = new Float64Array(width)
  const rows = new Float64Array(height)
  if (hasClear(pixels)) {
    for (let y = 0, i = 3; y < height; y++) {
      let row = 0
      for (let x = 0; x < width; x++, i += 4) {
        const alpha = data[i]!
        if (alpha <= 8) continue
        columns[x]! += alpha
        row += alpha
      }
      rows[y] = row
    }
    return { columns, rows }
  }
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i += 4) {
      const ink = Math.max(
        Math.abs(data[i]! - data[0]!),
        Math.abs(data[i + 1]! - data[1]!),
        Math.abs(data[i + 2]! - data[2]!),
      )
      if (ink <= 8) continue
      columns[x]! += ink
      rows[y]! += ink
    }
  return { columns, rows }
}

function hasClear({ data }: Pixels): boolean {
  for (let i = 3; i < data.length; i += 4) if (data[i]! < 250) return true
  return false
}

interface Run {
  from: number
  length: number
}

function inkRuns(profile: Float64Array): Run[] {
  const runs: Run[] = []
  for (let i = 0; i < profile.length; i++) {
    if (profile[i] === 0) continue
    const last = runs.at(-1)
    if (last !== undefined && last.from + last.length === i) last.length++
    else runs.push({ from: i, length: 1 })
  }
  return runs
}

/** Cells without margins whose borders cut through no drawing, as many as have ink in every one. */
function evenCells(profile: Float64Array, most: number): Axis | null {
  for (let count = Math.min(most, 64); count >= 2; count--) {
    if (profile.length % count !== 0) continue
    const size = profile.length / count
    let good = size >= 4
    for (let k = 0; good && k < count; k++) {
      if (k > 0 && profile[k * size - 1]! > 0 && profile[k * size]! > 0) good = false
      let ink = 0
      for (let i = k * size; i < (k + 1) * size; i++) ink += profile[i]!
      if (ink === 0) good = false
    }
    if (good) return { count, margin: 0, gap: 0 }
  }
  return null
}

/** Cells of one size with one distance between them and the same margin on both sides. */
function gutterCells(profile: Float64Array, runs: readonly Run[]): Axis | null {
  const count = runs.length
  if (count < 2 || count > 64) return null
  const size = runs[0]!.length
  const period = runs[1]!.from - runs[0]!.from
  if (runs.some((run, i) => run.length !== size || (i > 0 && run.from - runs[i - 1]!.from !== period))) return null
  // Cells that fill the picture evenly keep the artist's canvas around the drawing.
  if (period * count === profile.length) return { count, margin: 0, gap: 0 }
  const margin = runs[0]!.from
  const rest = profile.length - margin - (period * count - (period - size))
  return Math.abs(rest - margin) <= 1 ? { count, margin, gap: period - size } : null
}

/** Every way to lay cells with a margin and a gap such that both are empty; the plainest one wins. */
function looseGutters(profile: Float64Array, runs: readonly Run[]): Axis | null {
  if (runs.length < 2) return null
  const empty = (from: number, to: number) => {
    for (let i = from; i < to; i++) if (profile[i]! > 0) return false
    return true
  }
  for (let count = Math.min(runs.length, 64); count >= 2; count--)
    for (let gap = 1; gap <= 32; gap++)
      for (let margin = 0; margin <= 32; margin++) {
        const free = profile.length - margin * 2 - gap * (count - 1)
        if (free < count * 4 || free % count !== 0) continue
        const size = free / count
        let good = empty(0, margin) && empty(profile.length - margin, profile.length)
        for (let k = 0; good && k < count; k++) {
          const from = margin + k * (size + gap)
          if (k > 0 && !empty(from - gap, from)) good = false
          else if (empty(from, from + size)) good = false
        }
        if (good) return { count, margin, gap }
      }
  return null
}

/** Cells that look alike: the smallest shift at which the columns repeat far better than at half of it. */
function repeating(pixels: Pixels, along: 'x' | 'y'): Axis | null {
  const length = along === 'x' ? pixels.width : pixels.height
  const across = along === 'x' ? pixels.height : pixels.width
  const lines = Math.min(48, across)
  const at = (i: number, line: number): number => {
    const j = Math.floor(((line + 0.5) * across) / lines)
    return ((along === 'x' ? j * pixels.width + i : i * pixels.width + j) * 4) | 0
  }
  const away = (shift: number): number => {
    let sum = 0
    let seen = 0
    for (let i = 0; i + shift < length; i++)
      for (let line = 0; line < lines; line += 2) {
        const a = at(i, line)
        const b = at(i + shift, line)
        for (let c = 0; c < 4; c++) sum += Math.abs(pixels.data[a + c]! - pixels.data[b + c]!)
        seen++
      }
    return sum / Math.max(1, seen)
  }
  for (let count = Math.min(32, Math.floor(length / 8)); count >= 2; count--) {
    if (length % count !== 0) continue
    const size = length / count
    const own = away(size)
    const between = Math.min(away(Math.round(size / 2)), away(Math.round(size / 3)))
    if (between > 4 && own < between * 0.45) return { count, margin: 0, gap: 0 }
  }
  return null
}

/**
 * Proposes how a strip or sheet is cut: by empty gutters (also with margins and spacing), else by content that
 * repeats, else by squares, else as one picture.
 */
export function findGrid(pixels: Pixels): GridGuess {
  const { columns, rows } = profiles(pixels)
  const axis = (profile: Float64Array): Axis | null => {
    const runs = inkRuns(profile)
    return gutterCells(profile, runs) ?? evenCells(profile, runs.length) ?? looseGutters(profile, runs)
  }
  const framed = (profile: Float64Array, other: Axis | null): Axis | null => {
    // One row inside of the margin that its columns have.
    const [run, second] = inkRuns(profile)
    const margin = other?.margin ?? 0
    const inside = second === undefined && run?.from === margin && run.length === profile.length - margin * 2
    return margin > 0 && inside ? { count: 1, margin, gap: 0 } : null
  }
  const wideAxis = axis(columns)
  const tallAxis = axis(rows)
  const across = wideAxis ?? framed(columns, tallAxis)
  const down = tallAxis ?? framed(rows, wideAxis)
  if (across !== null || down !== null) return { cut: toCut(across, down), why: 'gutters' }
  const wide = repeating(pixels, 'x')
  const tall = repeating(pixels, 'y')
  if (wide !== null || tall !== null) return { cut: toCut(wide, tall), why: 'repeats' }
  const squares = guessStrip(pixels.width, pixels.height)
  return { cut: squares, why: squares.columns * squares.rows > 1 ? 'squares' : 'one picture' }
}

function toCut(across: Axis | null, down: Axis | null): Strip {
  const cut: Strip = { columns: across?.count ?? 1, rows: down?.count ?? 1 }
  if (across !== null && across.margin > 0) cut.marginX = across.margin
  if (down !== null && down.margin > 0) cut.marginY = down.margin
  if (across !== null && across.gap > 0) cut.gapX = across.gap
  if (down !== null && down.gap > 0) cut.gapY = down.gap
  return cut
}

/** Cells of a strip, row by row, left-out ones included. px; what does not divide is lost at the right and below. */
export function cellsOf(width: number, height: number, cut: Strip): Rect[] {
  const along = (length: number, count: number, margin: number, gap: number) =>
    Math.max(1, Math.floor((length - margin * 2 - gap * (count - 1)) / count))
  const { columns, rows, marginX = 0, marginY = 0, gapX = 0, gapY = 0 } = cut
  const w = along(width, columns, marginX, gapX)
  const h = along(height, rows, marginY, gapY)
  return Array.from({ length: columns * rows }, (_, i) => ({
    x: Math.min(width - 1, marginX + (i % columns) * (w + gapX)),
    y: Math.min(height - 1, marginY + Math.floor(i / columns) * (h + gapY)),
    w,
    h,
  })).map((cell) => ({ ...cell, w: Math.min(cell.w, width - cell.x), h: Math.min(cell.h, height - cell.y) }))
}

/** px that are left over at the right and below, 0 when the size divides. */
export function leftOver(width: number, height: number, cut: Strip): { x: number; y: number } {
  const over = (length: number, count: number, margin: number, gap: number) =>
    Math.max(0, length - margin * 2 - gap * (count - 1)) % count
  return {
    x: over(width, cut.columns, cut.marginX ?? 0, cut.gapX ?? 0),
    y: over(height, cut.rows, cut.marginY ?? 0, cut.gapY ?? 0),
  }
}

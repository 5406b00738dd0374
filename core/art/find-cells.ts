import type { Strip } from '../kinds/drawing'
import { COARSE, GRAIN, holesIn, inkIn, inkSums, neighbours, printOf, type InkSums } from './cell-prints'
import { cellsOf, cellSize } from './grid'
import { inkOf, type Ink } from './ink'
import type { Pixels } from './pixels'
import { axes, CROSSES, promise, type Axis } from './sheet-axes'
import { sideOf, type Side } from './sheet-sides'

/** What speaks for a cut, or against it, in the order it is told. */
export type Evidence = 'clear lines' | 'ink crossed' | 'alike' | 'even' | 'edges repeat'

export interface CellsFound {
  cut: Strip
  /** Sure enough to cut without asking, likely enough to offer it, or neither: one picture. */
  trust: 'sure' | 'likely' | 'none'
  /** How well the cut fits; 0 for one picture, 1 and more for a cut that nothing speaks against. */
  score: number
  evidence: Evidence[]
  /** Lines of the cut that go through a drawing. */
  crossed: number
  /** Cells with something drawn in them. */
  drawn: number
}

/** Judging one way to cut takes up to a few ms; this many are judged, the most promising first. */
const MOST_JUDGED = 40

function cutOf(width: number, height: number, across: Axis | null, down: Axis | null): Strip {
  const cut: Strip = { columns: across?.count ?? 1, rows: down?.count ?? 1 }
  const side = (axis: Axis | null, length: number) => {
    if (axis === null) return { margin: 0, gap: 0, exact: true }
    const used = axis.count * (axis.size + axis.gap) - axis.gap
    return { margin: axis.offset, gap: axis.gap, exact: used + axis.offset * 2 === length }
  }
  const [x, y] = [side(across, width), side(down, height)]
  if (x.margin > 0) cut.marginX = x.margin
  if (y.margin > 0) cut.marginY = y.margin
  if (x.gap > 0) cut.gapX = x.gap
  if (y.gap > 0) cut.gapY = y.gap
  if (!x.exact) cut.cellW = across!.size
  if (!y.exact) cut.cellH = down!.size
  return cut
}

/** One row in the middle of its side has the margin that its columns have, where its ink says so. */
function framed(cut: Strip, wide: Side, tall: Side): Strip {
  const inside = ({ runs, length }: Side, margin: number) =>
    margin > 0 && runs.length === 1 && runs[0]!.from === margin && runs[0]!.to === length - margin
  const { columns, rows, marginX = 0, marginY = 0 } = cut
  if (rows === 1 && inside(tall, marginX)) return { ...cut, marginY: marginX }
  return columns === 1 && inside(wide, marginY) ? { ...cut, marginX: marginY } : cut
}

interface Look {
  pixels: Pixels
  ink: Ink
  sums: InkSums
}

interface Judged extends CellsFound {
  across: Axis | null
  down: Axis | null
  likeness: number
  spread: number
}

function judge({ pixels, ink: { mask, full }, sums }: Look, across: Axis | null, down: Axis | null): Judged {
  const { width, height } = pixels
  const cut = cutOf(width, height, across, down)
  const { columns, rows } = cut
  const cells = cellsOf(width, height, cut)
  const prints = cells.map((cell) => printOf(pixels, mask, sums, cell, cells.length > 64 ? COARSE : GRAIN))
  const { likeness, colours, spread, drawn } = neighbours(prints, columns)
  const sides = [across, down].filter((axis) => axis !== null)
  const lines = sides.reduce((sum, axis) => sum + axis.count - 1, 0)
  const over = (of: (axis: Axis) => number) => sides.reduce((sum, axis) => sum + of(axis) * (axis.count - 1), 0) / lines
  const crossing = over((axis) => axis.crossing)
  const edges = over((axis) => axis.edges)
  const repeat = over((axis) => axis.repeat)
  const crossed = sides.reduce((sum, axis) => sum + axis.crossed, 0)
  const bits = sides.reduce((sum, axis) => sum + axis.bits, 0)
  const outside = sides.reduce((sum, axis) => sum + axis.outside, 0)
  const { w, h } = cells[0]!
  const shape = Math.abs(Math.log2(w / h))
  const exact = cut.cellW === undefined && cut.cellH === undefined
  const gaps = (cut.gapX ?? 0) + (cut.gapY ?? 0) + (cut.marginX ?? 0) + (cut.marginY ?? 0) > 0
  const fit =
    0.55 +
    (full
      ? edges * 0.5 - 0.5
      : Math.max(-6, Math.min(16, bits)) * 0.025 +
        (likeness - 0.5) * 0.7 -
        crossing * (1.1 - 0.7 * Math.max(0, repeat))) +
    (colours - 0.8) * 0.3 +
    Math.max(-0.2, Math.min(0.6, repeat)) * 0.6 -
    Math.max(0, spread - 0.25) * 0.2 -
    (holesIn(prints, columns) / cells.length) * 1.2 -
    outside * 3 -
    Math.max(0, shape - 0.8) * 0.2 +
    (w === h ? 0.12 : 0) +
    (exact ? 0.14 : 0) +
    (sides.every((axis) => axis.single) && drawn >= 3 ? 0.15 : 0) +
    (sides.every((axis) => axis.tight) ? 0.08 : 0) +
    (full && Math.min(columns, rows) === 1 && w === h ? 0.3 : 0) -
    (gaps ? 0.03 : 0)
  const square = w === h && exact && w >= 16 && Math.min(columns, rows) === 1
  const row = square && ((lines >= 3 && (likeness > 0.8 || full)) || (lines >= 5 && likeness > 0.4))
  const score = row ? Math.max(0.3, fit) : Math.max(0, fit)
  const evidence: Evidence[] = []
  if (!full) evidence.push(crossed === 0 ? 'clear lines' : 'ink crossed')
  else if (edges > 0.8) evidence.push('edges repeat')
  if (likeness > 0.55 && !full) evidence.push('alike')
  if (exact) evidence.push('even')
  const small = Math.max(width, height) <= 48 && Math.max(width, height) < Math.min(width, height) * 1.5
  let trust: CellsFound['trust'] = 'none'
  if (drawn >= 2 && outside < 0.02) {
    if (full) {
      const strip = Math.min(columns, rows) === 1 && shape <= 1
      if (row || ((w === h || strip) && !small && (edges > 0.85 || repeat > 0.5) && score > 0.55)) trust = 'likely'
      // Six squares in a row, each like the next and with an edge of its own.
      if (strip && w === h && lines >= 5 && score > 0.9) trust = 'sure'
    } else {
      const pair = drawn === 2 && (likeness < 0.6 || repeat < 0.4)
      if ((score > 0.62 && !pair && !(small && crossed > 0)) || row) trust = 'likely'
      const told = bits >= 4 || repeat > 0.35
      const clear = crossing < 0.1 && told && (exact || (drawn >= 4 && outside === 0)) && likeness > 0.28
      // Squares that are so alike that it does not matter where they touch.
      const same = exact && w === h && drawn >= 3 && repeat > 0.6 && likeness > 0.8
      if (
        !small &&
        !pair &&
        ((score > 0.85 && (clear || same)) || (score > (w === h ? 0.9 : 1) && exact && drawn >= 4))
      )
        trust = 'sure'
    }
  }
  return { cut, score, trust, evidence, crossed, drawn, across, down, likeness, spread }
}

/**
 * Finds the cells of a strip or sheet by the likeness of neighbouring cells, the ink a cut would go through, empty
 * lines, even spacing and what repeats; what is left over at the right and below may stay unused. Says how sure it is.
 */
export function findCells(pixels: Pixels): CellsFound {
  const ink = inkOf(pixels)
  const look: Look = { pixels, ink, sums: inkSums(pixels, ink.mask) }
  const [wideSide, tallSide] = [sideOf(pixels, ink, 'x'), sideOf(pixels, ink, 'y')]
  const wide = axes(wideSide, ink.full)
  const tall = axes(tallSide, ink.full)
  const pairs = [null, ...wide].flatMap((across) =>
    [null, ...tall]
      .filter((down) => (across !== null || down !== null) && (across?.count ?? 1) * (down?.count ?? 1) <= 1024)
      .map((down) => ({
        ...{ across, down },
        promise: (across === null ? 0 : promise(across, ink.full)) + (down === null ? 0 : promise(down, ink.full)),
      })),
  )
  let best: Judged | null = null
  const all: Judged[] = []
  const tried = pairs.sort((a, b) => b.promise - a.promise).slice(0, MOST_JUDGED)
  const squares = squareRow(pixels, wide, tall)
  if (squares !== null) tried.push({ ...squares, promise: 0 })
  for (const { across, down } of tried) {
    const judged = judge(look, across, down)
    all.push(judged)
    if (best === null || judged.score > best.score) best = judged
  }
  if (best === null)
    return { cut: { columns: 1, rows: 1 }, trust: 'none', score: 0, evidence: [], crossed: 0, drawn: 1 }
  // A row of squares that are all alike is worth asking about, whatever it looks like otherwise.
  if (best.trust === 'none') best = all.find((one) => one.trust === 'likely') ?? best
  let finest = best
  if (best.trust !== 'none')
    for (const one of all.sort((a, b) => b.score - a.score))
      if (refines(one, best) && one.drawn > finest.drawn) finest = one
  const { cut, trust, score, evidence, crossed, drawn } = finest
  return { cut: framed(cut, wideSide, tallSide), trust, score, evidence, crossed, drawn }
}

/** A strip that is a whole number of squares long. */
function squareRow({ width, height }: Pixels, wide: readonly Axis[], tall: readonly Axis[]) {
  const of = (sides: readonly Axis[], size: number) =>
    sides.find((axis) => axis.size === size && axis.gap === 0 && axis.offset === 0) ?? null
  const across = width > height ? of(wide, height) : null
  const down = height > width ? of(tall, width) : null
  return across === null && down === null ? null : { across, down }
}

/** Whether the cells of one way to cut come apart again just as well in another: then each was several pictures. */
function refines(finer: Judged, coarser: Judged): boolean {
  const side = (a: Axis | null, b: Axis | null): boolean => {
    const [many, few] = [a?.count ?? 1, b?.count ?? 1]
    if (many === few) return true
    if (a === null || many % few !== 0) return false
    if (a.crossing === 0 && a.bits > 1 && (finer.likeness > 0.3 || a.single) && finer.spread < 0.4) return true
    if ((a.crossing < 0.12 || a.repeat > 0.85) && finer.likeness > 0.95) return true
    return a.crossing < (b?.crossing ?? 0) + 0.12 && a.repeat > Math.max(0.3, (b?.repeat ?? 0) - 0.2)
  }
  return finer.score > coarser.score - 0.3 && side(finer.across, coarser.across) && side(finer.down, coarser.down)
}

/** What a cut does to a picture: lines (from 1) that go through a drawing, and cells (from 0) with nothing in them. */
export interface CutLook {
  across: number[]
  down: number[]
  empty: number[]
}

export function lookAtCut(pixels: Pixels, cut: Strip): CutLook {
  const ink = inkOf(pixels)
  const { w, h } = cellSize(pixels.width, pixels.height, cut)
  const crossedOn = (along: 'x' | 'y', count: number, size: number, gap: number, offset: number): number[] => {
    const side = sideOf(pixels, ink, along)
    const crossed: number[] = []
    for (let k = 1; k < count; k++) {
      const line = offset + k * (size + gap)
      if (line >= side.length) break
      let goesOn = side.cross[line]!
      for (let i = line - gap; i < line; i++) goesOn = Math.max(goesOn, side.ink[i]!)
      if (!ink.full && goesOn > side.meanCross * CROSSES) crossed.push(k)
    }
    return crossed
  }
  const sums = inkSums(pixels, ink.mask)
  const { columns, rows, marginX = 0, marginY = 0, gapX = 0, gapY = 0 } = cut
  return {
    across: crossedOn('x', columns, w, gapX, marginX),
    down: crossedOn('y', rows, h, gapY, marginY),
    empty: cellsOf(pixels.width, pixels.height, cut).flatMap((cell, i) =>
      inkIn(sums, cell.x, cell.y, cell.x + cell.w, cell.y + cell.h) === 0 ? [i] : [],
    ),
  }
}

import type { Strip } from '../pack/content'
import { cellsOf, cellSize } from './grid'
import { inkOf, type Ink } from './ink'
import type { Pixels, Rect } from './pixels'

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

/** Cells along one side: `count` of `size` px, `gap` px between, from `offset`. */
interface Axis {
  count: number
  size: number
  gap: number
  offset: number
  /** 0..1: ink that goes on across the lines, as a share of how much goes on across any. */
  crossing: number
  /** Lines with more than a little of that. */
  crossed: number
  /** What lines that meet no ink tell, in bits: the fewer such lines there are anywhere, the more. */
  bits: number
  /** Share of the lines at which a picture without backdrop changes more than elsewhere. */
  edges: number
  /** Each cell has one run of ink of its own, from the first line to the last. */
  single: boolean
  /** The runs of ink begin and end where the cells do. */
  tight: boolean
  /** Ink that no cell has, as a share of all. */
  outside: number
  /** How much better the picture fits itself moved by one cell than moved by anything: below 0 for worse, to 1. */
  repeat: number
}

/** Ink that goes on over a line, as a share of what goes on over any, from which it crosses a drawing. */
const CROSSES = 0.12

export const MOST_CELLS = 256
/** Smaller cells than this are parts of a drawing. */
const LEAST_PX = 6
/** Judging one way to cut takes up to a few ms; this many are judged, the most promising first. */
const MOST_JUDGED = 40

/** Sums along one side that all candidates are judged by. */
interface Side {
  length: number
  across: number
  /** Ink in each line. */
  ink: Float64Array
  /** Ink that goes on from the line before into this one. */
  cross: Float64Array
  meanCross: number
  /** Difference to the line before, for pictures without any backdrop. */
  jump: Float64Array
  meanJump: number
  /** Share of the places between two lines where no ink goes on. */
  clearShare: number
  allInk: number
  runs: readonly Run[]
  /** Likeness of the picture with itself moved by so many px. */
  repeat: (shift: number) => number
}

const sumOf = (values: Float64Array): number => values.reduce((sum, value) => sum + value, 0)

function sideOf(pixels: Pixels, { mask, full }: Ink, along: 'x' | 'y'): Side {
  const { width, height, data } = pixels
  const [length, across] = along === 'x' ? [width, height] : [height, width]
  const [step, stride] = along === 'x' ? [1, width] : [width, 1]
  const ink = new Float64Array(length)
  const cross = new Float64Array(length)
  const jump = new Float64Array(length)
  for (let j = 0; j < across; j++)
    for (let i = 0, p = j * stride; i < length; i++, p += step) {
      if (mask[p] === 0) continue
      ink[i]!++
      if (i === 0 || mask[p - step] === 0) continue
      cross[i]!++
      if (!full) continue
      const [a, b] = [p * 4, (p - step) * 4]
      jump[i]! +=
        Math.abs(data[a]! - data[b]!) + Math.abs(data[a + 1]! - data[b + 1]!) + Math.abs(data[a + 2]! - data[b + 2]!)
    }
  const places = Math.max(1, length - 1)
  return {
    ...{ length, across, ink, cross, jump },
    meanCross: sumOf(cross) / places,
    meanJump: sumOf(jump) / places,
    clearShare: cross.reduce((sum, one, i) => sum + (i > 0 && one === 0 ? 1 : 0), 0) / places,
    allInk: sumOf(ink),
    runs: full ? [] : runsOf(ink),
    repeat: repeats(pixels, mask, length, across, step, stride),
  }
}

/** Lines of the other side that are looked at for likeness, and px along each. */
const SAMPLED = 72
const SAMPLED_PX = 640

function repeats(pixels: Pixels, mask: Uint8Array, length: number, across: number, step: number, stride: number) {
  const { data } = pixels
  const lines = Math.min(SAMPLED, across)
  const away = new Map<number, number>()
  /** Mean difference per inked px, 0..1. */
  const distance = (shift: number): number => {
    const known = away.get(shift)
    if (known !== undefined) return known
    let sum = 0
    let seen = 0
    const skip = Math.max(1, Math.floor((length - shift) / SAMPLED_PX))
    for (let line = 0; line < lines; line++) {
      const from = Math.floor(((line + 0.5) * across) / lines) * stride
      for (let i = line % skip; i + shift < length; i += skip) {
        const p = from + i * step
        const q = p + shift * step
        const [inP, inQ] = [mask[p]!, mask[q]!]
        if (inP === 0 && inQ === 0) continue
        seen++
        if (inP !== inQ) sum += 1
        else {
          const [a, b] = [p * 4, q * 4]
          const [red, green, blue] = [data[a]! - data[b]!, data[a + 1]! - data[b + 1]!, data[a + 2]! - data[b + 2]!]
          sum += (Math.abs(red) + Math.abs(green) + Math.abs(blue)) / 765
        }
      }
    }
    const found = seen === 0 ? 1 : sum / seen
    away.set(shift, found)
    return found
  }
  const most = Math.floor(length / 2)
  const probes = Array.from({ length: 24 }, (_, k) => distance(Math.max(2, Math.round((most * (k + 1)) / 24))))
  const usual = probes.sort((a, b) => a - b)[12] ?? 1
  const alike = (shift: number): number => (usual < 0.002 || shift >= length ? 0 : 1 - distance(shift) / usual)
  // What is as alike a little nearer and a little further is smooth, and repeats nothing.
  return (shift: number): number => {
    const nearer = alike(Math.round(shift * 0.75))
    const further = shift * 1.25 > length * 0.55 ? nearer : alike(Math.round(shift * 1.25))
    return alike(shift) - Math.max(0, (nearer + further) / 2)
  }
}

/** How a way to lay lines fits one side. */
function axisOf(side: Side, count: number, size: number, gap: number, offset: number, full: boolean): Axis | null {
  const { length, ink, cross, meanCross, jump, meanJump, clearShare, allInk, runs, repeat } = side
  const pitch = size + gap
  const end = offset + count * pitch - gap
  if (count < 2 || size < LEAST_PX || end > length) return null
  const surprise = -Math.log2(Math.min(1, Math.max(0.02, clearShare)))
  let crossing = 0
  let crossed = 0
  let edges = 0
  let bits = 0
  for (let k = 1; k < count; k++) {
    const line = offset + k * pitch
    let goesOn = cross[line]!
    for (let i = line - gap; i < line; i++) goesOn = Math.max(goesOn, ink[i]!)
    if (full && jump[line]! > meanJump * 1.25) edges++
    const share = meanCross === 0 ? (goesOn > 0 ? 1 : 0) : Math.min(1.4, goesOn / meanCross)
    crossing += share
    if (share > CROSSES) crossed++
    bits += share === 0 ? surprise : share <= CROSSES ? surprise / 2 : -4 * share
  }
  // A gap with ink in it is none.
  if (gap > 0 && crossed > 0) return null
  let outside = 0
  for (let i = 0; i < offset; i++) outside += ink[i]!
  for (let i = end; i < length; i++) outside += ink[i]!
  return {
    ...{ count, size, gap, offset, crossed, bits },
    crossing: crossing / (count - 1),
    edges: edges / (count - 1),
    single: count === runs.length && crossing === 0,
    tight:
      count === runs.length &&
      runs.every((run, k) => run.from === offset + k * pitch && run.to === offset + k * pitch + size),
    outside: outside / Math.max(1, allInk),
    repeat: repeat(pitch),
  }
}

interface Run {
  from: number
  to: number
}

function runsOf(ink: Float64Array): Run[] {
  const runs: Run[] = []
  for (let i = 0; i < ink.length; i++) {
    if (ink[i] === 0) continue
    const last = runs.at(-1)
    if (last !== undefined && last.to === i) last.to++
    else runs.push({ from: i, to: i + 1 })
  }
  return runs
}

/** How promising an axis is by itself. */
const promise = (axis: Axis, full: boolean): number =>
  axis.repeat +
  (full ? axis.edges : -axis.crossing * 1.5) +
  Math.max(-0.5, Math.min(12, axis.bits)) * 0.05 -
  axis.outside * 2 -
  (axis.gap + axis.offset > 0 ? 0.05 : 0)

type Lay = (count: number, size: number, gap: number, offset: number) => void

/** Margins and gaps that are really empty. */
function layGutters({ length, ink, runs }: Side, lay: Lay): void {
  const empty = (from: number, to: number) => {
    for (let i = Math.max(0, from); i < Math.min(length, to); i++) if (ink[i]! > 0) return false
    return true
  }
  for (let gap = 0; gap <= 32; gap++)
    for (let margin = 0; margin <= 32; margin++) {
      if (gap === 0 && margin === 0) continue
      if (!empty(0, margin) || !empty(length - margin, length)) break
      for (let count = 2; count <= Math.min(MOST_CELLS, runs.length); count++) {
        const free = length - margin * 2 - gap * (count - 1)
        if (free < count * LEAST_PX || free % count !== 0) continue
        const size = free / count
        let good = true
        for (let k = 1; good && gap > 0 && k < count; k++) {
          const from = margin + k * (size + gap) - gap
          good = empty(from, from + gap)
        }
        if (good) lay(count, size, gap, margin)
      }
    }
}

/** Distances from cell to cell that the drawings keep. */
function pitchesOf(side: Side): Set<number> {
  const { runs } = side
  const pitches = new Set<number>()
  for (let i = 0; i + 1 < Math.min(runs.length, 12); i++)
    for (const j of [i + 1, i + 2])
      if (j < runs.length) {
        pitches.add(runs[j]!.from - runs[i]!.from)
        pitches.add(runs[j]!.to - runs[i]!.to)
        pitches.add(Math.round((runs[j]!.from + runs[j]!.to - runs[i]!.from - runs[i]!.to) / 2))
      }
  const peaks: { shift: number; repeat: number }[] = []
  for (let shift = LEAST_PX; shift <= Math.min(512, side.length / 2); shift++) {
    const repeat = side.repeat(shift)
    if (repeat > 0.12 && repeat >= side.repeat(shift - 1) && repeat >= side.repeat(shift + 1))
      peaks.push({ shift, repeat })
  }
  for (const { shift } of peaks.sort((a, b) => b.repeat - a.repeat).slice(0, 10)) pitches.add(shift)
  return pitches
}

/** Ways to lay lines over a side, each judged; the better ones first. */
function axes(side: Side, full: boolean): Axis[] {
  const { length, across, runs } = side
  const found = new Map<string, Axis>()
  const plain = new Set<number>()
  const lay: Lay = (count, size, gap, offset) => {
    const key = `${count} ${size} ${gap} ${offset}`
    // Cells that fill the side and cut nothing keep the artist's canvas: no other way to lay as many is needed.
    if (found.has(key) || count > MOST_CELLS || plain.has(count)) return
    const axis = axisOf(side, count, size, gap, offset, full)
    if (axis === null) return
    found.set(key, axis)
    if (count * size === length && axis.crossed === 0) plain.add(count)
  }
  for (let count = 2; count <= Math.min(MOST_CELLS, length / LEAST_PX); count++)
    if (length % count === 0) lay(count, length / count, 0, 0)
  if (!full) layGutters(side, lay)
  for (const pitch of pitchesOf(side)) {
    if (pitch < LEAST_PX || pitch > length / 2) continue
    const first = runs[0]?.from ?? 0
    // The offset at which the lines cross least.
    let best = { offset: 0, sum: Number.POSITIVE_INFINITY }
    for (let offset = 0; offset <= Math.min(first, pitch - 1); offset++) {
      let sum = 0
      for (let at = offset + pitch; at < length; at += pitch) sum += side.cross[at]!
      if (sum < best.sum) best = { offset, sum }
    }
    for (const offset of new Set([0, first, best.offset])) {
      const whole = Math.floor((length - offset) / pitch)
      lay(whole, pitch, 0, offset)
      // One more, whose last px the file ends before: all are cut as wide as the rest allows.
      const rest = length - offset - whole * pitch
      if (rest >= pitch * 0.5 && pitch - rest <= 32) lay(whole + 1, rest, pitch - rest, offset)
    }
  }
  const sorted = [...found.values()].sort((a, b) => promise(b, full) - promise(a, full))
  // Of ways to lay as many, the best two: else the margins and gaps of one crowd out all others.
  const each = new Map<number, number>()
  const few = sorted.filter((axis) => {
    const known = each.get(axis.count) ?? 0
    each.set(axis.count, known + 1)
    return known < 2
  })
  return few.filter((axis, i) => i < 14 || (axis.size === across && axis.gap + axis.offset === 0))
}

/** Sums of ink left of and above each px (Crow 1984): the ink of any box with four looks. */
interface InkSums {
  width: number
  sums: Uint32Array
}

function inkSums({ width, height }: Pixels, mask: Uint8Array): InkSums {
  const sums = new Uint32Array((width + 1) * (height + 1))
  for (let y = 0; y < height; y++)
    for (let x = 0, row = 0; x < width; x++) {
      row += mask[y * width + x]!
      sums[(y + 1) * (width + 1) + x + 1] = sums[y * (width + 1) + x + 1]! + row
    }
  return { width: width + 1, sums }
}

function inkIn({ width, sums }: InkSums, x: number, y: number, right: number, bottom: number): number {
  return sums[bottom * width + right]! - sums[y * width + right]! - sums[bottom * width + x]! + sums[y * width + x]!
}

/** Fields a side that cells are compared by, and where there are many of them. */
const GRAIN = 10
const COARSE = 5

/** How a cell is filled, 0..1 on square fields and altogether, and its mean colour. */
interface Print {
  fields: Float32Array
  colour: [number, number, number]
  ink: number
}

function printOf({ width, data }: Pixels, mask: Uint8Array, sums: InkSums, cell: Rect, grain: number): Print {
  const fields = new Float32Array(grain * grain)
  for (let j = 0; j < grain; j++)
    for (let i = 0; i < grain; i++) {
      const x = cell.x + Math.floor((i * cell.w) / grain)
      const y = cell.y + Math.floor((j * cell.h) / grain)
      const right = Math.max(x + 1, cell.x + Math.floor(((i + 1) * cell.w) / grain))
      const bottom = Math.max(y + 1, cell.y + Math.floor(((j + 1) * cell.h) / grain))
      fields[j * grain + i] = inkIn(sums, x, y, right, bottom) / ((right - x) * (bottom - y))
    }
  const colour: [number, number, number] = [0, 0, 0]
  let seen = 0
  const stepX = Math.max(1, cell.w / grain)
  const stepY = Math.max(1, cell.h / grain)
  for (let y = stepY / 2; y < cell.h; y += stepY)
    for (let x = stepX / 2; x < cell.w; x += stepX) {
      const p = (cell.y + Math.floor(y)) * width + cell.x + Math.floor(x)
      if (mask[p] === 0) continue
      for (let c = 0; c < 3; c++) colour[c]! += data[p * 4 + c]!
      seen++
    }
  const ink = inkIn(sums, cell.x, cell.y, cell.x + cell.w, cell.y + cell.h) / (cell.w * cell.h)
  return { fields, colour: colour.map((c) => c / Math.max(1, seen)) as Print['colour'], ink }
}

/** 0..1: overlap of what two cells have drawn (intersection over union). */
function overlap(a: Print, b: Print): number {
  let both = 0
  let either = 0
  for (let i = 0; i < a.fields.length; i++) {
    both += Math.min(a.fields[i]!, b.fields[i]!)
    either += Math.max(a.fields[i]!, b.fields[i]!)
  }
  return either === 0 ? 0 : both / either
}

const colourNear = (a: Print, b: Print): number =>
  1 - Math.min(1, a.colour.reduce((sum, one, c) => sum + Math.abs(one - b.colour[c]!), 0) / 255)

/** How alike cells are to the one beside or below them, 0..1 each, and how much their ink differs. */
function neighbours(prints: readonly Print[], columns: number) {
  let likeness = 0
  let colours = 0
  let pairs = 0
  prints.forEach((print, i) => {
    if (print.ink === 0) return
    const beside = (i + 1) % columns === 0 ? undefined : prints[i + 1]
    const near = [beside, prints[i + columns]].filter((one) => one !== undefined && one.ink > 0) as Print[]
    if (near.length === 0) return
    likeness += Math.max(...near.map((one) => overlap(print, one)))
    colours += Math.max(...near.map((one) => colourNear(print, one)))
    pairs++
  })
  const inks = prints.map((print) => print.ink).filter((ink) => ink > 0)
  const mean = inks.reduce((sum, ink) => sum + ink, 0) / Math.max(1, inks.length)
  const variance = inks.reduce((sum, ink) => sum + (ink - mean) ** 2, 0) / Math.max(1, inks.length)
  return {
    likeness: likeness / Math.max(1, pairs),
    colours: colours / Math.max(1, pairs),
    spread: Math.sqrt(variance) / Math.max(1e-6, mean),
    drawn: inks.length,
  }
}

/** Empty cells that have drawn ones both right of and below them; at the end of rows and columns they are the rule. */
function holesIn(prints: readonly Print[], columns: number): number {
  let holes = 0
  prints.forEach((print, i) => {
    if (print.ink > 0) return
    const right = prints.slice(i + 1, i - (i % columns) + columns).some((one) => one.ink > 0)
    let below = false
    for (let j = i + columns; j < prints.length && !below; j += columns) below = prints[j]!.ink > 0
    if (right && below) holes++
  })
  return holes
}

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
      const clear = crossing < 0.1 && told && (exact || drawn >= 4) && likeness > 0.28
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

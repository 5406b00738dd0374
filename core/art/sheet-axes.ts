import type { Side } from './sheet-sides'

/** Cells along one side: `count` of `size` px, `gap` px between, from `offset`. */
export interface Axis {
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
export const CROSSES = 0.12

/** Cells along one side at most. */
const MOST_CELLS = 256
/** Smaller cells than this are parts of a drawing. */
const LEAST_PX = 6

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

/** How promising an axis is by itself. */
export const promise = (axis: Axis, full: boolean): number =>
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
    const hint = side.hint(shift)
    if (hint < 0.06 || hint < side.hint(shift - 1) - 0.02 || hint < side.hint(shift + 1) - 0.02) continue
    const repeat = side.repeat(shift)
    if (repeat > 0.12 && repeat >= side.repeat(shift - 1) && repeat >= side.repeat(shift + 1))
      peaks.push({ shift, repeat })
  }
  for (const { shift } of peaks.sort((a, b) => b.repeat - a.repeat).slice(0, 10)) pitches.add(shift)
  return pitches
}

/** Ways to lay lines over a side, each judged; the better ones first. */
export function axes(side: Side, full: boolean): Axis[] {
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

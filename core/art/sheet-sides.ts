import type { Ink } from './ink'
import type { Pixels } from './pixels'

/** Sums along one side that all candidates are judged by. */
export interface Side {
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
  /** Likeness of the picture with itself moved by so many px; `hint` is the same from a quarter of the lines. */
  repeat: (shift: number) => number
  hint: (shift: number) => number
}

const sumOf = (values: Float64Array): number => values.reduce((sum, value) => sum + value, 0)

export function sideOf(pixels: Pixels, { mask, full }: Ink, along: 'x' | 'y'): Side {
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
    ...repeats(pixels, mask, length, across, step, stride),
  }
}

/** Lines of the other side that are looked at for likeness, and px along each. */
const SAMPLED = 72
const SAMPLED_PX = 640
/** Of the lines, every so many is enough to see where it is worth to look closer. */
const HINTED = 4

function repeats(pixels: Pixels, mask: Uint8Array, length: number, across: number, step: number, stride: number) {
  const { data } = pixels
  const lines = Math.min(SAMPLED, across)
  // The lines that are looked at, one behind the other: a sheet of a megapixel asks for tens of millions of pairs.
  const drawn = new Uint8Array(lines * length)
  const colours = new Uint8Array(lines * length * 3)
  for (let line = 0; line < lines; line++) {
    const from = Math.floor(((line + 0.5) * across) / lines) * stride
    for (let i = 0, at = line * length; i < length; i++, at++) {
      const p = from + i * step
      drawn[at] = mask[p]!
      for (let c = 0; c < 3; c++) colours[at * 3 + c] = data[p * 4 + c]!
    }
  }
  /** Mean difference per inked px, 0..1, on every so many of the lines. */
  const measure = (shift: number, every: number): number => {
    let unlike = 0
    let sum = 0
    let seen = 0
    const skip = Math.max(1, Math.floor((length - shift) / SAMPLED_PX)) * (every > 1 ? 2 : 1)
    for (let line = every >> 1; line < lines; line += every)
      for (let p = line * length + (line % skip), end = (line + 1) * length - shift; p < end; p += skip) {
        const q = p + shift
        const inP = drawn[p]!
        const inQ = drawn[q]!
        if (inP === 0 && inQ === 0) continue
        seen++
        if (inP !== inQ) {
          unlike++
          continue
        }
        const a = p * 3
        const b = q * 3
        sum += Math.abs(colours[a]! - colours[b]!)
        sum += Math.abs(colours[a + 1]! - colours[b + 1]!)
        sum += Math.abs(colours[a + 2]! - colours[b + 2]!)
      }
    return seen === 0 ? 1 : (unlike + sum / 765) / seen
  }
  return { repeat: likeness(length, measure, 1), hint: likeness(length, measure, HINTED) }
}

/** How much better a side fits itself moved by so many px than moved by anything. */
function likeness(length: number, measure: (shift: number, every: number) => number, every: number) {
  const away = new Map<number, number>()
  const distance = (shift: number): number => {
    const known = away.get(shift) ?? measure(shift, every)
    away.set(shift, known)
    return known
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

export interface Run {
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

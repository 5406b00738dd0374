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
  /** Likeness of the picture with itself moved by so many px. */
  repeat: (shift: number) => number
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

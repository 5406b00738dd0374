import type { DialSpec } from '../template/template'
import type * as z from 'zod'
import type { Rate } from './statistics'

export interface CurvePoint {
  value: number
  wins: Rate
}

/** Values of a dial over its whole range, `count` of them, on its steps; the one it stands at among them. */
export function curveValues(dial: z.infer<typeof DialSpec>, count: number, now: number): number[] {
  const found = new Set<number>([now])
  for (let i = 0; i < count; i++) found.add(onStep(dial, dial.min + ((dial.max - dial.min) * i) / (count - 1)))
  return [...found].sort((a, b) => a - b)
}

/** The nearest value a dial can stand at. */
export function onStep(dial: z.infer<typeof DialSpec>, value: number): number {
  const steps = Math.round((value - dial.min) / dial.step)
  const digits = Math.max(0, -Math.floor(Math.log10(dial.step) + 1e-9)) + 1
  return Number(Math.max(dial.min, Math.min(dial.max, dial.min + steps * dial.step)).toFixed(digits))
}

/**
 * Where half of the players win, between the two points the curve crosses it at (in a straight line); the crossing
 * nearest to `now` where there are several, null where there is none.
 */
export function halfPoint(curve: readonly CurvePoint[], now: number): number | null {
  let best: number | null = null
  for (let i = 1; i < curve.length; i++) {
    const a = curve[i - 1]!
    const b = curve[i]!
    if (a.wins.rate >= 0.5 === b.wins.rate >= 0.5) continue
    const at = a.value + ((0.5 - a.wins.rate) / (b.wins.rate - a.wins.rate)) * (b.value - a.value)
    if (best === null || Math.abs(at - now) < Math.abs(best - now)) best = at
  }
  return best
}

/**
 * A seeded generator whose whole state is one unsigned 32-bit integer, kept in the game state.
 * Mulberry32 (Tommy Ettinger, public domain): integer arithmetic only, so it is the same on every machine.
 */
export interface Seeded {
  rng: number
}

/** A number that a function gives back is made on the heap unless the function is built into its caller; this is not. */
export const rolled = new Float64Array(1)

/** Leaves the next number, 0 (inclusive) to 1 (exclusive), in `rolled`: for large functions, into which nothing more is built. */
export function roll(state: Seeded): void {
  state.rng = (state.rng + 0x6d2b79f5) >>> 0
  let t = state.rng
  t = Math.imul(t ^ (t >>> 15), t | 1)
  t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
  rolled[0] = ((t ^ (t >>> 14)) >>> 0) / 4294967296
}

/** Next number, 0 (inclusive) to 1 (exclusive). Advances `state.rng`. */
export function random(state: Seeded): number {
  roll(state)
  return rolled[0]!
}

/** Index into `weights` drawn in proportion to them; -1 when none is above 0. */
export function pickWeighted(state: Seeded, weights: readonly number[]): number {
  let total = 0
  for (let i = 0; i < weights.length; i++) total += Math.max(0, weights[i]!)
  if (total <= 0) return -1
  roll(state)
  let at = rolled[0]! * total
  let last = -1
  for (let i = 0; i < weights.length; i++) {
    const w = Math.max(0, weights[i]!)
    if (w === 0) continue
    last = i
    at -= w
    if (at < 0) return i
  }
  return last
}

/** Another order of the same, each equally likely (Fisher and Yates 1938). */
export function shuffle<T>(state: Seeded, list: T[]): T[] {
  for (let i = list.length - 1; i > 0; i--) {
    const other = Math.floor(random(state) * (i + 1))
    ;[list[i], list[other]] = [list[other]!, list[i]!]
  }
  return list
}

/**
 * A seeded generator whose whole state is one unsigned 32-bit integer, kept in the game state.
 * Mulberry32 (Tommy Ettinger, public domain): integer arithmetic only, so it is the same on every machine.
 */
export interface Seeded {
  rng: number
}

/** Next number, 0 (inclusive) to 1 (exclusive). Advances `state.rng`. */
export function random(state: Seeded): number {
  state.rng = (state.rng + 0x6d2b79f5) >>> 0
  let t = state.rng
  t = Math.imul(t ^ (t >>> 15), t | 1)
  t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296
}

/** Index into `weights` drawn in proportion to them; -1 when none is above 0. */
export function pickWeighted(state: Seeded, count: number, weight: (index: number) => number): number {
  let total = 0
  for (let i = 0; i < count; i++) total += Math.max(0, weight(i))
  if (total <= 0) return -1
  let at = random(state) * total
  let last = -1
  for (let i = 0; i < count; i++) {
    const w = Math.max(0, weight(i))
    if (w === 0) continue
    last = i
    at -= w
    if (at < 0) return i
  }
  return last
}

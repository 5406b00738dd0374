import { STEPS_PER_SECOND } from '../../types'
import { placeOf, type RanksPlan } from './plan'
import type { Foe, Ranks } from './state'

/** How far a row swings to either side, waves to and fro, and leaps ahead in turns. World units. */
const SWING = 0.75
const WAVE = 0.5
const LEAP = 0.9
const SWING_STEPS = 250
const WAVE_STEPS = 170
/** Places along a row from crest to crest. */
const WAVE_LONG = 5
/** Steps that one's turn takes. */
const TURN_STEPS = 34

/** Moves every row on, and each foe to its place in it. Fewer foes are faster. */
export function march(state: Ranks, plan: RanksPlan): void {
  const by = plan.pace * (1 + plan.quicken * (1 - state.left / Math.max(1, state.count)))
  for (let i = 0; i < state.rows.length; i++) state.rows[i]!.d -= by
  const middle = (plan.from + plan.to) / 2
  const start = middle - (plan.gap * (plan.perRow - 1)) / 2
  for (let i = 0; i < state.foes.length; i++) {
    const foe = state.foes[i]!
    if (!foe.live || foe.burst > 0) continue
    const row = placeOf(plan, foe.row, foe.index)
    if (row === null) continue
    let a = start + plan.gap * foe.index
    let d = state.rows[foe.row]!.d
    // A curve like a sine's of whole-number steps and products only, so that every machine has the same one.
    if (row.way === 'swing') {
      const phase = state.step / SWING_STEPS + foe.row * 0.25
      const x = 2 * (phase - Math.floor(phase)) - 1
      a += SWING * 4 * x * (1 - Math.abs(x))
    } else if (row.way === 'wave') {
      const phase = state.step / WAVE_STEPS + foe.index / WAVE_LONG
      const x = 2 * (phase - Math.floor(phase)) - 1
      d += WAVE * 4 * x * (1 - Math.abs(x))
    } else if (row.way === 'turns') {
      const turn = Math.floor(state.step / TURN_STEPS) % Math.max(1, plan.perRow)
      const t = (state.step % TURN_STEPS) / TURN_STEPS
      if (turn === foe.index) d -= LEAP * 4 * t * (1 - t)
    }
    foe.a = a
    foe.d = d
  }
}

/** The foe that fires next, by its row's share; null where none does. `share` is 0..1. */
export function gunner(state: Ranks, plan: RanksPlan, share: number): Foe | null {
  let total = 0
  for (let i = 0; i < state.foes.length; i++) total += weight(state, plan, i)
  if (total <= 0) return null
  let at = share * total
  for (let i = 0; i < state.foes.length; i++) {
    const own = weight(state, plan, i)
    at -= own
    if (own > 0 && at < 0) return state.foes[i]!
  }
  return null
}

/** Those that have come on, and are not too near to be fair. */
function weight(state: Ranks, plan: RanksPlan, i: number): number {
  const foe = state.foes[i]!
  if (!foe.live || foe.burst > 0 || foe.d > plan.far - 0.4 || foe.d < 4) return 0
  return placeOf(plan, foe.row, foe.index)?.fire ?? 0
}

/** Steps until the next of them fires. */
export const fireWait = (plan: RanksPlan, share: number): number =>
  plan.foeFire <= 0 ? 0 : Math.max(1, Math.round((STEPS_PER_SECOND / plan.foeFire) * (0.6 + share * 0.8)))

import type { Area } from '../../layouts'
import { PLATES, standsAt, type RoundaboutPlan } from './plan'
import type { Roundabout } from './state'

/** Steps each thing takes: before the game throws for a token, dice that roll, a pace, a space left at once or read, a card. */
export const PAUSE = { rival: 30, roll: 34, walk: 13, step: 16, read: 96, card: 210 }

/** Somebody presses for the token whose turn it is. */
export const isHuman = (state: Roundabout, { players }: RoundaboutPlan): boolean =>
  players !== 'one' || state.turns.side === 0

/** Anywhere on the stage: what is read goes on by any press. */
export const EVERYWHERE: readonly Area[] = [[0, 0, 16, 16]]
const NOTHING: readonly Area[] = []

/** What can be pressed in this moment. */
export function asksFor(state: Roundabout, plan: RoundaboutPlan): readonly Area[] {
  const { phase } = state
  if (phase === 'card') return EVERYWHERE
  if (phase === 'land') return isHuman(state, plan) ? EVERYWHERE : NOTHING
  if (phase === 'choose') return plan.diceAreas
  if (phase !== 'ready') return NOTHING
  if (plan.players === 'charge') return state.held < 0 ? plan.hand : plan.spaceAreas
  return isHuman(state, plan) ? plan.throwArea : NOTHING
}

/** The space that a die would lead to; back from home where that must be reached exactly. */
export function targetAt({ places, turns, dice }: Roundabout, { home, counts, exact }: RoundaboutPlan, die: number): number {
  const at = places[turns.side]! + (counts[dice[die]!] ?? 0)
  return at <= home ? at : exact ? Math.max(0, 2 * home - at) : home
}

/** Where each die would lead can be touched too; in place. */
export function targetAreas(state: Roundabout, plan: RoundaboutPlan): readonly Area[] {
  for (let i = 0; i < plan.dice; i++) plan.targets[i] = plan.spaceAreas[targetAt(state, plan, i)]!
  return plan.targets
}

/** Tokens are pressed where they stand: their areas follow them, in place. */
export function handAreas(state: Roundabout, plan: RoundaboutPlan): void {
  for (let i = 0; i < plan.sides.length; i++) {
    let there = 0
    for (let k = 0; k < plan.sides.length; k++) if (state.places[k] === state.places[i]) there++
    // Several stand beside each other, and none is in another’s way.
    const half = plan.size * (there > 1 ? 0.28 : 0.45)
    const [x, y] = standsAt(plan, state.places, i, state.places[i]!)
    const area = plan.hand[PLATES.length + i] as [number, number, number, number]
    area[0] = x - half
    area[1] = y - half
    area[2] = area[3] = half * 2
  }
}

/** The token whose middle is nearest to a point: where several stand close, their areas overlap. */
export function nearestToken({ hand, sides }: RoundaboutPlan, x: number, y: number): number {
  let best = 0
  let least = Infinity
  for (let i = 0; i < sides.length; i++) {
    const [left, top, w, h] = hand[PLATES.length + i]!
    const [dx, dy] = [left + w / 2 - x, top + h / 2 - y]
    if (dx * dx + dy * dy >= least) continue
    least = dx * dx + dy * dy
    best = i
  }
  return best
}

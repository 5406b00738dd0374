import { typingFor, type ClaimPlan } from './plan'
import type { ClaimGrid } from './state'

/** An answer is typed now. */
export const typesNow = (state: ClaimGrid, plan: ClaimPlan): boolean => plan.types && state.phase === 'ask'

/** The areas that can be pressed now. */
export function areasNow(state: ClaimGrid, plan: ClaimPlan) {
  const { squares, answers, awards, on, reveal, close } = plan.areas
  const alone = plan.players === 'one'
  if (state.phase === 'pick') return squares
  if (state.phase === 'told') return alone ? on : close
  if (state.phase === 'award') return awards
  if (!alone) return reveal
  return plan.types ? typingFor(plan, state.letters.length).plates : answers
}

/** The question that is asked, or was last; undefined for a deck without one. */
export const rowNow = (state: ClaimGrid, plan: ClaimPlan) =>
  plan.byId.get(state.rows[(state.asked - 1 + state.rows.length) % Math.max(1, state.rows.length)] ?? '')

/** Where a claim on a square comes to lie: on it, or in its column as low as there is room; -1 where it is taken. */
export function landing(state: ClaimGrid, plan: ClaimPlan, square: number): number {
  if (!plan.falls) return state.squares[square] === 0 ? square : -1
  const { size } = plan
  for (let row = size - 1; row >= 0; row--) {
    const at = row * size + (square % size)
    if (state.squares[at] === 0) return at
  }
  return -1
}

/** The side with most squares, from 1; 0 where two have as many. */
export function mostOf(state: ClaimGrid, plan: ClaimPlan): number {
  let best = 0
  let most = 0
  for (let side = 1; side <= plan.sides.length; side++) {
    let count = 0
    for (let i = 0; i < state.squares.length; i++) if (state.squares[i] === side) count++
    if (count === most) best = 0
    if (count > most) {
      most = count
      best = side
    }
  }
  return best
}

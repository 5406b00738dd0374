import { random } from '../../random'
import type { SimulatedMind } from '../../rules'
import type { Setup } from '../../setup'
import { BITS, letGo, type Input } from '../../types'
import { bare, rightOnes } from './guess'
import { areasNow, landing, rowNow, typesNow } from './moment'
import { ANSWER, claimPlan, lineThrough, type ClaimPlan } from './plan'
import { atTable } from '../../table/mind'
import type { ClaimGrid } from './state'

/** Knows some of the answers, guesses at others, takes its time, and sees lines the better the more it plays. */
function make(skill: number, seed: number): SimulatedMind {
  return { rng: seed >>> 0, skill: Math.max(0, Math.min(1, skill)), wait: 0, aim: -1, memory: -1 }
}

/** The chance to know an answer. */
const known = (skill: number): number => 0.1 + 0.76 * skill
/** Steps it takes to read and think; now and then it is on the tip of the tongue. */
function thinking(mind: SimulatedMind): number {
  const steps = (300 - 190 * mind.skill) * (0.5 + random(mind))
  return Math.round(random(mind) < 0.06 + 0.1 * (1 - mind.skill) ? steps * 5 : steps)
}

/** Steps to see what came up. */
const GLANCE = 24

/** What a square is worth to the side at hand: its own line grows, or another's is stopped. */
function worth(mind: SimulatedMind, state: ClaimGrid, plan: ClaimPlan, square: number): number {
  const at = landing(state, plan, square)
  if (at < 0) return -1
  const own = plan.players === 'one' ? 1 : state.turns.side + 1
  let sum = lineThrough(state.squares, plan.size, at, own)
  for (let side = 1; side <= plan.sides.length; side++)
    if (side !== own) sum = Math.max(sum, lineThrough(state.squares, plan.size, at, side) - 0.4)
  return sum * (0.3 + mind.skill) + random(mind)
}

function pick(mind: SimulatedMind, state: ClaimGrid, plan: ClaimPlan): number {
  let best = -1
  let most = -1
  for (let i = 0; i < state.squares.length; i++) {
    const value = worth(mind, state, plan, i)
    if (value > most) {
      most = value
      best = i
    }
  }
  return best
}

function answer(mind: SimulatedMind, state: ClaimGrid): number {
  const right = state.offered.indexOf(0)
  if (random(mind) < known(mind.skill)) return right
  let count = 0
  for (let i = 0; i < state.offered.length; i++) if (state.offered[i] !== -1) count++
  return Math.floor(random(mind) * count)
}

/** Steps from one letter to the next. */
const LETTER = 10
/** Types an answer it knows, or one of another question; true while it does. */
function types(mind: SimulatedMind, state: ClaimGrid, plan: ClaimPlan, into: Input): boolean {
  const done = state.letters.length + 1
  if (mind.aim < 0) {
    const knows = random(mind) < known(mind.skill)
    // From 1 on the row whose answer is typed; 0 for the one that is asked.
    mind.aim = knows ? 0 : 1 + Math.floor(random(mind) * plan.whole.length)
  }
  const row = mind.aim === 0 ? rowNow(state, plan) : plan.whole[mind.aim - 1]
  const letters = [...bare(rightOnes(row?.cells[ANSWER])[0] ?? '')]
  const next = letters[state.typed.length]
  if (next === undefined || state.plates.focus !== done) return false
  into.key = next.codePointAt(0)!
  mind.wait = LETTER
  return true
}

function decide(mind: SimulatedMind, state: ClaimGrid, setup: Setup, into: Input): void {
  letGo(into)
  const plan = claimPlan(setup)
  // Another question or another board: it looks anew.
  const now = state.asked * 4 + ['pick', 'ask', 'award', 'told'].indexOf(state.phase)
  if (mind.memory !== now) {
    mind.memory = now
    mind.aim = -1
    mind.wait = state.phase === 'ask' && plan.players === 'one' ? thinking(mind) : GLANCE
  }
  if (mind.wait > 0) {
    mind.wait--
    return
  }
  const areas = areasNow(state, plan)
  if (typesNow(state, plan)) {
    if (types(mind, state, plan, into)) return
    if (state.plates.focus === areas.length - 1) {
      into.bits |= BITS.confirm
      mind.wait = 8
      return
    }
    mind.aim = areas.length - 1
  }
  if (mind.aim < 0) {
    if (state.phase === 'pick') mind.aim = pick(mind, state, plan)
    else if (state.phase === 'award') mind.aim = random(mind) < known(mind.skill) ? state.turns.side : plan.sides.length
    else mind.aim = state.phase === 'ask' && plan.players === 'one' ? answer(mind, state) : 0
    if (mind.aim < 0) return
  }
  mind.wait = 3
  const { focus } = state.plates
  const [from, to] = [areas[focus], areas[mind.aim]]
  if (from === undefined || to === undefined) {
    mind.aim = -1
    return
  }
  if (focus === mind.aim) {
    into.bits |= BITS.confirm
    mind.aim = -1
    mind.wait = 8
    return
  }
  const right = to[0] + to[2] / 2 - from[0] - from[2] / 2
  const down = to[1] + to[3] / 2 - from[1] - from[3] / 2
  if (Math.abs(down) > 0.3) into.bits |= down > 0 ? BITS.down : BITS.up
  else into.axis = right > 0 ? 1 : -1
}

export const mind = atTable<ClaimGrid>({ template: 'claim-grid', make, decide })

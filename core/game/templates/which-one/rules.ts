import { clearEvents, makeEvents } from '../../events'
import { rounds } from '../../kept'
import { judge } from '../../outcome'
import { makePlates, stepPlates } from '../../plates'
import { random } from '../../random'
import type { Ending, PlayFacts, Rules } from '../../rules'
import type { Setup } from '../../setup'
import { STEPS_PER_SECOND, type Input } from '../../types'
import { changeSteps, COVERS, fastest, HIDDEN, PLACE, whichPlan, type WhichPlan } from './plan'
import { draw, shownSteps } from './show'
import { onTable } from '../../table/on-table'
import type { Phase, WhichOne } from './state'

/** Points of a round that was right, and more for each one before it. */
const RIGHT = 10
const MORE = 5
/** Steps it is told. */
export const TOLD_STEPS = 2 * STEPS_PER_SECOND

function start(setup: Setup, seed: number): WhichOne {
  const { count } = whichPlan(setup)
  const state: WhichOne = {
    rng: seed >>> 0,
    step: 0,
    score: 0,
    outcome: 'playing',
    events: makeEvents(),
    phase: 'show',
    since: 0,
    places: Array.from({ length: count }, (_, i) => i),
    under: 0,
    round: 0,
    right: 0,
    wrong: 0,
    changed: 0,
    front: -1,
    behind: -1,
    said: -1,
    plates: makePlates(),
  }
  state.under = Math.floor(random(state) * count)
  return state
}

function to(state: WhichOne, phase: Phase): void {
  state.phase = phase
  state.since = 0
}

/** Two other places change, the one it is under a little more often than by chance: else there is nothing to follow. */
function choosePlaces(state: WhichOne): void {
  const { length } = state.places
  const here = state.places.indexOf(state.under)
  let first = Math.floor(random(state) * length)
  if (random(state) < 0.35) first = here
  const second = (first + 1 + Math.floor(random(state) * (length - 1))) % length
  const swaps = random(state) < 0.5
  state.front = swaps ? second : first
  state.behind = swaps ? first : second
}

function mix(state: WhichOne, plan: WhichPlan): void {
  if (state.front < 0) {
    choosePlaces(state)
    state.since = 0
    state.events.push('change-sound')
  }
  if (state.since < changeSteps(plan, state.round)) return
  const cover = state.places[state.front]!
  state.places[state.front] = state.places[state.behind]!
  state.places[state.behind] = cover
  state.front = state.behind = -1
  state.since = 0
  state.changed++
  if (state.changed >= plan.changes) {
    to(state, 'guess')
    state.plates.focus = Math.floor((state.places.length - 1) / 2)
  }
}

function say(state: WhichOne, place: number): void {
  state.said = place
  const right = state.places[place] === state.under
  if (right) {
    state.score += RIGHT + MORE * state.right
    state.right++
  } else state.wrong++
  state.events.push('lift-sound', right ? 'right-sound' : 'wrong-sound')
  to(state, 'told')
}

function again(state: WhichOne): void {
  state.round++
  state.changed = 0
  state.said = -1
  state.under = Math.floor(random(state) * state.places.length)
  to(state, 'show')
}

function step(state: WhichOne, input: Input, setup: Setup): void {
  clearEvents(state.events)
  if (state.outcome !== 'playing') return
  const plan = whichPlan(setup)
  state.step++
  state.since++
  const index = stepPlates(state.plates, plan.areas, input, 0.05)
  if (state.phase === 'show') {
    if (state.since === 1) state.events.push('lift-sound')
    if (state.since >= shownSteps(plan)) to(state, 'mix')
  } else if (state.phase === 'mix') mix(state, plan)
  else if (state.phase === 'guess') {
    if (index >= 0 && index < state.places.length) say(state, index)
  } else if (state.since >= TOLD_STEPS || (index >= 0 && state.since > plan.liftSteps)) {
    judge(state, state.right >= plan.rounds, state.wrong > plan.misses)
    if (state.outcome === 'playing') again(state)
  }
}

/** As many covers as there are now, in their order; the round begins anew where there are others. */
function adopt(state: WhichOne, _before: Setup, after: Setup): void {
  const { count } = whichPlan(after)
  if (state.places.length === count) return
  state.places = Array.from({ length: count }, (_, i) => i)
  state.under = Math.min(state.under, count - 1)
  state.front = state.behind = state.said = -1
  state.changed = 0
  state.plates.focus = Math.min(state.plates.focus, count - 1)
  to(state, 'show')
}

function facts(setup: Setup): PlayFacts {
  const plan = whichPlan(setup)
  let most = 0
  for (let i = 0; i < plan.rounds; i++) most += RIGHT + MORE * i
  const last = plan.rounds + plan.misses - 1
  return {
    goal: most,
    dial: 'rounds',
    reachable: plan.covers.length === 0 ? 0 : most,
    because: `${plan.rounds} rounds are to be right.`,
    aim: `${plan.rounds} rounds right, with ${plan.count} covers`,
    follows: { speed: fastest(plan, last), dial: 'change-time', what: 'A cover' },
    hides: setup.casts[COVERS]!.map(({ id }) => ({
      thing: { part: HIDDEN, entry: '' },
      behind: { part: COVERS, entry: id },
      place: PLACE,
      // The cover is on its way up, and has hardly left.
      seen: 3,
    })),
  }
}

function values(state: WhichOne, setup: Setup): Record<string, number> {
  const { rounds: wanted, misses } = whichPlan(setup)
  return {
    ...{ score: state.score, right: state.right, rounds: wanted, round: state.round + 1 },
    left: Math.max(0, misses - state.wrong),
  }
}

function ending(state: WhichOne, setup: Setup): Ending {
  const plan = whichPlan(setup)
  const { x, y } = plan.spots[Math.max(0, state.places.indexOf(state.under))]!
  return { cause: state.outcome === 'won' ? 'all rounds' : 'wrong guesses', x, y: y - 0.5 }
}

const own: Rules<WhichOne> = {
  id: 'which-one',
  waits: rounds,
  // Covers are touched where they stand.
  pads: () => [],
  start,
  step,
  draw,
  adopt,
  facts,
  values,
  /** From under the cover that has it, or from the first place. */
  spots(state, setup) {
    const plan = whichPlan(setup)
    const { x, y } = plan.spots[Math.max(0, state.places.indexOf(state.under))]!
    return [{ part: PLACE, x, y, scale: plan.scale, steps: plan.liftSteps + 10 }]
  },
  ending,
}
export const rules = onTable(own)

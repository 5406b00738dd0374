import { random } from '../../random'
import type { SimulatedMind } from '../../rules'
import type { Setup } from '../../setup'
import { BITS, letGo, type Input } from '../../types'
import { sentTo } from '../../way'
import { isHuman, targetAt } from './moment'
import { roundaboutPlan, type RoundaboutPlan } from './plan'
import { atTable } from '../../table/mind'
import type { Roundabout } from './state'

const make = (skill: number, seed: number): SimulatedMind => ({
  rng: seed >>> 0,
  skill: Math.max(0, Math.min(1, skill)),
  wait: 0,
  aim: -1,
  memory: 0,
})

/** Paces that a turn missed, and one more throw, are worth. */
const MISS = -4
const AGAIN = 3.5

/** What it is worth to come to a space, in paces. */
function worth(plan: RoundaboutPlan, at: number): number {
  const { points = 0, effect } = plan.spaces[at]!
  const sent = sentTo(plan.spaces, at)
  const place = sent < 0 ? at : sent
  const then = effect?.does === 'miss' ? MISS : effect?.does === 'again' ? AGAIN : 0
  const reward = plan.byPoints ? points + (at === plan.home ? plan.homePoints : 0) : 0
  return place + then + reward + (place === plan.home ? plan.home : 0)
}

/** The die that is taken: the best one for who sees where each leads, any one for who does not look. */
function choose(mind: SimulatedMind, state: Roundabout, plan: RoundaboutPlan): number {
  if (random(mind) > mind.skill) return Math.floor(random(mind) * plan.dice)
  let best = 0
  let most = -Infinity
  for (let die = 0; die < plan.dice; die++) {
    const value = worth(plan, targetAt(state, plan, die))
    if (value <= most) continue
    most = value
    best = die
  }
  return best
}

function decide(mind: SimulatedMind, state: Roundabout, setup: Setup, into: Input): void {
  letGo(into)
  const plan = roundaboutPlan(setup)
  if (!isHuman(state, plan)) return
  if (mind.wait > 0) {
    mind.wait--
    return
  }
  if (state.phase === 'ready') {
    if (state.since > 20) press(mind, into)
  } else if (state.phase === 'choose') {
    if (mind.aim < 0) {
      mind.aim = choose(mind, state, plan)
      mind.wait = Math.round(50 - 30 * mind.skill)
    } else if (state.plates.focus === mind.aim) {
      mind.aim = -1
      press(mind, into)
    } else {
      into.axis = state.plates.focus < mind.aim ? 1 : -1
      mind.wait = 3
    }
  } else if (state.phase === 'card' && state.since > 110) press(mind, into)
}

function press(mind: SimulatedMind, into: Input): void {
  into.bits |= BITS.confirm
  mind.wait = 6
}

export const mind = atTable<Roundabout>({ template: 'roundabout', make, decide })

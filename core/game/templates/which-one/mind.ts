import { random } from '../../random'
import type { SimulatedMind } from '../../rules'
import type { Setup } from '../../setup'
import { BITS, letGo, STEPS_PER_SECOND, type Input } from '../../types'
import { changeSteps, whichPlan, type WhichPlan } from './plan'
import { atTable } from '../../table/mind'
import type { WhichOne } from './state'

/** Keeps one place in view, and loses it when covers go faster than its eyes, or when its mind wanders. */
function make(skill: number, seed: number): SimulatedMind {
  return { rng: seed >>> 0, skill: Math.max(0, Math.min(1, skill)), wait: 0, aim: -1, memory: -1 }
}

/** World units a second that are followed without fail: a first try to an expert. */
const follows = (skill: number): number => 5 + 17 * skill
/** Of each change the chance that attention was elsewhere. */
const wanders = (skill: number): number => 0.05 * (1 - skill) + 0.004

/** A change of two places, seen once at its end: the place that is kept in view goes along, or is mistaken. */
function follow(mind: SimulatedMind, state: WhichOne, plan: WhichPlan, front: number, behind: number): void {
  const way = Math.abs(plan.spots[front]!.x - plan.spots[behind]!.x)
  const speed = (way * STEPS_PER_SECOND) / changeSteps(plan, state.round)
  // Two that pass through each other are easier to mistake.
  const over = Math.max(0, speed / follows(mind.skill) - 1) * (1.6 - 0.75 * plan.path)
  const meant = mind.aim === front || mind.aim === behind
  const lost = random(mind) < (meant ? Math.min(0.5, over * 0.5) : 0) + wanders(mind.skill)
  if (meant !== lost) {
    // It goes along; or another one was taken for it.
    mind.aim = mind.aim === front ? behind : mind.aim === behind ? front : random(mind) < 0.5 ? front : behind
  }
}

function decide(mind: SimulatedMind, state: WhichOne, setup: Setup, into: Input): void {
  letGo(into)
  const plan = whichPlan(setup)
  if (state.phase === 'show') {
    // The cover that is up.
    mind.aim = state.places.indexOf(state.under)
    mind.memory = 0
    mind.wait = Math.round(20 + (1 - mind.skill) * 40)
    return
  }
  if (state.phase === 'mix') {
    // Once for each change, in its last step.
    if (state.front >= 0 && state.changed === mind.memory && state.since >= changeSteps(plan, state.round) - 1) {
      mind.memory++
      follow(mind, state, plan, state.front, state.behind)
    }
    return
  }
  if (state.phase !== 'guess') return
  if (mind.wait > 0) {
    mind.wait--
    return
  }
  mind.wait = 3
  const { focus } = state.plates
  if (focus === mind.aim) into.bits |= BITS.confirm
  else into.axis = mind.aim > focus ? 1 : -1
}

export const mind = atTable<WhichOne>({ template: 'which-one', make, decide })

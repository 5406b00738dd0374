import { random } from '../../random'
import type { SimulatedMind, SimulatedPlayer } from '../../rules'
import type { Setup } from '../../setup'
import { BITS, STEPS_PER_SECOND, letGo, type Input } from '../../types'
import { skiplinePlan } from './plan'
import type { Skipline, Thing } from './state'

/**
 * Plays skipline as a person does: sees what comes next, means to press at a moment before it, and presses too soon or
 * too late by as much as its skill leaves. Beginners overlook some things. It never reads what is not on the stage yet.
 */
function make(skill: number, seed: number): SimulatedMind {
  return { rng: seed >>> 0, skill: Math.max(0, Math.min(1, skill)), wait: 0, aim: 0, memory: 0 }
}

/** Steps by which a first try misses its moment at most, and an expert. */
const WORST = 13
const BEST = 2
const OVERLOOKED = 0.14
const NEVER = -999

function decide(mind: SimulatedMind, state: Skipline, setup: Setup, into: Input): void {
  letGo(into)
  // A press is held for its time: above 0 a jump, below 0 a slide.
  if (mind.wait > 0) {
    into.bits = BITS.up
    mind.wait--
    return
  }
  if (mind.wait < 0) {
    into.bits = BITS.down
    mind.wait++
    return
  }
  if (!state.hero.grounded) return
  const plan = skiplinePlan(setup)
  let next: Thing | null = null
  for (let i = 0; i < state.things.length; i++) {
    const thing = state.things[i]!
    if (!thing.live || thing.x + thing.left > plan.width) continue
    if (thing.x + thing.right + (thing.sort === 'pit' ? 0 : plan.back) < plan.heroX) continue
    if (next === null || thing.x + thing.left < next.x + next.left) next = thing
  }
  if (next === null) return
  const speed = (plan.pace * (1 + plan.speedUp * (state.step / (STEPS_PER_SECOND * 60)))) / STEPS_PER_SECOND
  if (mind.memory !== next.n) {
    mind.memory = next.n
    const spread = WORST + (BEST - WORST) * mind.skill
    mind.aim = random(mind) < OVERLOOKED * (1 - mind.skill) ? NEVER : (random(mind) + random(mind) - 1) * spread
  }
  const hangs = next.sort === 'high'
  const pit = next.sort === 'pit'
  const away = (next.x + next.left - plan.heroX - (pit ? 0 : plan.front)) / speed
  const rise = next.sort === 'low' ? (plan.lowById.get(next.entry)?.rise ?? 0) * STEPS_PER_SECOND : 0
  if (away > (hangs ? 8 : rise + 5) + mind.aim) return
  if (hangs) {
    mind.wait = -Math.max(1, Math.ceil((next.x + next.right + plan.back - plan.heroX) / speed) + 3)
    into.bits = BITS.down
  } else {
    // Held until it is at its highest; what is let go of sooner jumps shorter.
    mind.wait = Math.ceil((plan.air * STEPS_PER_SECOND) / 2)
    into.bits = BITS.up
  }
}

export const mind: SimulatedPlayer<Skipline> = { template: 'skipline', make, decide }

import { random } from '../../random'
import type { SimulatedMind, SimulatedPlayer } from '../../rules'
import { actorOfThing, CAPACITY, windfallPlan, type Windfall, type WindfallPlan } from './rules'
import { numberOf, type Setup } from '../../setup'
import { letGo, type Input } from '../../types'

/**
 * Plays windfall as a person does: looks, takes a while to react, aims a little beside the mark. It reads what is
 * on the stage (where things are, whether they are good or bad) and never the generator or what falls next.
 */
function make(skill: number, seed: number): SimulatedMind {
  return { rng: seed >>> 0, skill: Math.max(0, Math.min(1, skill)), wait: 0, aim: 0, memory: 0 }
}

/** What is seen in one look: good things that can be reached in time, and bad ones about to land. Used again and again. */
const seen = {
  goods: 0,
  goodX: new Float64Array(CAPACITY),
  points: new Float64Array(CAPACITY),
  later: new Float64Array(CAPACITY),
  bads: 0,
  badX: new Float64Array(CAPACITY),
}

function look(state: Windfall, plan: WindfallPlan): void {
  const speed = plan.speed * 60
  seen.goods = 0
  seen.bads = 0
  for (let i = 0; i < state.things.length; i++) {
    const thing = state.things[i]!
    if (!thing.live || thing.y < 0) continue
    const actor = actorOfThing(plan, thing)
    if (actor === undefined) continue
    const seconds = (plan.groundY - 1 - thing.y) / (thing.vy * 60)
    if (seconds < -0.2) continue
    if (actor.cast === 'good') {
      if (Math.abs(thing.x - state.hero.x) > speed * Math.max(0, seconds) + 0.6) continue
      seen.goodX[seen.goods] = thing.x
      seen.points[seen.goods] = numberOf(actor, 'points')
      seen.later[seen.goods++] = 10 + seconds * 8
    } else if (seconds < 0.9) seen.badX[seen.bads++] = thing.x
  }
}

/** How good it would be to stand at `x`: good things that land here soon, less the bad ones in the way. */
function worth(from: number, x: number, caution: number): number {
  let sum = -Math.abs(x - from) * 0.02
  for (let i = 0; i < seen.goods; i++) {
    const off = Math.abs(seen.goodX[i]! - x)
    if (off < 0.7) sum += (seen.points[i]! * (1 - off)) / seen.later[i]!
  }
  for (let i = 0; i < seen.bads; i++) {
    const off = Math.abs(seen.badX[i]! - x)
    if (off < 1.3) sum -= caution * (1.3 - off)
  }
  return sum
}

function decide(mind: SimulatedMind, state: Windfall, setup: Setup, into: Input): void {
  letGo(into)
  const plan = windfallPlan(setup)
  if (--mind.wait <= 0) {
    // 400 ms to look again at skill 0, 100 ms at skill 1.
    mind.wait = Math.round(24 - 18 * mind.skill)
    const caution = 0.4 + 2.2 * mind.skill
    look(state, plan)
    const from = state.hero.x
    let best = from
    let bestWorth = worth(from, best, caution)
    for (let i = 0; i < state.things.length; i++) {
      const thing = state.things[i]!
      if (!thing.live) continue
      const good = thing.cast === 'good'
      // Beside a good thing is no better place than under it.
      for (let k = good ? 0 : -1; k <= (good ? 0 : 1); k++) {
        const x = Math.max(0.9, Math.min(plan.width - 0.9, thing.x + k * 1.7))
        const w = worth(from, x, caution)
        if (w > bestWorth) {
          bestWorth = w
          best = x
        }
      }
    }
    const error = (random(mind) + random(mind) - 1) * (1.8 - 1.6 * mind.skill)
    mind.aim = best + error
  }
  const off = mind.aim - state.hero.x
  const reach = plan.speed
  if (Math.abs(off) > Math.max(reach, 0.12)) into.axis = off > 0 ? 1 : -1
}

export const mind: SimulatedPlayer<Windfall> = { template: 'windfall', make, decide }

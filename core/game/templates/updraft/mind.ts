import { random } from '../../random'
import type { SimulatedMind, SimulatedPlayer } from '../../rules'
import { updraftPlan, type Updraft } from './rules'
import type { Setup } from '../../setup'
import { BITS, letGo, type Input } from '../../types'

/**
 * Plays updraft as a person does: keeps the flyer a little below the middle of the gap it sees next, presses when it
 * sinks under that, late and unevenly. It never reads the generator or gates that are not on the stage yet.
 */
function make(skill: number, seed: number): SimulatedMind {
  return { rng: seed >>> 0, skill: Math.max(0, Math.min(1, skill)), wait: 30, aim: 0, memory: 0 }
}

function decide(mind: SimulatedMind, state: Updraft, setup: Setup, into: Input): void {
  letGo(into)
  mind.memory = Math.max(0, mind.memory - 1)
  if (--mind.wait > 0) return
  const plan = updraftPlan(setup)
  const gap = plan.gapAsked
  let aim = plan.groundY / 2
  let nearest = Infinity
  const width = plan.widest
  for (let i = 0; i < state.gates.length; i++) {
    const gate = state.gates[i]!
    const away = gate.x - plan.heroX
    if (!gate.live || away < -width * 0.7 || away >= nearest) continue
    nearest = away
    aim = (gate.top + gate.bottom) / 2
  }
  // How far it drops between two looks, and how high one press carries it: what a player has in the fingers.
  const { lift, weight } = plan
  const rise = (lift * lift) / (2 * Math.max(weight, 0.0001))
  const error = (random(mind) + random(mind) - 1) * gap * (0.75 - 0.68 * mind.skill)
  const press = aim + Math.min(gap * 0.3, rise * 0.45) + error
  if (mind.memory === 0 && (state.ready || state.hero.y + state.hero.vy * 3 > press)) {
    into.bits = BITS.confirm
    // A finger has to come up again, and a beginner is slower at it.
    mind.memory = Math.round(4 + 6 * (1 - mind.skill))
  }
  mind.wait = 1 + Math.round((1 - mind.skill) * 13 * random(mind))
}

export const mind: SimulatedPlayer<Updraft> = { template: 'updraft', make, decide }

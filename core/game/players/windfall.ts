import { random } from '../random'
import type { SimulatedMind, SimulatedPlayer } from '../rules'
import { GROUND_Y, type Windfall } from '../rules/windfall'
import type { Setup } from '../setup'
import { STAGE, type Input } from '../types'

/**
 * Plays windfall as a person does: looks, takes a while to react, aims a little beside the mark. It reads what is
 * on the stage (where things are, whether they are good or bad) and never the generator or what falls next.
 */
function make(skill: number, seed: number): SimulatedMind {
  return { rng: seed >>> 0, skill: Math.max(0, Math.min(1, skill)), wait: 0, aim: STAGE.width / 2, memory: 0 }
}

/** How good it would be to stand at `x`: good things that land here soon, less the bad ones in the way. */
function worth(state: Windfall, setup: Setup, x: number, caution: number): number {
  const speed = setup.dials['hero-speed'] ?? 9
  let sum = -Math.abs(x - state.hero.x) * 0.02
  for (let i = 0; i < state.things.length; i++) {
    const thing = state.things[i]!
    if (!thing.live || thing.y < 0) continue
    const actor = setup.byId[thing.cast]?.[thing.entry]
    if (actor === undefined) continue
    const seconds = (GROUND_Y - 1 - thing.y) / (thing.vy * 60)
    if (seconds < -0.2) continue
    const off = Math.abs(thing.x - x)
    if (thing.cast === 'good') {
      const inTime = Math.abs(thing.x - state.hero.x) <= speed * Math.max(0, seconds) + 0.6
      if (off < 0.7 && inTime) sum += (actor.points * (1 - off)) / (10 + seconds * 8)
    } else if (off < 1.3 && seconds < 0.9) sum -= caution * (1.3 - off)
  }
  return sum
}

function decide(mind: SimulatedMind, state: Windfall, setup: Setup, into: Input): void {
  into.axis = 0
  into.px = -1
  into.py = -1
  into.bits = 0
  if (--mind.wait <= 0) {
    // 400 ms to look again at skill 0, 100 ms at skill 1.
    mind.wait = Math.round(24 - 18 * mind.skill)
    const caution = 0.4 + 2.2 * mind.skill
    let best = state.hero.x
    let bestWorth = worth(state, setup, best, caution)
    for (let i = 0; i < state.things.length; i++) {
      const thing = state.things[i]!
      if (!thing.live) continue
      for (let k = -1; k <= 1; k++) {
        const x = Math.max(0.9, Math.min(STAGE.width - 0.9, thing.x + (thing.cast === 'good' ? 0 : k * 1.7)))
        const w = worth(state, setup, x, caution)
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
  const reach = (setup.dials['hero-speed'] ?? 9) / 60
  if (Math.abs(off) > Math.max(reach, 0.12)) into.axis = off > 0 ? 1 : -1
}

export const windfallPlayer: SimulatedPlayer<Windfall> = { template: 'windfall', make, decide }

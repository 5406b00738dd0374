import { random } from '../../random'
import type { SimulatedMind, SimulatedPlayer } from '../../rules'
import type { Setup } from '../../setup'
import type { Shape } from '../../shapes'
import { BITS, letGo, type Input } from '../../types'
import { CROSSING, LINE, ranksPlan, THROUGH } from './plan'
import type { Ranks } from './state'

/**
 * Plays ranks as a person does: picks whoever is nearest, goes there and fires, and steps aside for what is thrown. A
 * beginner looks up seldom, aims beside, and sees late what comes.
 */
function make(skill: number, seed: number): SimulatedMind {
  return { rng: seed >>> 0, skill: Math.max(0, Math.min(1, skill)), wait: 20, aim: -1, memory: 0 }
}

/** Steps between two looks of a first try and of an expert, and how far beside each aims, world units. */
const LOOKS = [42, 4] as const
const BESIDE = [2, 0.2] as const
const between = ([first, expert]: readonly [number, number], skill: number): number => first + (expert - first) * skill
/** Air that is left beside what is thrown, and how seldom a first try sees it. */
const AIR = 0.2
const UNSEEN = 0.65

function decide(mind: SimulatedMind, state: Ranks, setup: Setup, into: Input): void {
  letGo(into)
  const plan = ranksPlan(setup)
  if (mind.aim < 0) mind.aim = state.hero.a
  if (--mind.wait <= 0) {
    mind.wait = Math.max(1, Math.round(between(LOOKS, mind.skill) * (0.6 + random(mind) * 0.8)))
    mind.aim = aimFor(mind, state, setup)
  }
  const off = mind.aim - state.hero.a
  const way = Math.abs(off) < 0.12 ? 0 : off < 0 ? -1 : 1
  if (plan.wide) into.bits = way < 0 ? BITS.up : way > 0 ? BITS.down : 0
  else into.axis = way
  // Beginners fire in bursts; who knows the game holds the key.
  if (mind.skill > 0.3 || state.step % 40 < 22) into.bits |= BITS.confirm
}

function aimFor(mind: SimulatedMind, state: Ranks, setup: Setup): number {
  const plan = ranksPlan(setup)
  const { hero, gift } = state
  const near = reach(plan.hero.shape, plan.wide) + reach(plan.drop.shape, plan.wide) + AIR
  const seen = random(mind) < UNSEEN * (1 - mind.skill) ? 0 : 2.2 + 3 * mind.skill
  for (const drop of state.drops)
    if (drop.live && drop.d > LINE && drop.d < LINE + seen && Math.abs(drop.a - hero.a) < near) {
      const aside = drop.a < hero.a ? hero.a + near * 1.4 : hero.a - near * 1.4
      return aside < plan.from + 0.2 ? plan.from + near * 1.8 : aside > plan.to - 0.2 ? plan.to - near * 1.8 : aside
    }
  if (gift.live && gift.d < 7 && mind.skill > 0.2) return gift.a
  let best = Infinity
  let aim = hero.a
  for (const foe of state.foes) {
    if (!foe.live || foe.d > plan.far) continue
    // Whoever is nearest to the line counts most, and next to that whoever is nearest to the hero.
    const cost = (foe.d - THROUGH) * 1.4 + Math.abs(foe.a - hero.a)
    if (cost >= best) continue
    best = cost
    aim = foe.a
  }
  if (state.visitor.live && mind.skill > 0.4 && best > 6) {
    const flight = (CROSSING - LINE) / Math.max(0.01, plan.shotSpeed)
    aim = Math.max(plan.from, Math.min(plan.to, state.visitor.a + state.visitor.way * (2.2 / 60) * flight))
  }
  return past(state, hero.a, aim + (random(mind) + random(mind) - 1) * between(BESIDE, mind.skill), seen * 0.6, near)
}

/** How far something reaches along the hero's way. */
const reach = (shape: Shape, wide: boolean): number =>
  wide ? Math.max(-shape.top, shape.bottom) : Math.max(-shape.left, shape.right)

/** On the way to `to`, but not under what is just coming down there. */
function past(state: Ranks, from: number, to: number, seen: number, near: number): number {
  let stop = to
  for (const drop of state.drops) {
    if (!drop.live || drop.d < LINE - 0.5 || drop.d > LINE + seen) continue
    if (to > from && drop.a > from && drop.a - near < stop) stop = Math.max(from, drop.a - near)
    if (to < from && drop.a < from && drop.a + near > stop) stop = Math.min(from, drop.a + near)
  }
  return stop
}

export const mind: SimulatedPlayer<Ranks> = { template: 'ranks', make, decide }

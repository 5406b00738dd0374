import { pickWeighted, roll, rolled } from '../../random'
import { STEPS_PER_SECOND } from '../../types'
import type { SkiplinePlan } from './plan'
import type { Skipline, Thing } from './state'

/** A gap is at most so much of what the longest jump covers. */
const WIDEST_PIT = 0.8
/** Seconds that are always left between a landing and the next press. */
const REACTION = 0.22

/** What comes next, of what there is; nothing where nothing can. */
export function choose(state: Skipline, plan: SkiplinePlan): void {
  const { next } = state
  if (plan.laid.length > 0) {
    const own = plan.laid[state.laid % plan.laid.length]!
    next.sort = own.sort
    next.entry = own.entry
    return
  }
  const low = pickWeighted(state, plan.lowsOften)
  const high = pickWeighted(state, plan.highsOften)
  const lows = low < 0 ? 0 : Math.max(0, 100 - plan.highShare - plan.pitShare)
  const highs = high < 0 ? 0 : plan.highShare
  const pits = plan.pitWidth > 0 ? plan.pitShare : 0
  roll(state)
  const at = rolled[0]! * (lows + highs + pits)
  next.entry = -1
  if (lows + highs + pits <= 0) return
  next.sort = at < lows ? 'low' : at < lows + highs ? 'high' : 'pit'
  next.entry = next.sort === 'low' ? low : next.sort === 'high' ? high : 0
}

/** Two numbers that `lookAhead` works out; a number that a function gives back is made on the heap. */
export const ahead = new Float64Array(2)
/** Where they lie. */
export const PACE = 0
export const PIT = 1

/** The pace (world units a second) when what is put in now has come to the hero, and how wide a gap may be then. */
export function lookAhead(state: Skipline, plan: SkiplinePlan): void {
  const seconds = state.step / STEPS_PER_SECOND
  ahead[PACE] = plan.pace * (1 + (plan.speedUp * (seconds + 4)) / 60)
  ahead[PIT] = plan.pace * (1 + (plan.speedUp * seconds) / 60) * plan.air * WIDEST_PIT * plan.pitWidth
}

/** Puts in what is due, and says when the next one is: never sooner than it can be met. */
export function place(state: Skipline, plan: SkiplinePlan): void {
  const { next } = state
  if (next.left > plan.width + 1) return
  if (next.entry < 0) {
    choose(state, plan)
    next.left = plan.width + 2
    return
  }
  lookAhead(state, plan)
  let thing: Thing | null = null
  for (let i = 0; i < state.things.length; i++) if (!state.things[i]!.live) thing = state.things[i]!
  if (thing === null) return
  const block = next.sort === 'low' ? plan.lows[next.entry] : next.sort === 'high' ? plan.highs[next.entry] : undefined
  const left = next.left
  thing.live = true
  thing.n = ++state.count
  thing.sort = next.sort
  thing.entry = block?.actor.id ?? ''
  thing.left = block?.left ?? 0
  thing.right = block?.right ?? ahead[PIT]!
  thing.x = left - thing.left
  thing.age = 0
  const own = plan.laid.length === 0 ? undefined : plan.laid[state.laid++ % plan.laid.length]
  if (own === undefined) hang(state, plan, thing)
  else
    for (let i = 0; i < own.prizes.length; i++) {
      const laid = own.prizes[i]!
      const prize = freePrize(state, laid.entry)
      if (prize === null) break
      prize.x = left + laid.x
      prize.y = plan.groundY - laid.high
    }
  const end = thing.x + thing.right
  // Where the hero's middle is when it has both feet down again: a jump begins at the latest where it still clears the
  // thing, and ends a whole jump later; a slide ends when all of the hero is behind.
  let free = end + plan.back
  if (thing.sort === 'low') free = left - plan.front + ahead[PACE]! * plan.air
  if (thing.sort === 'pit') free = left + ahead[PACE]! * plan.air
  choose(state, plan)
  // And where it has to press again: before what stands a rise sooner, before what hangs at once, at a gap's edge.
  const rise = next.sort === 'low' ? (plan.lows[next.entry]?.rise ?? 0) : 0
  const soonest = free + ahead[PACE]! * (rise + REACTION) + (next.sort === 'pit' ? 0 : plan.front)
  if (own !== undefined) {
    // As it was laid, and never so near that nobody could get past.
    next.row = 0
    next.left = Math.max(soonest, left + own.gap)
    return
  }
  roll(state)
  const close = next.row > 0 || rolled[0]! < plan.rows
  next.row = next.row > 0 ? next.row - 1 : close ? 1 : 0
  roll(state)
  const wide = end + ahead[PACE]! * plan.spacing * (1 + rolled[0]! * 0.4)
  next.left = close ? soonest : Math.max(soonest, wide)
}

/** Something to collect on the way past a thing: where the jump is highest, or low under what hangs. */
function hang(state: Skipline, plan: SkiplinePlan, thing: Thing): void {
  roll(state)
  const wins = rolled[0]! < plan.prizeShare
  const index = pickWeighted(state, plan.prizesOften)
  if (!wins || index < 0) return
  const tall = -plan.hero.shape.top
  const prize = freePrize(state, plan.prizes[index]!.id)
  if (prize === null) return
  prize.x = thing.x + (thing.left + thing.right) / 2
  prize.y = thing.sort === 'high' ? plan.groundY - tall * 0.3 : plan.groundY - plan.jumpHeight - tall * 0.35
}

/** One that is free, for that entry; null where there is none. Its place is set by who asks: a number handed over is made on the heap. */
function freePrize(state: Skipline, entry: string): Skipline['prizes'][number] | null {
  for (let i = 0; i < state.prizes.length; i++) {
    const prize = state.prizes[i]!
    if (prize.live) continue
    prize.live = true
    prize.entry = entry
    prize.age = 0
    return prize
  }
  return null
}

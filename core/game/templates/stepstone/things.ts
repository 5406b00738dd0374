import { surfaceAt, ONE_WAY, SOLID } from '../../course/grid'
import { FOES, MARKS, MOVERS, type StepstonePlan, type ThingPlan } from './plan'
import type { Stepstone, Thing } from './state'

/** Steps a foe takes to be gone, a plank to give way and to come back, a spring to come down. */
export const BURST_STEPS = 24
export const TOTTER_STEPS = 26
const GONE_STEPS = 150
export const SPRING_STEPS = 18
/** Of a second each: how long spikes are out, and in. */
const SPIKE_STEPS = 84
/** A flyer without a way of its own bobs so far. */
const BOB = 0.7
const BOB_STEPS = 160
/** From so far a chaser comes. World units. */
const SEES = 6
/** Things so far from the hero stand still: nobody sees them. */
const AWAKE = 22

/** Written out: an object that is spread keeps each of its numbers in a box of its own, made anew at every step. */
export const freshThing = ({ id, x, y }: ThingPlan): Thing => ({
  id,
  live: true,
  x,
  y,
  way: -1,
  dx: 0,
  dy: 0,
  age: 0,
  busy: 0,
  on: false,
})

/** What goes a way of its own and takes along who stands on it. */
export const GOING: ReadonlySet<string> = new Set(['lift', 'swing'])

/**
 * Where a thing is on its way, as x and y, and which part of it (0 to 1) it has gone. Kept here: a number that is handed
 * from function to function would be put in a box of its own at every step.
 */
const place = new Float64Array(3)
const [AT_X, AT_Y, PART] = [0, 1, 2] as const
function along(plan: ThingPlan, age: number): void {
  const { steps } = plan
  const round = age % (steps * 2)
  place[PART] = (round < steps ? round : steps * 2 - round) / steps
  placeAt(plan)
}
/** From stop to stop, each leg taking as long as the next. */
function placeAt(plan: ThingPlan): void {
  if (plan.does === 'swing') return swingAt(plan)
  const { path } = plan
  const legs = path.length - 1
  const gone = place[PART]! * legs
  const leg = Math.min(legs - 1, Math.floor(gone))
  const part = gone - leg
  place[AT_X] = path[leg]!.x + (path[leg + 1]!.x - path[leg]!.x) * part
  place[AT_Y] = path[leg]!.y + (path[leg + 1]!.y - path[leg]!.y) * part
}
/**
 * What swings hangs from its last stop, at the same distance all the time, from where it is laid to as far on the other
 * side: slowest at its ends.
 */
function swingAt({ path }: ThingPlan): void {
  const t = place[PART]!
  const [from, hook] = [path[0]!, path[path.length - 1]!]
  const [dx, dy] = [from.x - hook.x, from.y - hook.y]
  const eased = t * t * (3 - 2 * t)
  const x = dx * (1 - 2 * eased)
  const below = Math.sqrt(Math.max(0, dx * dx + dy * dy - x * x))
  place[AT_X] = hook.x + x
  place[AT_Y] = hook.y + (dy < 0 ? -below : below)
}

/** Where a thing that goes its way is after so many steps of its own. */
export function placeAfter(plan: ThingPlan, age: number): { x: number; y: number } {
  if (plan.path.length < 2) return { x: plan.x, y: plan.y }
  along(plan, age)
  return { x: place[0]!, y: place[1]! }
}

/** Places of its way, so far apart at most (world units), from where it begins to where it turns back. */
export function wayOfThing(plan: ThingPlan, apart: number): { x: number; y: number }[] {
  const { path } = plan
  if (path.length < 2) return [{ x: plan.x, y: plan.y }]
  let far = 0
  for (let i = 1; i < path.length; i++) far += Math.abs(path[i]!.x - path[i - 1]!.x) + Math.abs(path[i]!.y - path[i - 1]!.y)
  const count = Math.max(1, Math.min(400, Math.ceil((far * (plan.does === 'swing' ? 3 : 1)) / apart)))
  return Array.from({ length: count + 1 }, (_, i) => {
    place[PART] = i / count
    placeAt(plan)
    return { x: place[0]!, y: place[1]! }
  })
}

/** Moves every thing that is near enough to matter. */
export function moveThings(state: Stepstone, plan: StepstonePlan): void {
  for (let i = 0; i < state.things.length; i++) {
    const thing = state.things[i]!
    const own = plan.things[i]!
    thing.age++
    thing.dx = thing.dy = 0
    if (!thing.live) {
      if (thing.busy > 0) thing.busy--
      // A plank that fell is there again in the end.
      if (own.sort === MOVERS && own.does === 'plank' && thing.busy === 0) {
        thing.live = true
        thing.x = own.x
        thing.y = own.y
      }
      continue
    }
    if (own.sort === MOVERS) moveMover(thing, own)
    else if (own.sort === FOES && Math.abs(thing.x - state.hero.x) < AWAKE) moveFoe(state, plan, thing, own)
    else if (own.sort === MARKS && thing.busy > 0) thing.busy--
  }
}

function moveMover(thing: Thing, own: ThingPlan): void {
  if (own.does === 'spikes') {
    thing.on = Math.floor(thing.age / SPIKE_STEPS) % 2 === 1
    return
  }
  if (own.does === 'spring') {
    if (thing.busy > 0) thing.busy--
    return
  }
  if (own.does === 'plank') {
    if (thing.busy === 0) return
    if (--thing.busy > 0) return
    thing.live = false
    thing.busy = GONE_STEPS
    return
  }
  if (own.path.length < 2) return
  along(own, thing.age)
  thing.dx = place[0]! - thing.x
  thing.dy = place[1]! - thing.y
  thing.x = place[0]!
  thing.y = place[1]!
}

function moveFoe(state: Stepstone, plan: StepstonePlan, thing: Thing, own: ThingPlan): void {
  if (thing.busy > 0) {
    if (--thing.busy === 0) thing.live = false
    return
  }
  if (own.does === 'fly') {
    if (own.path.length > 1) {
      along(own, thing.age)
      thing.way = place[0]! < thing.x ? -1 : 1
      thing.x = place[0]!
      thing.y = place[1]!
      return
    }
    const phase = thing.age / BOB_STEPS
    const x = 2 * (phase - Math.floor(phase)) - 1
    thing.y = own.y + BOB * 4 * x * (1 - Math.abs(x))
    thing.x += thing.way * own.speed
    if (Math.abs(thing.x - own.x) > 3) thing.way = thing.x > own.x ? -1 : 1
    return
  }
  const { hero } = state
  const away = hero.x - thing.x
  const chases = own.does === 'chase' && Math.abs(away) < SEES && Math.abs(hero.y - thing.y) < 3
  if (own.does === 'chase' && !chases) return
  if (chases) thing.way = away < 0 ? -1 : 1
  const ahead = Math.floor(thing.x + thing.way * (own.half + own.speed))
  const row = Math.floor(thing.y - 0.01)
  const floor = surfaceAt(plan.grid, ahead, row + 1)
  const stops = surfaceAt(plan.grid, ahead, row) === SOLID || (floor !== SOLID && floor !== ONE_WAY)
  if (!stops) thing.x += thing.way * own.speed
  else if (!chases) thing.way = -thing.way
}

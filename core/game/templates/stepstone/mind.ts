import { random } from '../../random'
import type { SimulatedMind, SimulatedPlayer } from '../../rules'
import type { Setup } from '../../setup'
import { BITS, letGo, type Input } from '../../types'
import { TAKE_OFF, walled, type Move } from '../../course/reach'
import { routeOf } from './route'
import { placeAfter } from './things'
import { FOES, MARKS, MOVERS, stepstonePlan } from './plan'
import type { Stepstone } from './state'

/**
 * Plays stepstone as a person does who has an idea of the way: goes from place to place, stands where a jump begins, holds
 * it for about as long as it needs, hops over whoever comes, and waits for spikes. A first try begins jumps beside their
 * place, lets go too soon or too late, and looks out less.
 */
function make(skill: number, seed: number): SimulatedMind {
  return { rng: seed >>> 0, skill: Math.max(0, Math.min(1, skill)), wait: 0, aim: 0, memory: 0 }
}

/** How far beside its place a jump begins, and by how many steps its hold is off: first try and expert. */
const BESIDE = [1.3, 0.06] as const
const OFF = [22, 1] as const
/** A hop over somebody is held for so many steps. */
const HOP = 12
/** How often a first try presses again before its feet are down, of the steps it falls. */
const HASTE = 0.012
/** Nobody waits for ever: of so many steps, so many. */
const ROUND = 420
const PATIENCE = 300
/** Going back for a run-up. */
const BACKING = -1
const between = ([first, expert]: readonly [number, number], skill: number): number => first + (expert - first) * skill

function decide(mind: SimulatedMind, state: Stepstone, setup: Setup, into: Input): void {
  letGo(into)
  const plan = stepstonePlan(setup)
  const { hero } = state
  if (!hero.grounded) {
    const thrown = thrownWay(state, setup)
    if (thrown !== null) mind.aim = thrown
    into.axis = mind.aim
    if (mind.wait > 0) {
      mind.wait--
      into.bits = BITS.up
    } else if (hero.vy > 0 && random(mind) < HASTE * (1 - mind.skill)) press(mind, into, HOP)
    return
  }
  // A finger has to come up before it presses again.
  if (hero.held) return
  const column = columnOf(state, setup)
  const cell = cellOf(column, hero.y, plan.grid.w)
  const move = nextMove(state, setup, cell)
  if (move === undefined) {
    // Nobody knows a way from here: on, with a hop now and then.
    const exit = plan.things.find(({ does }) => does === 'exit')
    mind.aim = into.axis = (exit?.x ?? plan.grid.w) < hero.x ? -1 : 1
    if (random(mind) < 0.04) press(mind, into, 40)
    return
  }
  // On what gives way there is no standing.
  const waits = state.step % ROUND < PATIENCE && plan.things[hero.ride]?.does !== 'plank'
  if (move.by !== undefined) {
    // Carried, in the middle of what carries; or on to what throws.
    const off = hero.x - (state.things[hero.ride]?.x ?? column + 0.5)
    mind.aim = into.axis = Math.abs(off) < 0.15 ? 0 : off < 0 ? 1 : -1
    return
  }
  if (waits && missing(state, setup, move, cell)) {
    mind.aim = 0
    return
  }
  if (blocked(mind, state, setup, move.way, waits)) return
  if (threatened(mind, state, setup, move.way)) {
    // Over it where one comes down well, else up and down again on the spot.
    const over = routeOf(setup).open.moves.get(cell)?.some((one) => one.way === move.way && one.hold === HOP && one.sure) === true
    mind.aim = into.axis = over ? move.way : 0
    press(mind, into, HOP)
    return
  }
  if (move.hold === 0) {
    mind.aim = into.axis = move.way
    return
  }
  const off = hero.x - column - 0.5
  // Who runs already and is nearly at the edge cannot stop any more.
  const stops = off * move.way < 0.1 || Math.abs(hero.vx) < plan.gait.speed * 0.3
  if (waits && stops && awaited(mind, state, setup, move)) return
  if (move.way === 0) {
    if (Math.abs(off) > 0.12) mind.aim = into.axis = off < 0 ? 1 : -1
    else if (Math.abs(hero.vx) < plan.gait.speed * 0.15) leap(mind, into, move)
    return
  }
  // A run-up from the near side of the cell, and off at its far side.
  const along = off * move.way
  const back = walled(plan.grid, plan.size, column, Math.round(hero.y) - 1, -move.way)
  if (mind.memory === BACKING && along > (back ? plan.size.half - 0.46 : -0.3)) {
    mind.aim = into.axis = -move.way
    return
  }
  mind.memory = 0
  mind.aim = into.axis = move.way
  if (walled(plan.grid, plan.size, column, Math.round(hero.y) - 1, move.way)) {
    if (0.5 - plan.size.half - along < 0.03) leap(mind, into, move)
    return
  }
  const miss = (random(mind) - 0.5) * between(BESIDE, mind.skill)
  if (along < TAKE_OFF - 0.08 + miss) return
  // On what goes there is no room for a run-up.
  if (hero.ride >= 0 || hero.vx * move.way > plan.gait.speed * 0.8) leap(mind, into, move)
  else {
    mind.memory = BACKING
    mind.aim = into.axis = -move.way
  }
}

function leap(mind: SimulatedMind, into: Input, move: Move): void {
  mind.aim = into.axis = move.way
  press(mind, into, move.hold + Math.round((random(mind) + random(mind) - 1) * between(OFF, mind.skill)))
}

function press(mind: SimulatedMind, into: Input, hold: number): void {
  into.bits = BITS.up
  mind.wait = Math.max(0, hold - 1)
}

/** To the key while doors are shut, else to the way out. */
function nextMove(state: Stepstone, setup: Setup, cell: number): Move | undefined {
  const plan = stepstonePlan(setup)
  const route = routeOf(setup)
  const shut = state.keys === 0 && plan.things.some(({ sort, does }, i) => sort === MARKS && does === 'door' && !state.things[i]!.on)
  return (shut ? route.toKeys.get(cell) : undefined) ?? route.toExit.get(cell)
}

/** Where one stands: beyond an edge that is the cell in which a part of the foot still is. */
function columnOf({ hero }: Stepstone, setup: Setup): number {
  const { grid, size } = stepstonePlan(setup)
  const { moves } = routeOf(setup).open
  const at = Math.floor(hero.x)
  if (moves.has(cellOf(at, hero.y, grid.w))) return at
  const [left, right] = [Math.floor(hero.x - size.half), Math.floor(hero.x + size.half)]
  if (moves.has(cellOf(left, hero.y, grid.w))) return left
  return moves.has(cellOf(right, hero.y, grid.w)) ? right : at
}

const cellOf = (x: number, y: number, w: number): number => (Math.round(y) - 1) * w + Math.floor(x)

/** Which way to steer after a spring has thrown one up; null where none just did. */
function thrownWay(state: Stepstone, setup: Setup): number | null {
  const { things, grid } = stepstonePlan(setup)
  for (let i = 0; i < things.length; i++) {
    const thing = state.things[i]!
    if (things[i]!.does !== 'spring' || thing.busy === 0 || Math.abs(thing.x - state.hero.x) > 2) continue
    return routeOf(setup).toExit.get(cellOf(thing.x, thing.y, grid.w))?.way ?? null
  }
  return null
}

/** The next step is onto something that goes its way and is not there when one comes there. */
function missing(state: Stepstone, setup: Setup, move: Move, cell: number): boolean {
  const { open, carriers } = routeOf(setup)
  const { grid, things } = stepstonePlan(setup)
  const loose = open.loose.get(move.to)
  if (loose !== undefined && !state.things[carriers[loose]!]!.live) return true
  const ride = open.rides.get(move.to)
  if (ride === undefined || open.rides.get(cell) === ride) return false
  const index = carriers[ride]!
  const thing = placeAfter(things[index]!, state.things[index]!.age + move.steps)
  const [x, y] = [(move.to % grid.w) + 0.5, Math.floor(move.to / grid.w) + 1]
  return Math.abs(thing.x - x) > things[index]!.half + 0.2 || Math.abs(thing.y - y) > 0.6
}

/** Spikes that are out on the next cell, or about to be; a flyer that hangs too low there. */
function blocked(mind: SimulatedMind, state: Stepstone, setup: Setup, way: number, patient: boolean): boolean {
  const { things, size } = stepstonePlan(setup)
  for (let i = 0; i < things.length; i++) {
    const own = things[i]!
    const thing = state.things[i]!
    const away = (thing.x - state.hero.x) * way
    if (patient && own.sort === FOES && own.does === 'fly' && thing.live && thing.busy === 0) {
      const over = state.hero.y - thing.y
      if (away > -0.6 && away < 2.2 && over > 0.5 && over < size.tall + own.tall + 0.4 && random(mind) < mind.skill + 0.1) return true
    }
    if (own.sort !== MOVERS || own.does !== 'spikes') continue
    if (away < 0.3 || away > 1.9 || Math.abs(thing.y - state.hero.y) > 1) continue
    if (random(mind) > 0.6 + mind.skill * 0.5) return false
    // Out, or less than half a second from it.
    if (thing.on || thing.age % 84 > 50) return true
  }
  return false
}

/** Somebody is just where the jump would end: who knows the game waits for them to go. */
function awaited(mind: SimulatedMind, state: Stepstone, setup: Setup, move: Move): boolean {
  const { things, grid } = stepstonePlan(setup)
  const [x, y] = [(move.to % grid.w) + 0.5, Math.floor(move.to / grid.w) + 1]
  for (let i = 0; i < things.length; i++) {
    const thing = state.things[i]!
    if (things[i]!.sort !== FOES || !thing.live || thing.busy > 0) continue
    const then = thing.x + thing.way * things[i]!.speed * move.steps
    const near = Math.min(Math.abs(thing.x - x), Math.abs(then - x))
    if (near < 1.9 && Math.abs(thing.y - y) < 1.3 && random(mind) < mind.skill * 0.98) return true
  }
  return false
}

function threatened(mind: SimulatedMind, state: Stepstone, setup: Setup, way: number): boolean {
  const { things } = stepstonePlan(setup)
  for (let i = 0; i < things.length; i++) {
    const thing = state.things[i]!
    if (things[i]!.sort !== FOES || thing.y < state.hero.y - 0.5 || !thing.live || thing.busy > 0) continue
    const away = (thing.x - state.hero.x) * (way === 0 ? state.hero.dir : way)
    if (away < -0.2 || away > 1.7 || Math.abs(thing.y - state.hero.y) > 1.4) continue
    if (random(mind) < 0.03 + mind.skill * 0.6) return true
  }
  return false
}

export const mind: SimulatedPlayer<Stepstone> = { template: 'stepstone', make, decide }

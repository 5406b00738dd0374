import { FOOTHOLD, harmed, moveBody, steer } from '../../course/body'
import { clearEvents, makeEvents } from '../../events'
import { judge } from '../../outcome'
import { agePops, makePops, pop } from '../../pops'
import type { Carry, Ending, PlayFacts, Rules } from '../../rules'
import { dial, shapeAt, type Setup } from '../../setup'
import { touches } from '../../shapes'
import { BITS, type Input, type Point } from '../../types'
import { routeOf } from './route'
import { FOES, MARKS, MOVERS, PICKUPS, stepstonePlan, TALLEST, WIDEST, type StepstonePlan, type ThingPlan } from './plan'
import { draw, thingClip } from './show'
import type { Climber, Stepstone, Thing } from './state'
import { BURST_STEPS, freshThing, moveThings, SPRING_STEPS, TOTTER_STEPS } from './things'

const POPS = 6
const HURT_STEPS = 90
const HURT_CLIP_STEPS = 24
const LAND_STEPS = 8
const MOST_LIVES = 9
/** What one bounces off with, of a jump. */
const STOMP = 0.62
const KNOCK = 0.5
/** Feet so far under the top of what carries still come to stand on it. */
const LIP = 0.3
/** The camera comes so much nearer to where it should be in a step. */
const CAMERA = 0.12
/** The hero is so far down the stage. */
const EYE_LINE = 0.62
/** A finger so far to the side of the hero, or above its head, wants it to go there. World units. */
const FINGER = 0.5

function start(setup: Setup, seed: number, carry?: Carry): Stepstone {
  const plan = stepstonePlan(setup)
  const { x, y } = plan.start
  const state: Stepstone = {
    rng: seed >>> 0,
    step: 0,
    score: 0,
    outcome: 'playing',
    events: makeEvents(),
    lives: carry?.lives ?? dial(setup, 'lives'),
    hero: {
      x,
      y,
      vx: 0,
      vy: 0,
      grounded: true,
      dir: 1,
      // The press that began the game is not meant for the hero.
      held: true,
      cut: false,
      asked: 0,
      late: 0,
      clip: 'stand',
      clipStep: 0,
      hurt: 0,
      ride: -1,
    },
    things: plan.things.map(freshThing),
    pops: makePops(POPS),
    keys: 0,
    again: { x, y },
    mark: '',
    camera: { left: 0, top: 0 },
    cause: '',
    at: { x: 0, y: 0 },
  }
  follow(state, plan, 1)
  return state
}

/** Leads the camera to the hero, within the course; one that is smaller than the stage lies in its middle, on its ground. */
function follow(state: Stepstone, { grid, stage }: StepstonePlan, share: number): void {
  const { hero, camera } = state
  const right = grid.w - stage.width
  const bottom = grid.h - stage.height
  const x = right <= 0 ? right / 2 : Math.max(0, Math.min(right, hero.x - stage.width / 2))
  const y = bottom <= 0 ? bottom : Math.max(0, Math.min(bottom, hero.y - stage.height * EYE_LINE))
  camera.left += (x - camera.left) * share
  camera.top += (y - camera.top) * share
}

function setClip(hero: Climber, clip: string): void {
  if (hero.clip === clip) return
  hero.clip = clip
  hero.clipStep = 0
}

function hurt(state: Stepstone, plan: StepstonePlan, lives: number, cause: string, sound: string, back: boolean): void {
  const { hero } = state
  state.lives = Math.max(0, state.lives - lives)
  state.cause = cause
  state.at.x = hero.x - state.camera.left
  state.at.y = hero.y - state.camera.top
  hero.hurt = HURT_STEPS
  state.events.push(sound)
  setClip(hero, 'hurt')
  if (!back) {
    hero.vx = -hero.dir * plan.gait.speed
    hero.vy = -plan.gait.jump * KNOCK
    hero.grounded = false
    return
  }
  hero.x = state.again.x
  hero.y = state.again.y
  hero.vx = hero.vy = 0
  hero.ride = -1
}

function wayOf(state: Stepstone, input: Input): number {
  if (input.axis !== 0) return input.axis
  if ((input.bits & BITS.pointer) === 0 || input.px < 0) return 0
  const off = input.px / 100 + state.camera.left - state.hero.x
  return Math.abs(off) < FINGER ? 0 : off < 0 ? -1 : 1
}
function jumps(state: Stepstone, input: Input, plan: StepstonePlan): boolean {
  if ((input.bits & (BITS.confirm | BITS.up)) !== 0) return true
  if ((input.bits & BITS.pointer) === 0 || input.px < 0) return false
  return input.py / 100 + state.camera.top < state.hero.y - plan.size.tall - FINGER
}

function climb(state: Stepstone, input: Input, plan: StepstonePlan): void {
  const { hero } = state
  const { gait } = plan
  const way = hero.hurt > HURT_STEPS - HURT_CLIP_STEPS ? 0 : wayOf(state, input)
  const up = jumps(state, input, plan)
  if (way !== 0) hero.dir = way
  if (up && !hero.held) hero.asked = plan.buffer + 1
  else if (hero.asked > 0) hero.asked--
  hero.held = up
  if (hero.hurt > 0) hero.hurt--
  hero.clipStep++
  const stood = hero.grounded
  if (stood) hero.late = plan.coyote + 1
  else if (hero.late > 0) hero.late--
  if (hero.asked > 0 && hero.late > 0) {
    hero.vy = -gait.jump
    hero.grounded = false
    hero.cut = false
    hero.asked = hero.late = 0
    hero.ride = -1
    state.events.push('jump-sound')
  }
  if (hero.ride >= 0) {
    const carrier = state.things[hero.ride]!
    hero.x += carrier.dx
    hero.y += carrier.dy
  }
  steer(hero, gait, way)
  if (!up && hero.vy < 0 && !hero.cut) {
    hero.vy *= gait.cut
    hero.cut = true
  }
  hero.vy = Math.min(gait.fastest, hero.vy + gait.weight)
  const feet = hero.y
  const fell = hero.vy
  moveBody(hero, plan.size, plan.grid)
  shutDoors(state, plan)
  ride(state, plan, feet)
  if (hero.grounded && !stood && fell > gait.weight * 3) {
    state.events.push('land-sound')
    setClip(hero, 'land')
  }
  if (hero.hurt > HURT_STEPS - HURT_CLIP_STEPS) return
  if (!hero.grounded) setClip(hero, hero.vy < 0 ? 'jump' : 'fall')
  else if (Math.abs(hero.vx) > gait.speed * 0.2) setClip(hero, 'run')
  else if (hero.clip !== 'land' || hero.clipStep > LAND_STEPS) setClip(hero, 'stand')
}

/** Doors that are shut are walls; with a key they open. */
function shutDoors(state: Stepstone, plan: StepstonePlan): void {
  const { hero } = state
  for (let i = 0; i < state.things.length; i++) {
    const own = plan.things[i]!
    const thing = state.things[i]!
    if (own.sort !== MARKS || own.does !== 'door' || thing.on) continue
    const off = hero.x - thing.x
    const apart = own.half + plan.size.half
    if (Math.abs(off) >= apart || hero.y <= thing.y - own.tall || hero.y - plan.size.tall >= thing.y) continue
    if (state.keys > 0) {
      state.keys--
      thing.on = true
      state.events.push('door-sound')
      continue
    }
    hero.x = thing.x + (off < 0 ? -apart : apart)
    hero.vx = 0
  }
}

/** What moves under the feet carries them. */
function ride(state: Stepstone, plan: StepstonePlan, feet: number): void {
  const { hero } = state
  hero.ride = -1
  if (hero.vy < 0) return
  for (let i = 0; i < state.things.length; i++) {
    const own = plan.things[i]!
    const thing = state.things[i]!
    if (own.sort !== MOVERS || !thing.live || own.does === 'spikes') continue
    if (Math.abs(hero.x - thing.x) > own.half + plan.size.half * FOOTHOLD) continue
    // Above it a step ago, and at it or a little below now.
    if (feet > thing.y - thing.dy + LIP || hero.y < thing.y - 0.02 || hero.y > thing.y + LIP + hero.vy) continue
    if (own.does === 'spring') {
      hero.vy = -plan.gait.jump * plan.spring
      hero.cut = true
      hero.grounded = false
      thing.busy = SPRING_STEPS
      state.events.push('spring-sound')
      return
    }
    if (own.does === 'plank' && thing.busy === 0) thing.busy = TOTTER_STEPS
    hero.y = thing.y
    hero.vy = 0
    hero.grounded = true
    hero.ride = i
    return
  }
}

function meet(state: Stepstone, plan: StepstonePlan): void {
  const { hero } = state
  const shape = shapeAt(plan.hero, hero.clip, hero.clipStep)
  for (let i = 0; i < state.things.length; i++) {
    const thing = state.things[i]!
    const own = plan.things[i]!
    if (!thing.live || thing.busy > 0 || (own.sort === MOVERS && !(own.does === 'spikes' && thing.on))) continue
    if (Math.abs(thing.x - hero.x) > 4 || Math.abs(thing.y - hero.y) > 4) continue
    const other = shapeAt(own.actor, thingClip(own, thing), thing.age)
    if (!touches(shape, other, thing.x - hero.x, thing.y - hero.y)) continue
    if (own.sort === PICKUPS) take(state, thing, own)
    else if (own.sort === MARKS) pass(state, thing, own)
    else if (own.sort === FOES && hero.vy > 0 && hero.y < thing.y - own.tall * 0.45) {
      thing.busy = BURST_STEPS
      hero.vy = -plan.gait.jump * STOMP
      hero.grounded = false
      win(state, thing, own.points)
      state.events.push('stomp-sound')
    } else if (hero.hurt === 0) hurt(state, plan, own.sort === FOES ? own.harm : 1, own.actor.id, 'hurt-sound', false)
    if (state.outcome !== 'playing') return
  }
}

function win(state: Stepstone, { x, y }: Thing, points: number): void {
  if (points === 0) return
  state.score = Math.max(0, state.score + points)
  pop(state.pops, x - state.camera.left, y - 1 - state.camera.top, points)
}

function take(state: Stepstone, thing: Thing, own: ThingPlan): void {
  thing.live = false
  win(state, thing, own.points)
  if (own.does === 'key') state.keys++
  if (own.does === 'life') state.lives = Math.min(MOST_LIVES, state.lives + 1)
  state.events.push(own.does === 'points' ? 'pick-sound' : 'key-sound')
}

function pass(state: Stepstone, thing: Thing, own: ThingPlan): void {
  if (own.does === 'exit') {
    thing.on = true
    win(state, thing, own.points)
  } else if (own.does === 'checkpoint' && !thing.on) {
    thing.on = true
    state.mark = thing.id
    state.again.x = thing.x
    state.again.y = thing.y
    state.events.push('check-sound')
  }
}

const isOut = (state: Stepstone, plan: StepstonePlan): boolean => {
  for (let i = 0; i < state.things.length; i++)
    if (state.things[i]!.on && plan.things[i]!.does === 'exit') return true
  return false
}

function step(state: Stepstone, input: Input, setup: Setup): void {
  clearEvents(state.events)
  if (state.outcome !== 'playing') return
  const plan = stepstonePlan(setup)
  const { hero } = state
  state.step++
  moveThings(state, plan)
  climb(state, input, plan)
  if (hero.hurt === 0 && harmed(hero, plan.size, plan.grid)) hurt(state, plan, 1, 'thorns', 'hurt-sound', true)
  else if (hero.y > plan.grid.h + 1.5) hurt(state, plan, 1, 'a fall', 'fall-sound', true)
  meet(state, plan)
  follow(state, plan, CAMERA)
  agePops(state.pops)
  judge(state, isOut(state, plan), state.lives <= 0)
}

/** The name of what took the last life, and where it happened, seen from the camera: the hero is back at its mark. */
function ending(state: Stepstone, setup: Setup): Ending {
  const { hero, camera, at } = state
  if (state.outcome === 'won') return { cause: 'the goal', x: hero.x - camera.left, y: hero.y - camera.top }
  const foe = setup.find('cast', FOES)?.find(({ id }) => id === state.cause)
  const mover = setup.find('cast', MOVERS)?.find(({ id }) => id === state.cause)
  return { cause: foe?.name ?? mover?.name ?? state.cause, x: at.x, y: at.y }
}

/** Things keep what they are doing where they are still in the course; whoever stands in a wall begins again. */
function adopt(state: Stepstone, _before: Setup, after: Setup): void {
  const plan = stepstonePlan(after)
  const known = new Map(state.things.map((thing) => [thing.id, thing]))
  state.things = plan.things.map((own) => known.get(own.id) ?? freshThing(own))
  const { hero } = state
  hero.ride = -1
  const { x, y } = hero
  const outside = x < 0 || x > plan.grid.w || y > plan.grid.h + 1.5
  if (!known.has(state.mark) || !plan.things.some(({ id }) => id === state.mark)) {
    state.mark = ''
    state.again = { x: plan.start.x, y: plan.start.y }
  }
  if (outside || isWalled(plan, x, y)) Object.assign(hero, { x: state.again.x, y: state.again.y, vx: 0, vy: 0 })
  follow(state, plan, 1)
}

const isWalled = ({ grid, size }: StepstonePlan, x: number, y: number): boolean => {
  const row = Math.floor(y - size.tall / 2)
  const column = Math.floor(x)
  return row >= 0 && row < grid.h && column >= 0 && column < grid.w && grid.surface[row * grid.w + column] === 1
}

/** Tails and noses stick out of everybody; from so many times as much on it is said. */
const STICKS_OUT = 1.75
/** A hero of any size gets between two tiles as ever: what that made of a larger one. */
function fitted(setup: Setup): { part: string; because: string }[] {
  const { shape } = stepstonePlan(setup).hero
  const [wide, tall] = [shape.right - shape.left, shape.bottom - shape.top]
  const said = [
    wide > WIDEST * STICKS_OUT ? `it is ${wide.toFixed(2)} m wide and takes ${WIDEST} m` : '',
    tall > TALLEST * STICKS_OUT ? `it is ${tall.toFixed(2)} m tall and takes ${TALLEST} m` : '',
  ].filter((one) => one !== '')
  return said.length === 0 ? [] : [{ part: 'hero', because: `In the course ${said.join(', and ')}.` }]
}

function facts(setup: Setup): PlayFacts {
  const { leads, lost } = routeOf(setup)
  const { things } = stepstonePlan(setup)
  const out = things.find(({ does }) => does === 'exit')
  const because =
    out === undefined
    ? 'There is no way out in the course.'
    : leads
      ? 'The way out can be got to.'
      : 'Nobody gets from the start to the way out.'
  const unmet = lost
    .filter(({ does }) => does !== 'exit')
    .map(({ sort, entry, x, y }) => ({
      part: sort,
      entry,
      because: `Nobody gets to the one at column ${Math.floor(x) + 1}, row ${Math.ceil(y)}.`,
      place: { x, y },
    }))
  const place = out === undefined ? {} : { place: { x: out.x, y: out.y } }
  return { goal: 1, dial: 'course', reachable: leads ? 1 : 0, because, unmet, aim: 'the way out', fitted: fitted(setup), ...place }
}

function values(state: Stepstone): Record<string, number> {
  const { score, lives, keys } = state
  return { score, goal: 1, lives, keys }
}

/** The longest jump from where the hero stands, the way it looks. */
function reach(state: Stepstone, setup: Setup): Point[] {
  const { gait } = stepstonePlan(setup)
  const { hero, camera } = state
  const steps = Math.round((2 * gait.jump) / gait.weight)
  return Array.from({ length: steps + 1 }, (_, i) => ({
    x: hero.x - camera.left + hero.dir * gait.speed * i,
    y: hero.y - camera.top - gait.jump * i + (gait.weight * i * i) / 2,
  }))
}

export const rules: Rules<Stepstone> = {
  ...{ id: 'stepstone', pads: () => ['left', 'right', 'up'] as const, start, step, draw, adopt, facts, values, ending, reach },
  feet: ({ hero: { x, y } }) => ({ x, y }),
  carried: ({ lives }) => ({ lives }),
}

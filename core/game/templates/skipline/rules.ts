import { clearEvents, makeEvents } from '../../events'
import { judge } from '../../outcome'
import { agePops, makePops, pop } from '../../pops'
import type { Carry, Ending, PlayFacts, Rules } from '../../rules'
import { dial, numberOf, shapeAt, type Setup } from '../../setup'
import { touches } from '../../shapes'
import { BITS, STEPS_PER_SECOND, type Input } from '../../types'
import { ahead, choose, lookAhead, PIT, place } from './line'
import { LOW, skiplinePlan, type SkiplinePlan } from './plan'
import { draw, reach } from './show'
import type { Runner, Skipline, Thing } from './state'

const CAPACITY = 24
const POPS = 4
const HURT_STEPS = 90
const HIT_CLIP_STEPS = 24
/** Steps for which a press before landing, and one after an edge, still jump. */
const BUFFER_STEPS = 7
const COYOTE_STEPS = 5
const LEAST_SLIDE = 20
/** A jump that is let go of keeps so much of its speed. */
const CUT = 0.45
/** Seconds before the first thing comes. */
const HEAD_START = 2.2
/** Feet so little under the edge are put back on it; so much, and it was a fall. */
const LIP = 0.25
const FALLEN = 1.3

/** Written out: an object that is spread keeps each of its numbers in a box of its own, made anew at every step. */
const noThing = (): Thing => ({ live: false, n: 0, sort: 'low', entry: '', x: 0, left: 0, right: 0, age: 0 })

function start(setup: Setup, seed: number, carry?: Carry): Skipline {
  const plan = skiplinePlan(setup)
  const state: Skipline = {
    rng: seed >>> 0,
    step: 0,
    score: 0,
    outcome: 'playing',
    events: makeEvents(),
    lives: carry?.lives ?? dial(setup, 'lives'),
    hero: {
      y: plan.groundY,
      vy: 0,
      grounded: true,
      // The press that began the game is not meant for the runner.
      held: true,
      cut: false,
      asked: 0,
      late: 0,
      slide: 0,
      clip: 'run',
      clipStep: 0,
      hurt: 0,
    },
    things: Array.from({ length: CAPACITY }, noThing),
    prizes: Array.from({ length: CAPACITY }, () => ({ live: false, entry: '', x: 0, y: 0, age: 0 })),
    pops: makePops(POPS),
    scroll: 0,
    points: 0,
    next: { sort: 'low', entry: -1, left: plan.heroX + plan.pace * HEAD_START, row: 0 },
    laid: 0,
    count: 0,
    cause: '',
  }
  choose(state, plan)
  return state
}

function setClip(hero: Runner, clip: string): void {
  if (hero.clip === clip) return
  hero.clip = clip
  hero.clipStep = 0
}

function hurt(state: Skipline, cause: string, sound: string): void {
  if (state.hero.hurt > 0) return
  state.lives = Math.max(0, state.lives - 1)
  state.hero.hurt = HURT_STEPS
  state.cause = cause
  setClip(state.hero, 'hit')
  state.events.push(sound)
}

/** The gap under the hero's feet; who was just hurt runs on over all. */
function over(state: Skipline, plan: SkiplinePlan): boolean {
  if (state.hero.hurt > 0) return false
  for (let i = 0; i < state.things.length; i++) {
    const thing = state.things[i]!
    if (thing.live && thing.sort === 'pit' && thing.x < plan.heroX && thing.x + thing.right > plan.heroX) return true
  }
  return false
}

function run(state: Skipline, input: Input, plan: SkiplinePlan): void {
  const hero = state.hero
  const pointer = (input.bits & BITS.pointer) !== 0
  const down = (input.bits & BITS.down) !== 0 || (pointer && input.py > plan.groundY)
  const up = (input.bits & (BITS.confirm | BITS.up)) !== 0 || (pointer && input.py <= plan.groundY)
  if (up && !hero.held) hero.asked = BUFFER_STEPS
  else if (hero.asked > 0) hero.asked--
  hero.held = up
  if (hero.hurt > 0) hero.hurt--
  if (hero.late > 0) hero.late--
  hero.clipStep++
  const gap = over(state, plan)
  if (hero.grounded && gap) {
    hero.grounded = false
    hero.late = COYOTE_STEPS
    hero.slide = 0
  }
  if (hero.asked > 0 && (hero.grounded || hero.late > 0)) {
    hero.vy = -plan.jump
    hero.grounded = false
    hero.cut = false
    hero.asked = hero.late = hero.slide = 0
    setClip(hero, 'jump')
    state.events.push('jump-sound')
  }
  if (hero.grounded) slide(state, down)
  else fall(state, plan, up, down, gap)
  if (hero.hurt > HURT_STEPS - HIT_CLIP_STEPS) return
  if (hero.grounded) setClip(hero, hero.slide > 0 ? 'slide' : 'run')
  else setClip(hero, hero.vy < 0 ? 'jump' : 'fall')
}

function slide(state: Skipline, down: boolean): void {
  const hero = state.hero
  if (hero.slide > 0) hero.slide--
  if (!down) return
  if (hero.slide === 0) state.events.push('slide-sound')
  hero.slide = Math.max(hero.slide, hero.clip === 'slide' ? 1 : LEAST_SLIDE)
}

function fall(state: Skipline, plan: SkiplinePlan, up: boolean, down: boolean, gap: boolean): void {
  const hero = state.hero
  if (!up && hero.vy < 0 && !hero.cut) {
    hero.vy *= CUT
    hero.cut = true
  }
  // Half of a step's gain before and half after, so that a jump is just as high and long as its dials say.
  const gain = down && !gap ? plan.weight * 3 : plan.weight
  hero.y += hero.vy + gain / 2
  hero.vy += gain
  const under = hero.y - plan.groundY
  if (under < 0) return
  if (gap && under < FALLEN) return
  if (!gap && (under < LIP || hero.vy < 0 || hero.hurt > 0)) {
    hero.y = plan.groundY
    hero.vy = 0
    hero.grounded = true
    state.events.push('land-sound')
    return
  }
  hurt(state, 'a gap', 'fall-sound')
  // Thrown back out, so that a life is one mistake and not a row of them.
  hero.y = plan.groundY
  hero.vy = -plan.jump
  hero.cut = true
}

function moveThings(state: Skipline, plan: SkiplinePlan): void {
  const hero = state.hero
  const by = (plan.pace * (1 + plan.speedUp * (state.step / (STEPS_PER_SECOND * 60)))) / STEPS_PER_SECOND
  state.scroll += by
  state.next.left -= by
  const shape = hero.slide > 0 ? plan.low : shapeAt(plan.hero, hero.clip, hero.clipStep)
  for (let i = 0; i < state.things.length; i++) {
    const thing = state.things[i]!
    if (!thing.live) continue
    thing.x -= by
    thing.age++
    if (thing.x + thing.right < -1) thing.live = false
    if (thing.sort === 'pit' || hero.hurt > 0) continue
    const hangs = thing.sort === 'high'
    const block = (hangs ? plan.highById : plan.lowById).get(thing.entry)
    if (block === undefined) continue
    const dy = (hangs ? plan.hangY : plan.groundY) - hero.y
    if (touches(shape, shapeAt(block.actor, hangs ? 'hang' : 'stand', thing.age), thing.x - plan.heroX, dy))
      hurt(state, hangs ? 'something that hangs' : 'something that stands', 'hit-sound')
  }
  for (let i = 0; i < state.prizes.length; i++) {
    const prize = state.prizes[i]!
    if (!prize.live) continue
    prize.x -= by
    prize.age++
    if (prize.x < -1) prize.live = false
    const actor = plan.prizesById.get(prize.entry)
    if (actor === undefined) continue
    if (!touches(shape, shapeAt(actor, 'shown', prize.age), prize.x - plan.heroX, prize.y - hero.y)) continue
    prize.live = false
    const points = numberOf(actor, 'points')
    state.points += points
    pop(state.pops, prize.x, prize.y, points)
    state.events.push('prize-sound')
  }
}

function step(state: Skipline, input: Input, setup: Setup): void {
  clearEvents(state.events)
  if (state.outcome !== 'playing') return
  const plan = skiplinePlan(setup)
  state.step++
  run(state, input, plan)
  place(state, plan)
  moveThings(state, plan)
  agePops(state.pops)
  state.score = Math.max(0, Math.floor(state.scroll) + state.points)
  judge(state, !plan.endless && state.scroll >= plan.goal, state.lives <= 0)
}

function ending(state: Skipline, setup: Setup): Ending {
  const { heroX } = skiplinePlan(setup)
  return { cause: state.outcome === 'won' ? 'the goal' : state.cause, x: heroX, y: state.hero.y }
}

/** What is gone, or what a jump does not clear any more, is taken out of the way; feet find the ground again. */
function adopt(state: Skipline, before: Setup, after: Setup): void {
  const plan = skiplinePlan(after)
  const { groundY } = skiplinePlan(before)
  if (state.hero.grounded || groundY !== plan.groundY) state.hero.y += plan.groundY - groundY
  for (const thing of state.things) {
    if (!thing.live || thing.sort === 'pit') continue
    const block = (thing.sort === 'high' ? plan.highById : plan.lowById).get(thing.entry)
    if (block === undefined) {
      thing.live = false
      continue
    }
    thing.left = block.left
    thing.right = block.right
  }
  // A gap that was laid for a longer jump is no wider than this one covers.
  lookAhead(state, plan)
  for (const thing of state.things)
    if (thing.live && thing.sort === 'pit' && thing.x > plan.heroX) thing.right = Math.min(thing.right, ahead[PIT]!)
  for (const prize of state.prizes) if (prize.live && !plan.prizesById.has(prize.entry)) prize.live = false
  choose(state, plan)
}

function facts(setup: Setup): PlayFacts {
  const { lowById, jumpHeight, pace, air } = skiplinePlan(setup)
  const longest = `${jumpHeight.toFixed(1)} m high and ${(pace * air).toFixed(1)} m long`
  const unmet = (setup.casts[LOW] ?? []).flatMap(({ id }) =>
    lowById.has(id)
      ? []
      : [{ part: LOW, entry: id, because: `The longest jump, ${longest}, does not clear it.` }],
  )
  return { goal: dial(setup, 'goal'), dial: 'goal', reachable: Infinity, because: 'The line goes on for ever.', unmet }
}

function values(state: Skipline, setup: Setup): Record<string, number> {
  const goal = dial(setup, 'goal')
  const metres = Math.floor(state.scroll)
  return {
    ...{ score: state.score, goal, metres, lives: state.lives, points: state.points },
    left: Math.max(0, goal - metres),
  }
}

export const rules: Rules<Skipline> = {
  ...{ id: 'skipline', pads: () => ['down', 'up'], start, step, draw, adopt, facts, values, ending, reach },
  carried: ({ lives }) => ({ lives }),
}

import { drawBackdrop } from '../../backdrop'
import { add, type DrawList } from '../../draw-list'
import { clearEvents, makeEvents } from '../../events'
import { drawLives } from '../../lives'
import { judge } from '../../outcome'
import { agePops, drawPops, makePops, pop, type Pop } from '../../pops'
import { pickWeighted, random } from '../../random'
import type { Ending, PlayFacts, PlayState, Rules } from '../../rules'
import { dial, isOn, numberOf, planned, shapeAt, type Actor, type CastActor, type Setup } from '../../setup'
import { makeShape, touches, type Shape } from '../../shapes'
import { BITS, STEPS_PER_SECOND, type Input, type Point } from '../../types'

/** It runs by itself: jump over what stands, slide under what hangs, leap over gaps in the ground. */
export interface Skipline extends PlayState {
  lives: number
  hero: Runner
  things: Thing[]
  prizes: Prize[]
  pops: Pop[]
  /** Metres run, and points of what was collected. */
  scroll: number
  points: number
  /** What comes next, where its left edge will be, and how many more come close behind it. */
  next: { sort: Sort; entry: number; left: number; row: number }
  /** Things that came, so that each has a number of its own. */
  count: number
  /** What took the last life. */
  cause: string
}

export interface Runner {
  /** Of the feet, on the stage. */
  y: number
  vy: number
  grounded: boolean
  /** The press that is down was let go of since it began, or is none. */
  held: boolean
  /** The jump was cut short already. */
  cut: boolean
  /** Steps for which a press still counts, and for which the edge that was left still does. */
  asked: number
  late: number
  /** Steps left of a slide; as long as it is asked for it goes on. */
  slide: number
  clip: string
  clipStep: number
  hurt: number
}

export type Sort = 'low' | 'high' | 'pit'

/** Something to get past. `x` is the middle on the stage, and what is left and right of it reaches so far. */
export interface Thing {
  live: boolean
  n: number
  sort: Sort
  entry: string
  x: number
  left: number
  right: number
  age: number
}
export interface Prize {
  live: boolean
  entry: string
  x: number
  y: number
  age: number
}

const CAPACITY = 24
const POPS = 4
const LOW = 'low'
const HIGH = 'high'
const PRIZES = 'prizes'
/** Where ground begins and where the hero runs, in shares of the stage. */
const GROUND_AT = 0.83
const HERO_AT = 0.22
/** World units from the ground's edge down to what fills a gap. */
export const PIT_DEPTH = 0.5
const HURT_STEPS = 90
const HIT_CLIP_STEPS = 24
/** Steps for which a press before landing, and one after an edge, still jump. */
const BUFFER_STEPS = 7
const COYOTE_STEPS = 5
const LEAST_SLIDE = 20
/** A jump that is let go of keeps so much of its speed. */
const CUT = 0.45
/** Sliding makes the hero so high. */
const LOW_SHARE = 0.5
/** World units between a sliding head and what hangs, and between feet and the top of what stands. */
const AIR = 0.22
const HAIR = 0.12
/** A gap is at most so much of what the longest jump covers. */
const WIDEST_PIT = 0.8
/** Seconds that are always left between a landing and the next press. */
const REACTION = 0.22
/** Seconds before the first thing comes. */
const HEAD_START = 2.2
/** Feet so little under the edge are put back on it; so much, and it was a fall. */
const LIP = 0.25
const FALLEN = 1.3

/** A thing as a step needs it: what it spans, and how long before it a jump has to begin. */
interface Block {
  actor: CastActor
  left: number
  right: number
  /** Seconds of a full jump until the feet are above it. */
  rise: number
}

/** What a step needs of the content, looked up once. Speeds in world units a step. */
export interface SkiplinePlan {
  width: number
  groundY: number
  heroX: number
  hero: Actor
  /** What of the hero can be hit while it slides, and how far it reaches from its pivot. */
  low: Shape
  front: number
  back: number
  jump: number
  weight: number
  jumpHeight: number
  air: number
  pace: number
  speedUp: number
  spacing: number
  rows: number
  highShare: number
  pitShare: number
  pitWidth: number
  prizeShare: number
  goal: number
  endless: boolean
  /** Only what a jump clears at the present numbers; all others are never put in the way. */
  lows: Block[]
  lowsOften: number[]
  highs: Block[]
  highsOften: number[]
  /** Where the lower edge of what hangs is. */
  hangY: number
  prizes: CastActor[]
  prizesOften: number[]
  lowById: Map<string, Block>
  highById: Map<string, Block>
  prizesById: Map<string, CastActor>
}

function makePlan(setup: Setup): SkiplinePlan {
  const hero = setup.sprites['hero']!
  const groundY = setup.stage.height * GROUND_AT
  const jumpHeight = dial(setup, 'jump-height')
  const air = dial(setup, 'hang-time')
  const pace = dial(setup, 'pace')
  const { shape } = hero
  const span = shape.right - shape.left
  const block = (actor: CastActor): Block => {
    const tall = -actor.shape.top + HAIR
    const rise = tall >= jumpHeight ? Infinity : (air / 2) * (1 - Math.sqrt(1 - Math.max(0, tall) / jumpHeight))
    return { actor, left: actor.shape.left, right: actor.shape.right, rise }
  }
  /** Above it long enough to come down behind it, with a few steps to spare. */
  const cleared = ({ rise, left, right }: Block): boolean =>
    Number.isFinite(rise) && pace * (air - 2 * rise) >= right - left + span + (pace * 6) / STEPS_PER_SECOND
  const lows = (setup.casts[LOW] ?? []).map(block).filter(cleared)
  const highs = (setup.casts[HIGH] ?? []).map(block)
  const prizes = setup.casts[PRIZES] ?? []
  const often = (blocks: readonly Block[]) => blocks.map(({ actor }) => numberOf(actor, 'often'))
  const tallest = Math.max(0.2, -shape.top)
  return {
    width: setup.stage.width,
    groundY,
    heroX: setup.stage.width * HERO_AT,
    hero,
    low: makeShape(shape.points.map(({ x, y }) => ({ x, y: y * LOW_SHARE }))),
    front: shape.right,
    back: -shape.left,
    jump: (4 * jumpHeight) / air / STEPS_PER_SECOND,
    weight: (8 * jumpHeight) / (air * air) / (STEPS_PER_SECOND * STEPS_PER_SECOND),
    jumpHeight,
    air,
    pace,
    speedUp: dial(setup, 'speed-up') / 100,
    spacing: dial(setup, 'spacing'),
    rows: dial(setup, 'rows') / 100,
    highShare: dial(setup, 'high-share'),
    pitShare: dial(setup, 'pit-share'),
    pitWidth: dial(setup, 'pit-width') / 100,
    prizeShare: dial(setup, 'prize-share') / 100,
    goal: dial(setup, 'goal'),
    endless: isOn(setup, 'endless', false),
    lows,
    lowsOften: often(lows),
    highs,
    highsOften: often(highs),
    hangY: groundY - tallest * LOW_SHARE - AIR,
    prizes,
    prizesOften: prizes.map((actor) => numberOf(actor, 'often')),
    lowById: new Map(lows.map((one) => [one.actor.id, one])),
    highById: new Map(highs.map((one) => [one.actor.id, one])),
    prizesById: new Map(prizes.map((actor) => [actor.id, actor])),
  }
}
export const skiplinePlan = (setup: Setup): SkiplinePlan => planned(setup, makePlan)

/** Written out: an object that is spread keeps each of its numbers in a box of its own, made anew at every step. */
const noThing = (): Thing => ({ live: false, n: 0, sort: 'low', entry: '', x: 0, left: 0, right: 0, age: 0 })

function start(setup: Setup, seed: number): Skipline {
  const plan = skiplinePlan(setup)
  const state: Skipline = {
    rng: seed >>> 0,
    step: 0,
    score: 0,
    outcome: 'playing',
    events: makeEvents(),
    lives: dial(setup, 'lives'),
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
    count: 0,
    cause: '',
  }
  choose(state, plan)
  return state
}

/** What comes next, of what there is; nothing where nothing can. */
function choose(state: Skipline, plan: SkiplinePlan): void {
  const { next } = state
  const low = pickWeighted(state, plan.lowsOften)
  const high = pickWeighted(state, plan.highsOften)
  const lows = low < 0 ? 0 : Math.max(0, 100 - plan.highShare - plan.pitShare)
  const highs = high < 0 ? 0 : plan.highShare
  const pits = plan.pitWidth > 0 ? plan.pitShare : 0
  const at = random(state) * (lows + highs + pits)
  next.entry = -1
  if (lows + highs + pits <= 0) return
  next.sort = at < lows ? 'low' : at < lows + highs ? 'high' : 'pit'
  next.entry = next.sort === 'low' ? low : next.sort === 'high' ? high : 0
}

/** Looks up numbers that a step shares; a number that a function gives back is made on the heap. */
const at = new Float64Array(2)
const [PACE, PIT] = [0, 1] as const

/** The pace (world units a second) when what is put in now has come to the hero, and how wide a gap may be then. */
function lookAhead(state: Skipline, plan: SkiplinePlan): void {
  const seconds = state.step / STEPS_PER_SECOND
  at[PACE] = plan.pace * (1 + (plan.speedUp * (seconds + 4)) / 60)
  at[PIT] = plan.pace * (1 + (plan.speedUp * seconds) / 60) * plan.air * WIDEST_PIT * plan.pitWidth
}

/** Puts in what is due, and says when the next one is: never sooner than it can be met. */
function place(state: Skipline, plan: SkiplinePlan): void {
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
  thing.right = block?.right ?? at[PIT]!
  thing.x = left - thing.left
  thing.age = 0
  hang(state, plan, thing)
  const end = thing.x + thing.right
  // Where the hero's middle is when it has both feet down again: a jump begins at the latest where it still clears the
  // thing, and ends a whole jump later; a slide ends when all of the hero is behind.
  let free = end + plan.back
  if (thing.sort === 'low') free = left - plan.front + at[PACE]! * plan.air
  if (thing.sort === 'pit') free = left + at[PACE]! * plan.air
  choose(state, plan)
  // And where it has to press again: before what stands a rise sooner, before what hangs at once, at a gap's edge.
  const rise = next.sort === 'low' ? (plan.lows[next.entry]?.rise ?? 0) : 0
  const soonest = free + at[PACE]! * (rise + REACTION) + (next.sort === 'pit' ? 0 : plan.front)
  const close = next.row > 0 || random(state) < plan.rows
  next.row = next.row > 0 ? next.row - 1 : close ? 1 : 0
  const wide = end + at[PACE]! * plan.spacing * (1 + random(state) * 0.4)
  next.left = close ? soonest : Math.max(soonest, wide)
}

/** Something to collect on the way past a thing: where the jump is highest, or low under what hangs. */
function hang(state: Skipline, plan: SkiplinePlan, thing: Thing): void {
  const wins = random(state) < plan.prizeShare
  const index = pickWeighted(state, plan.prizesOften)
  if (!wins || index < 0) return
  for (let i = 0; i < state.prizes.length; i++) {
    const prize = state.prizes[i]!
    if (prize.live) continue
    prize.live = true
    prize.entry = plan.prizes[index]!.id
    prize.x = thing.x + (thing.left + thing.right) / 2
    const tall = -plan.hero.shape.top
    prize.y = thing.sort === 'high' ? plan.groundY - tall * 0.3 : plan.groundY - plan.jumpHeight - tall * 0.35
    prize.age = 0
    return
  }
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

/** The ground from `from` to `to`, as one strip that lies still in the world. */
function drawGround(list: DrawList, state: Skipline, setup: Setup, from: number, to: number): void {
  const { groundY } = skiplinePlan(setup)
  if (to <= from) return
  const ground = add(list, 'picture', 'ground', from, groundY)
  ground.w = to - from
  ground.h = setup.stage.height - groundY
  ground.clipStep = state.step
  ground.scroll = state.scroll + from
}

function draw(state: Skipline, setup: Setup, list: DrawList): void {
  const plan = skiplinePlan(setup)
  const { width, groundY, heroX } = plan
  drawBackdrop(list, setup, state.step, state.scroll)
  // Gaps from left to right, each with the ground before it.
  let from = 0
  while (from < width) {
    let pit: Thing | null = null
    for (const thing of state.things)
      if (thing.live && thing.sort === 'pit' && thing.x + thing.right > from && thing.x < width)
        if (pit === null || thing.x < pit.x) pit = thing
    if (pit === null) break
    const left = Math.max(from, pit.x)
    const right = Math.min(width, pit.x + pit.right)
    drawGround(list, state, setup, from, left)
    const depth = add(list, 'picture', 'pit', left, groundY + PIT_DEPTH)
    depth.w = right - left
    depth.h = setup.stage.height - groundY - PIT_DEPTH
    depth.clipStep = state.step
    depth.scroll = state.scroll + left
    from = right
  }
  drawGround(list, state, setup, from, width)
  for (const thing of state.things) {
    if (!thing.live || thing.sort === 'pit') continue
    const hangs = thing.sort === 'high'
    const item = add(list, 'sprite', hangs ? HIGH : LOW, thing.x, hangs ? plan.hangY : groundY)
    item.entry = thing.entry
    item.clip = hangs ? 'hang' : 'stand'
    item.clipStep = thing.age
  }
  for (const prize of state.prizes) {
    if (!prize.live) continue
    const item = add(list, 'sprite', PRIZES, prize.x, prize.y)
    item.entry = prize.entry
    item.clip = 'shown'
    item.clipStep = prize.age
  }
  const hero = add(list, 'sprite', 'hero', heroX, state.hero.y)
  hero.clip = state.hero.clip
  hero.clipStep = state.hero.clipStep
  if (state.hero.hurt > 0 && state.hero.hurt % 12 < 5) hero.alpha = 0.35
  drawPops(state.pops, list, setup)
  add(list, 'text', 'score-words', 0, 0)
  if (!plan.endless) add(list, 'text', 'goal-words', 0, 0)
  drawLives(list, setup, Math.max(dial(setup, 'lives'), state.lives), state.lives)
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
    if (thing.live && thing.sort === 'pit' && thing.x > plan.heroX) thing.right = Math.min(thing.right, at[PIT]!)
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

/** The longest jump from where the hero runs, a point for every step of it; the camera goes along, so it leans forwards. */
function reach(_state: Skipline, setup: Setup): Point[] {
  const { heroX, groundY, jump, weight, pace, air } = skiplinePlan(setup)
  const steps = Math.round(air * STEPS_PER_SECOND)
  return Array.from({ length: steps + 1 }, (_, i) => ({
    x: heroX + (pace * i) / STEPS_PER_SECOND,
    y: Math.min(groundY, groundY - jump * i + (weight * i * i) / 2),
  }))
}

export const rules: Rules<Skipline> = {
  ...{ id: 'skipline', pads: ['down', 'up'], start, step, draw, adopt, facts, values, ending, reach },
}

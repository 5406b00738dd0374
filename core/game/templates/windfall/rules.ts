import { drawBackdrop } from '../../backdrop'
import { add, type DrawList } from '../../draw-list'
import { clearEvents, makeEvents } from '../../events'
import { inOrder } from '../../overlap'
import { drawLives } from '../../lives'
import { judge } from '../../outcome'
import { agePops, drawPops, makePops, pop, type Pop } from '../../pops'
import { pickWeighted, random } from '../../random'
import type { Carry, Ending, PlayFacts, PlayState, Rules } from '../../rules'
import { dial, numberOf, planned, shapeAt, type Actor, type CastActor, type Setup } from '../../setup'
import { touches } from '../../shapes'
import { BITS, STEPS_PER_SECOND, type Input } from '../../types'

/** Things fall: catch the good, dodge the bad. */
export interface Windfall extends PlayState {
  lives: number
  hero: { x: number; dir: number; clip: string; clipStep: number; hurt: number }
  things: Thing[]
  pops: Pop[]
  /** Steps until the next thing falls. */
  wait: number
  /** Good and bad things that fell, so that the share of bad ones holds over a short play too. */
  fallen: number
  badFallen: number
}

export interface Thing {
  live: boolean
  cast: string
  entry: string
  x: number
  y: number
  vy: number
  age: number
}

/** World units between the ground and the stage's lower edge. */
const UNDER_GROUND = 1.45
/** Things in the air at most. */
export const CAPACITY = 24
const POPS = 6
const HURT_STEPS = 75
const EDGE = 0.9

const GOOD = 'good'
const BAD = 'bad'

/** What a step needs of the content, looked up once. */
export interface WindfallPlan {
  width: number
  groundY: number
  /** World units a step. */
  speed: number
  pace: number
  speedUp: number
  gap: number
  badShare: number
  goal: number
  /** Steps; 0 for none. */
  limit: number
  hero: Actor
  good: CastActor[]
  bad: CastActor[]
  goodOften: number[]
  badOften: number[]
  goodById: Map<string, CastActor>
  badById: Map<string, CastActor>
}

function makePlan(setup: Setup): WindfallPlan {
  const good = setup.casts[GOOD] ?? []
  const bad = setup.casts[BAD] ?? []
  const byId = (cast: CastActor[]) => new Map(cast.map((actor) => [actor.id, actor]))
  return {
    width: setup.stage.width,
    groundY: setup.stage.height - UNDER_GROUND,
    speed: dial(setup, 'hero-speed') / STEPS_PER_SECOND,
    pace: dial(setup, 'pace'),
    speedUp: dial(setup, 'speed-up') / 100,
    gap: dial(setup, 'gap'),
    badShare: dial(setup, 'bad-share') / 100,
    goal: dial(setup, 'goal'),
    limit: dial(setup, 'time') * STEPS_PER_SECOND,
    hero: setup.sprites['hero']!,
    good,
    bad,
    goodOften: good.map((actor) => numberOf(actor, 'often')),
    badOften: bad.map((actor) => numberOf(actor, 'often')),
    goodById: byId(good),
    badById: byId(bad),
  }
}
export const windfallPlan = (setup: Setup): WindfallPlan => planned(setup, makePlan)

/** Undefined for an entry that was taken out of the cast while its thing was in the air. */
export const actorOfThing = (plan: WindfallPlan, thing: Thing): CastActor | undefined =>
  (thing.cast === GOOD ? plan.goodById : plan.badById).get(thing.entry)

function start(setup: Setup, seed: number, carry?: Carry): Windfall {
  return {
    rng: seed >>> 0,
    step: 0,
    score: 0,
    outcome: 'playing',
    events: makeEvents(),
    lives: carry?.lives ?? dial(setup, 'lives'),
    hero: { x: setup.stage.width / 2, dir: 1, clip: 'stand', clipStep: 0, hurt: 0 },
    things: Array.from({ length: CAPACITY }, () => ({ live: false, cast: '', entry: '', x: 0, y: 0, vy: 0, age: 0 })),
    pops: makePops(POPS),
    wait: 30,
    fallen: 0,
    badFallen: 0,
  }
}

function setClip(state: Windfall, clip: string): void {
  state.hero.clip = clip
  state.hero.clipStep = 0
}

function moveHero(state: Windfall, input: Input, plan: WindfallPlan): void {
  const hero = state.hero
  const speed = plan.speed
  let move = input.axis * speed
  if (input.axis === 0 && (input.bits & BITS.pointer) !== 0 && input.px >= 0) {
    const want = input.px / 100 - hero.x
    move = Math.max(-speed, Math.min(speed, want))
  }
  if (Math.abs(move) > 0.001) hero.dir = move > 0 ? 1 : -1
  hero.x = Math.max(EDGE, Math.min(plan.width - EDGE, hero.x + move))
  hero.clipStep++
  if (hero.clip !== 'stand' && hero.clipStep > 24) setClip(state, 'stand')
  if (hero.hurt > 0) hero.hurt--
}

function pace(state: Windfall, plan: WindfallPlan): number {
  const minutes = state.step / (STEPS_PER_SECOND * 60)
  return plan.pace * (1 + plan.speedUp * minutes)
}

function drop(state: Windfall, plan: WindfallPlan): void {
  if (--state.wait > 0) return
  const gap = plan.gap / (pace(state, plan) / plan.pace)
  state.wait = Math.max(1, Math.round(gap * STEPS_PER_SECOND * (0.8 + random(state) * 0.4)))
  const share = plan.badShare
  // The chance leans towards what is owed, so that one minute holds close to the share that was asked for.
  const owed = share * (state.fallen + 1) - state.badFallen
  const chance = share <= 0 ? 0 : share >= 1 ? 1 : Math.max(0.05, Math.min(0.95, share + (owed - share) * 0.5))
  const wantBad = random(state) < chance
  let cast = wantBad ? plan.bad : plan.good
  let index = pickWeighted(state, wantBad ? plan.badOften : plan.goodOften)
  if (index < 0) {
    cast = wantBad ? plan.good : plan.bad
    index = pickWeighted(state, wantBad ? plan.goodOften : plan.badOften)
    if (index < 0) return
  }
  const actor = cast[index]!
  for (let i = 0; i < state.things.length; i++) {
    const thing = state.things[i]!
    if (thing.live) continue
    thing.live = true
    thing.cast = actor.cast
    thing.entry = actor.id
    const margin = Math.max(EDGE, actor.width / 2)
    thing.x = margin + random(state) * (plan.width - margin * 2)
    thing.y = -actor.height / 2
    thing.vy = (pace(state, plan) * (0.85 + random(state) * 0.3)) / STEPS_PER_SECOND
    thing.age = 0
    state.fallen++
    if (actor.cast === BAD) state.badFallen++
    return
  }
}

function land(state: Windfall, thing: Thing, actor: CastActor, groundY: number): void {
  thing.live = false
  const points = numberOf(actor, 'points')
  if (actor.cast === GOOD) {
    state.score += points
    pop(state.pops, thing.x, Math.min(thing.y, groundY - 1.6), points)
    setClip(state, 'catch')
    state.events.push('catch-sound')
    return
  }
  if (points !== 0) {
    state.score = Math.max(0, state.score + points)
    pop(state.pops, thing.x, Math.min(thing.y, groundY - 1.6), points)
  }
  state.lives = Math.max(0, state.lives - numberOf(actor, 'harm'))
  state.hero.hurt = HURT_STEPS
  setClip(state, 'hurt')
  state.events.push('harm-sound')
}

function moveThings(state: Windfall, plan: WindfallPlan): void {
  const hero = shapeAt(plan.hero, state.hero.clip, state.hero.clipStep)
  for (let i = 0; i < state.things.length; i++) {
    const thing = state.things[i]!
    if (!thing.live) continue
    const actor = actorOfThing(plan, thing)
    if (actor === undefined) continue
    thing.age++
    thing.y += thing.vy
    const safe = thing.cast === BAD && state.hero.hurt > 0
    const shape = shapeAt(actor, 'fall', thing.age)
    const dx = thing.x - state.hero.x
    const dy = thing.y - plan.groundY
    if (!safe && touches(hero, shape, dx, dy)) land(state, thing, actor, plan.groundY)
    else if (thing.y > plan.groundY + 0.2) {
      thing.live = false
      if (thing.cast === GOOD) state.events.push('miss-sound')
    }
  }
  agePops(state.pops)
}

function step(state: Windfall, input: Input, setup: Setup): void {
  clearEvents(state.events)
  if (state.outcome !== 'playing') return
  const plan = windfallPlan(setup)
  state.step++
  moveHero(state, input, plan)
  drop(state, plan)
  moveThings(state, plan)
  judge(state, state.score >= plan.goal, state.lives <= 0 || (plan.limit > 0 && state.step >= plan.limit))
}

/** What took the last life: the bad thing that lies on the hero, or the clock. */
function ending(state: Windfall, setup: Setup): Ending {
  const plan = windfallPlan(setup)
  const at = { x: state.hero.x, y: plan.groundY - plan.hero.height / 2 }
  if (state.outcome === 'won') return { cause: 'the goal', ...at }
  if (state.lives > 0) return { cause: 'time', ...at }
  let nearest: Thing | null = null
  for (const thing of state.things) {
    if (thing.live || thing.cast !== BAD || !plan.badById.has(thing.entry)) continue
    const off = Math.abs(thing.x - state.hero.x) + Math.abs(thing.y - at.y)
    if (nearest === null || off < Math.abs(nearest.x - state.hero.x) + Math.abs(nearest.y - at.y)) nearest = thing
  }
  if (nearest === null) return { cause: 'harm', ...at }
  return {
    cause: setup.find('cast', BAD)?.find((entry) => entry.id === nearest.entry)?.name ?? 'harm',
    x: nearest.x,
    y: nearest.y,
  }
}

function draw(state: Windfall, setup: Setup, list: DrawList): void {
  // Nothing runs here: layers drift by as the seconds do.
  drawBackdrop(list, setup, state.step, state.step / STEPS_PER_SECOND)
  inOrder(
    setup,
    () => drawHero(state, setup, list),
    () => drawThings(state, list),
  )
  drawPops(state.pops, list, setup)
  add(list, 'text', 'score-words', 0, 0)
  if (dial(setup, 'time') > 0) add(list, 'text', 'time-words', 0, 0)
  drawLives(list, setup, Math.max(dial(setup, 'lives'), state.lives), state.lives)
}

function drawThings(state: Windfall, list: DrawList): void {
  for (const thing of state.things) {
    if (!thing.live) continue
    const item = add(list, 'sprite', thing.cast, thing.x, thing.y)
    item.entry = thing.entry
    item.clip = 'fall'
    item.clipStep = thing.age
  }
}

function drawHero(state: Windfall, setup: Setup, list: DrawList): void {
  const hero = add(list, 'sprite', 'hero', state.hero.x, windfallPlan(setup).groundY)
  hero.clip = state.hero.clip
  hero.clipStep = state.hero.clipStep
  hero.sx = state.hero.dir
  if (state.hero.clip === 'catch' && state.hero.clipStep < 10) {
    const k = (10 - state.hero.clipStep) / 10
    hero.sx = state.hero.dir * (1 + 0.12 * k)
    hero.sy = 1 - 0.1 * k
  }
  if (state.hero.hurt > 0 && state.hero.hurt % 12 < 5) hero.alpha = 0.35
}

/** Things of an entry that is gone go with it; a goal that is lower now is judged at the next step. */
function adopt(state: Windfall, _before: Setup, after: Setup): void {
  const plan = windfallPlan(after)
  for (const thing of state.things) if (thing.live && actorOfThing(plan, thing) === undefined) thing.live = false
}

function facts(setup: Setup): PlayFacts {
  const goal = dial(setup, 'goal')
  const good = (setup.casts[GOOD] ?? []).filter((entry) => numberOf(entry, 'often') > 0)
  const often = good.reduce((sum, entry) => sum + numberOf(entry, 'often'), 0)
  const mean =
    often > 0 ? good.reduce((sum, entry) => sum + numberOf(entry, 'often') * numberOf(entry, 'points'), 0) / often : 0
  const limit = dial(setup, 'time')
  if (mean <= 0) return { goal, dial: 'goal', reachable: 0, because: 'No good thing brings points.' }
  const bad = (setup.casts[BAD] ?? []).some((entry) => numberOf(entry, 'often') > 0)
  const share = bad ? Math.min(1, dial(setup, 'bad-share') / 100) : 0
  if (share >= 1) return { goal, dial: 'goal', reachable: 0, because: 'Only bad things fall.' }
  if (limit <= 0) return { goal, dial: 'goal', reachable: Infinity, because: 'There is no time limit.' }
  const minutes = limit / 60
  const drops = (limit / dial(setup, 'gap')) * (1 + ((dial(setup, 'speed-up') / 100) * minutes) / 2)
  const reachable = Math.floor(drops * (1 - share) * mean)
  return {
    goal,
    dial: 'goal',
    reachable,
    because: `About ${Math.floor(drops * (1 - share))} good things fall in ${limit} seconds.`,
  }
}

function values(state: Windfall, setup: Setup): Record<string, number> {
  const limit = dial(setup, 'time')
  return {
    score: state.score,
    goal: dial(setup, 'goal'),
    lives: state.lives,
    time: Math.max(0, Math.ceil(limit - state.step / STEPS_PER_SECOND)),
  }
}

export const rules: Rules<Windfall> = {
  id: 'windfall',
  pads: () => ['left', 'right'],
  start,
  carried: ({ lives }) => ({ lives }),
  step,
  draw,
  adopt,
  facts,
  values,
  ending,
}

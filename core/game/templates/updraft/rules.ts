import { drawBackdrop } from '../../backdrop'
import { add, type DrawList } from '../../draw-list'
import { clearEvents, makeEvents } from '../../events'
import { inOrder } from '../../overlap'
import { drawLives } from '../../lives'
import { judge } from '../../outcome'
import { agePops, drawPops, makePops, pop, type Pop } from '../../pops'
import { pickWeighted, random } from '../../random'
import type { Carry, Ending, PlayFacts, PlayState, Rules } from '../../rules'
import { dial, numberOf, partIn, planned, shapeAt, type Actor, type CastActor, type Setup } from '../../setup'
import { makeShape, touches, type Shape } from '../../shapes'
import { BITS, STEPS_PER_SECOND, type Input } from '../../types'

/** One button keeps a flyer up; gaps to pass. */
export interface Updraft extends PlayState {
  lives: number
  hero: { y: number; vy: number; clip: string; clipStep: number; hurt: number }
  /** Hovers until the first press, so that nobody falls before they have looked. */
  ready: boolean
  held: boolean
  gates: Gate[]
  pops: Pop[]
  /** World units the camera has moved, and where the next gate comes into being. */
  scroll: number
  next: number
  /** Middle of the last gap. */
  last: number
}

/** Two columns with a gap between them. `x` is on the stage. */
export interface Gate {
  live: boolean
  x: number
  top: number
  bottom: number
  passed: boolean
  /** Entry of the pick-up in the gap, empty when there is none or it was taken. */
  prize: string
  age: number
}

/** World units between the ground and the stage's lower edge. */
const UNDER_GROUND = 1
const CAPACITY = 8
const POPS = 4
const HURT_STEPS = 80
/** Of a column at least this much shows, so that the gap's edge is always seen. */
const LEAST_COLUMN = 0.6
const PRIZES = 'prizes'

/** Where it hovers until the first press: a little above the middle. */
const readyY = (setup: Setup): number => setup.stage.height / 2 - 0.6

function start(setup: Setup, seed: number, carry?: Carry): Updraft {
  return {
    rng: seed >>> 0,
    step: 0,
    score: 0,
    outcome: 'playing',
    events: makeEvents(),
    lives: carry?.lives ?? dial(setup, 'lives'),
    hero: { y: readyY(setup), vy: 0, clip: 'fall', clipStep: 0, hurt: 0 },
    ready: true,
    // The press that began the game is not meant for the flyer.
    held: true,
    gates: Array.from({ length: CAPACITY }, () => ({
      live: false,
      x: 0,
      top: 0,
      bottom: 0,
      passed: false,
      prize: '',
      age: 0,
    })),
    pops: makePops(POPS),
    scroll: 0,
    next: 0,
    last: readyY(setup),
  }
}

/** Below its drawing a column goes on straight, as wide as its shape. */
interface Body {
  cap: Shape
  down: Shape
  up: Shape
  flipped: Shape
}

/** What a step needs of the content, looked up once. Speeds in world units a step. */
export interface UpdraftPlan {
  width: number
  groundY: number
  heroX: number
  lift: number
  weight: number
  pace: number
  speedUp: number
  spacing: number
  gap: number
  /** As the dial has it, before the stage's height is looked at. */
  gapAsked: number
  sway: number
  prizeShare: number
  gapPoints: number
  goal: number
  half: number
  hero: Actor
  top: Body
  bottom: Body
  widest: number
  prizes: CastActor[]
  prizesOften: number[]
  prizesById: Map<string, CastActor>
}

function bodyOf(actor: Actor, long: number): Body {
  const { left, right, bottom, points } = actor.shape
  const box = (top: number, under: number) =>
    makeShape([
      { x: left, y: top },
      { x: right, y: top },
      { x: right, y: under },
      { x: left, y: under },
    ])
  return {
    cap: actor.shape,
    down: box(bottom, bottom + long),
    up: box(-bottom - long, -bottom),
    flipped: makeShape(points.map((p) => ({ x: p.x, y: -p.y }))),
  }
}

function makePlan(setup: Setup): UpdraftPlan {
  const column = (use: 'top' | 'bottom'): Actor => setup.sprites[partIn(setup, 'gate', use)]!
  const prizes = setup.casts[PRIZES] ?? []
  const hero = setup.sprites['hero']!
  const groundY = setup.stage.height - UNDER_GROUND
  return {
    width: setup.stage.width,
    groundY,
    heroX: setup.stage.width / 4,
    lift: dial(setup, 'lift') / STEPS_PER_SECOND,
    weight: dial(setup, 'weight') / (STEPS_PER_SECOND * STEPS_PER_SECOND),
    pace: dial(setup, 'pace'),
    speedUp: dial(setup, 'speed-up') / 100,
    spacing: dial(setup, 'spacing'),
    gap: Math.min(dial(setup, 'gap-height'), groundY - LEAST_COLUMN * 2),
    gapAsked: dial(setup, 'gap-height'),
    sway: dial(setup, 'sway'),
    prizeShare: dial(setup, 'prize-share') / 100,
    gapPoints: dial(setup, 'gap-points'),
    goal: dial(setup, 'goal'),
    half: hero.height / 2,
    hero,
    top: bodyOf(column('top'), setup.stage.height * 2),
    bottom: bodyOf(column('bottom'), setup.stage.height * 2),
    widest: Math.max(column('top').width, column('bottom').width),
    prizes,
    prizesOften: prizes.map((actor) => numberOf(actor, 'often')),
    prizesById: new Map(prizes.map((actor) => [actor.id, actor])),
  }
}
export const updraftPlan = (setup: Setup): UpdraftPlan => planned(setup, makePlan)

function setClip(state: Updraft, clip: string): void {
  if (state.hero.clip === clip) return
  state.hero.clip = clip
  state.hero.clipStep = 0
}

function fly(state: Updraft, input: Input, plan: UpdraftPlan): void {
  const hero = state.hero
  const pressed = (input.bits & (BITS.confirm | BITS.up | BITS.pointer)) !== 0
  if (pressed && !state.held) {
    state.ready = false
    hero.vy = -plan.lift
    hero.clipStep = 0
    state.events.push('flap-sound')
  }
  state.held = pressed
  if (hero.hurt > 0) hero.hurt--
  hero.clipStep++
  if (state.ready) return
  hero.vy += plan.weight
  hero.y += hero.vy
  const half = plan.half
  if (hero.y < half * 0.5) {
    hero.y = half * 0.5
    hero.vy = Math.max(0, hero.vy)
  }
  if (hero.hurt < HURT_STEPS - 24) setClip(state, hero.vy < 0 ? 'rise' : 'fall')
  const ground = plan.groundY - half * 0.6
  if (hero.y > ground) {
    hero.y = ground
    // Bounced off the ground, so that a life is one mistake and not a row of them.
    hero.vy = -plan.lift * 0.85
    hurt(state)
  }
}

function hurt(state: Updraft): void {
  if (state.hero.hurt > 0) return
  state.lives = Math.max(0, state.lives - 1)
  state.hero.hurt = HURT_STEPS
  setClip(state, 'hit')
  state.events.push('hit-sound')
}

function raise(state: Updraft, plan: UpdraftPlan): void {
  if (state.scroll < state.next) return
  state.next = state.scroll + plan.spacing
  const { gap, sway, prizes } = plan
  const low = LEAST_COLUMN + gap / 2
  const high = plan.groundY - LEAST_COLUMN - gap / 2
  const from = Math.max(low, state.last - sway)
  const to = Math.min(high, state.last + sway)
  const middle = from + random(state) * Math.max(0, to - from)
  const wins = random(state) < plan.prizeShare
  const index = pickWeighted(state, plan.prizesOften)
  for (let i = 0; i < state.gates.length; i++) {
    const gate = state.gates[i]!
    if (gate.live) continue
    gate.live = true
    gate.x = plan.width + plan.widest / 2
    gate.top = middle - gap / 2
    gate.bottom = middle + gap / 2
    gate.passed = false
    gate.prize = wins && index >= 0 ? prizes[index]!.id : ''
    gate.age = 0
    state.last = middle
    return
  }
}

function bumps(hero: Shape, body: Body, dx: number, dy: number, up: boolean): boolean {
  const cap = up ? body.flipped : body.cap
  const rest = up ? body.up : body.down
  return touches(hero, cap, dx, dy) || touches(hero, rest, dx, dy)
}

function moveGates(state: Updraft, plan: UpdraftPlan): void {
  const hero = shapeAt(plan.hero, state.hero.clip, state.hero.clipStep)
  const { top, bottom } = plan
  // World units a step: worked out here, for a number that a function gives back is made on the heap.
  const by = (plan.pace * (1 + plan.speedUp * (state.step / (STEPS_PER_SECOND * 60)))) / STEPS_PER_SECOND
  state.scroll += by
  if (state.ready) return
  for (let i = 0; i < state.gates.length; i++) {
    const gate = state.gates[i]!
    if (!gate.live) continue
    gate.x -= by
    gate.age++
    const dx = gate.x - plan.heroX
    if (state.hero.hurt === 0) {
      if (bumps(hero, top, dx, gate.top - state.hero.y, true)) hurt(state)
      else if (bumps(hero, bottom, dx, gate.bottom - state.hero.y, false)) hurt(state)
    }
    if (gate.prize !== '') {
      const prize = plan.prizesById.get(gate.prize)
      if (prize !== undefined && touches(hero, shapeAt(prize, 'shown', gate.age), dx, (gate.top + gate.bottom) / 2 - state.hero.y)) {
        gate.prize = ''
        const points = numberOf(prize, 'points')
        state.score += points
        pop(state.pops, plan.heroX, (gate.top + gate.bottom) / 2, points)
        state.events.push('prize-sound')
      }
    }
    if (!gate.passed && dx < 0) {
      gate.passed = true
      state.score += plan.gapPoints
      state.events.push('pass-sound')
    }
    if (gate.x < -plan.widest) gate.live = false
  }
  agePops(state.pops)
}

function step(state: Updraft, input: Input, setup: Setup): void {
  clearEvents(state.events)
  if (state.outcome !== 'playing') return
  const plan = updraftPlan(setup)
  state.step++
  fly(state, input, plan)
  if (!state.ready) raise(state, plan)
  moveGates(state, plan)
  if (state.ready) state.next = state.scroll
  judge(state, state.score >= plan.goal, state.lives <= 0)
}

/** What took the last life: the ground, or the obstacle it flew into. */
function ending(state: Updraft, setup: Setup): Ending {
  const { heroX, groundY, half } = updraftPlan(setup)
  const at = { x: heroX, y: state.hero.y }
  if (state.outcome === 'won') return { cause: 'the goal', ...at }
  const ground = groundY - half * 0.6
  if (state.hero.y >= ground - 0.001) return { cause: 'the ground', ...at }
  let gap: Gate | null = null
  for (const gate of state.gates)
    if (gate.live && (gap === null || Math.abs(gate.x - heroX) < Math.abs(gap.x - heroX))) gap = gate
  if (gap === null) return { cause: 'harm', ...at }
  return { cause: state.hero.y < (gap.top + gap.bottom) / 2 ? 'an upper obstacle' : 'a lower obstacle', ...at }
}

function draw(state: Updraft, setup: Setup, list: DrawList): void {
  drawBackdrop(list, setup, state.step, state.scroll)
  inOrder(
    setup,
    () => drawHero(state, setup, list),
    () => drawGates(state, setup, list),
  )
  drawPops(state.pops, list, setup)
  if (state.ready) add(list, 'text', 'ready-words', 0, 0)
  add(list, 'text', 'score-words', 0, 0)
  drawLives(list, setup, Math.max(dial(setup, 'lives'), state.lives), state.lives)
}

/** Gates with what hangs in them, and the ground they stand on. */
function drawGates(state: Updraft, setup: Setup, list: DrawList): void {
  const { width, height } = setup.stage
  const { groundY } = updraftPlan(setup)
  for (const gate of state.gates) {
    if (!gate.live) continue
    const upper = add(list, 'column', 'gate', gate.x, gate.top)
    upper.use = 'top'
    upper.h = gate.top
    upper.sy = -1
    const lower = add(list, 'column', 'gate', gate.x, gate.bottom)
    lower.use = 'bottom'
    lower.h = groundY - gate.bottom
    upper.clip = lower.clip = 'stand'
    upper.clipStep = lower.clipStep = gate.age
    if (gate.prize === '') continue
    const prize = add(list, 'sprite', PRIZES, gate.x, (gate.top + gate.bottom) / 2)
    prize.entry = gate.prize
    prize.clip = 'shown'
    prize.clipStep = gate.age
  }
  const ground = add(list, 'picture', 'ground', 0, groundY)
  ground.w = width
  ground.h = height - groundY
  ground.clipStep = state.step
  ground.scroll = state.scroll
}

function drawHero(state: Updraft, setup: Setup, list: DrawList): void {
  const { heroX } = updraftPlan(setup)
  const hover = state.ready ? Math.abs(((state.step % 60) - 30) / 30) * 0.25 - 0.125 : 0
  const hero = add(list, 'sprite', 'hero', heroX, state.hero.y + hover)
  hero.clip = state.hero.clip
  hero.clipStep = state.hero.clipStep
  if (state.hero.hurt > 0 && state.hero.hurt % 12 < 5) hero.alpha = 0.35
}

/** Pick-ups of an entry that is gone go with it, and gaps that are ahead take the height they have now. */
function adopt(state: Updraft, before: Setup, after: Setup): void {
  const plan = updraftPlan(after)
  const resized = plan.gap !== updraftPlan(before).gap
  const [low, high] = [LEAST_COLUMN + plan.gap / 2, plan.groundY - LEAST_COLUMN - plan.gap / 2]
  for (const gate of state.gates) {
    if (!gate.live) continue
    if (gate.prize !== '' && !plan.prizesById.has(gate.prize)) gate.prize = ''
    if (!resized || gate.passed) continue
    const middle = Math.max(low, Math.min(high, (gate.top + gate.bottom) / 2))
    gate.top = middle - plan.gap / 2
    gate.bottom = middle + plan.gap / 2
  }
}

function facts(setup: Setup): PlayFacts {
  const goal = dial(setup, 'goal')
  const fact = (reachable: number, because: string): PlayFacts => ({ goal, dial: 'goal', reachable, because })
  const shape = setup.sprites['hero']!.shape
  if (dial(setup, 'gap-height') <= shape.bottom - shape.top) return fact(0, 'The flyer does not fit through a gap.')
  const prizes = (setup.casts[PRIZES] ?? []).some(
    (entry) => numberOf(entry, 'often') > 0 && numberOf(entry, 'points') > 0,
  )
  if (dial(setup, 'gap-points') > 0) return fact(Infinity, 'Gaps go on for ever.')
  if (prizes && dial(setup, 'prize-share') > 0) return fact(Infinity, 'Pick-ups go on for ever.')
  return fact(0, 'Neither gaps nor pick-ups bring points.')
}

function values(state: Updraft, setup: Setup): Record<string, number> {
  return { score: state.score, goal: dial(setup, 'goal'), lives: state.lives }
}

export const rules: Rules<Updraft> = {
  ...{ id: 'updraft', pads: () => ['up'], start, step, draw, adopt, facts, values, ending },
  carried: ({ lives }) => ({ lives }),
}

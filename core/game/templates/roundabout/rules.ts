import { clearEvents, makeEvents } from '../../events'
import { rounds } from '../../kept'
import { judge } from '../../outcome'
import { makePlates, plateHit, stepPlates } from '../../plates'
import { random, shuffle } from '../../random'
import type { Ending, PlayFacts, Rules } from '../../rules'
import type { Setup } from '../../setup'
import { makeTurns, nextTurn } from '../../sides'
import { BITS, type GameDoc, type Input } from '../../types'
import { MOST_HOPS, targetOf, type Effect } from '../../way'
import { asksFor, EVERYWHERE, handAreas, isHuman, nearestToken, PAUSE, targetAreas } from './moment'
import { boardOf, MOST_TOKENS, PLATES, roundaboutPlan, TOKENS, WAY, type RoundaboutPlan } from './plan'
import { draw } from './show'
import { onTable } from '../../table/on-table'
import type { Phase, Roundabout } from './state'

function start(setup: Setup, seed: number): Roundabout {
  const plan = roundaboutPlan(setup)
  const rng = { rng: seed >>> 0 }
  const orders = plan.decks.map(({ rows }) => shuffle(rng, Array.from(rows, (_, i) => i)))
  return {
    rng: rng.rng,
    step: 0,
    score: 0,
    outcome: 'playing',
    events: makeEvents(),
    phase: 'ready',
    since: 0,
    turns: makeTurns(),
    places: Array.from({ length: MOST_TOKENS }, () => 0),
    points: Array.from({ length: MOST_TOKENS }, () => 0),
    misses: Array.from({ length: MOST_TOKENS }, () => 0),
    landed: plan.spaces.map(() => 0),
    dice: Array.from({ length: plan.dice }, () => 0),
    taken: -1,
    left: 0,
    way: 1,
    from: 0,
    hops: 0,
    again: false,
    said: -1,
    orders,
    drawn: orders.map(() => 0),
    deck: -1,
    row: -1,
    throws: 0,
    winner: -1,
    plates: makePlates(),
    held: -1,
    dragX: -1,
    dragY: -1,
  }
}

function to(state: Roundabout, phase: Phase): void {
  state.phase = phase
  state.since = 0
  state.plates.focus = 0
}

function throwDice(state: Roundabout, plan: RoundaboutPlan): void {
  for (let i = 0; i < plan.dice; i++) state.dice[i] = Math.floor(random(state) * plan.faces.length)
  state.throws++
  state.taken = -1
  state.hops = 0
  state.again = false
  state.events.push('throw-sound')
  to(state, 'roll')
}

const countOf = (state: Roundabout, plan: RoundaboutPlan, die: number): number => plan.counts[state.dice[die]!] ?? 0

function rolled(state: Roundabout, plan: RoundaboutPlan): void {
  if (plan.players === 'charge') return to(state, 'ready')
  if (!plan.takes) {
    let all = 0
    for (let i = 0; i < plan.dice; i++) all += countOf(state, plan, i)
    return walk(state, all)
  }
  // Who the game throws for takes any of them.
  if (isHuman(state, plan)) to(state, 'choose')
  else take(state, plan, Math.floor(random(state) * plan.dice))
}

function take(state: Roundabout, plan: RoundaboutPlan, die: number): void {
  state.taken = die
  walk(state, countOf(state, plan, die))
}

function walk(state: Roundabout, by: number): void {
  state.left = Math.abs(by)
  state.way = by < 0 ? -1 : 1
  state.from = state.places[state.turns.side]!
  to(state, 'walk')
}

/** One space on; from home back again where it must be reached exactly, and nobody goes back behind the start. */
function oneOn(state: Roundabout, plan: RoundaboutPlan): void {
  const { side } = state.turns
  const at = state.places[side]!
  if (at === plan.home && state.way === 1) {
    if (!plan.exact || state.left === 0) state.left = 0
    else state.way = -1
  }
  if (at === 0 && state.way === -1) state.left = 0
  if (state.left === 0) return arrive(state, plan)
  state.from = at
  state.places[side] = at + state.way
  state.left--
  state.since = 0
  state.events.push('step-sound')
}

/** The token stops: what is said there is read, and counts. */
function arrive(state: Roundabout, plan: RoundaboutPlan): void {
  const { side } = state.turns
  const at = state.places[side]!
  state.landed[at]!++
  state.said = at
  state.from = at
  const { points = 0, effect } = plan.spaces[at]!
  const gets = at === plan.home ? points + plan.homePoints : points
  state.points[side] = Math.max(0, state.points[side]! + gets)
  const sent = effect === undefined ? 0 : targetOf(plan.spaces, at, effect) - at
  if (at > 0 && at < plan.home)
    if (effect?.does === 'miss' || (sent < 0 && effect?.does !== 'draw' && effect?.does !== 'again') || gets < 0) state.events.push('bad-sound')
    else if (effect !== undefined || gets > 0) state.events.push('good-sound')
  to(state, 'land')
}

/** What a space or a card does. */
function perform(state: Roundabout, plan: RoundaboutPlan, effect: Effect | undefined): void {
  const { side } = state.turns
  const at = state.places[side]!
  if (effect === undefined || at === plan.home || ++state.hops > MOST_HOPS) return turnOver(state, plan)
  switch (effect.does) {
    case 'miss':
      state.misses[side]!++
      return turnOver(state, plan)
    case 'again':
      state.again = true
      return turnOver(state, plan)
    case 'draw':
      return drawCard(state, plan, effect.deck)
    case 'move':
      // A pace at a time, as by a throw, but never past home.
      return walk(state, targetOf(plan.spaces, at, effect) - at)
    case 'go': {
      const goal = targetOf(plan.spaces, at, effect)
      if (goal < 0 || goal === at) return turnOver(state, plan)
      state.from = at
      state.places[side] = goal
      state.left = 0
      state.way = 1
      return to(state, 'walk')
    }
  }
}

function drawCard(state: Roundabout, plan: RoundaboutPlan, part: string): void {
  const deck = plan.decks.findIndex((one) => one.part === part)
  const order = state.orders[deck]
  if (order === undefined || order.length === 0) return turnOver(state, plan)
  state.deck = deck
  state.row = order[state.drawn[deck]! % order.length]!
  // Once all were drawn they are shuffled.
  if (++state.drawn[deck]! % order.length === 0) state.orders[deck] = shuffle(state, order)
  state.events.push('card-sound')
  to(state, 'card')
}

function turnOver(state: Roundabout, plan: RoundaboutPlan): void {
  if (state.places[state.turns.side] !== plan.home && !state.again)
    nextTurn(state.turns, plan.sides.length, (side) => {
      if (state.misses[side] === 0) return false
      state.misses[side]!--
      return true
    })
  state.again = false
  to(state, 'ready')
}

/** Whoever is further along, or has more points; the first of them where several are. */
function ahead(state: Roundabout, plan: RoundaboutPlan): number {
  const of = plan.byPoints ? state.points : state.places
  let best = 0
  for (let i = 1; i < plan.sides.length; i++) if (of[i]! > of[best]!) best = i
  return best
}

function over(state: Roundabout, plan: RoundaboutPlan): boolean {
  if (plan.players === 'charge' || state.phase !== 'ready' || plan.sides.length === 0) return state.winner >= 0
  let home = -1
  for (let i = 0; i < plan.sides.length; i++) if (state.places[i] === plan.home) home = i
  const spent = plan.mostThrows > 0 && state.throws >= plan.mostThrows * plan.sides.length
  if (home >= 0 || spent) state.winner = home >= 0 && !plan.byPoints ? home : ahead(state, plan)
  return home >= 0 || spent
}

/** By hand: a token is set on a space, and what that says is read. */
function put(state: Roundabout, plan: RoundaboutPlan, space: number): void {
  const token = state.held
  state.held = -1
  state.dragX = -1
  state.plates.focus = PLATES.length + token
  if (state.places[token] === space) return
  state.places[token] = space
  state.from = space
  state.landed[space]!++
  state.said = space
  state.since = 0
  state.points[token] = Math.max(0, state.points[token]! + (plan.spaces[space]!.points ?? 0))
  state.events.push('step-sound')
  const { effect } = plan.spaces[space]!
  if (effect?.does === 'draw') drawCard(state, plan, effect.deck)
}

function byHand(state: Roundabout, plan: RoundaboutPlan, index: number, input: Input): void {
  if (state.held >= 0) {
    if (index >= 0) put(state, plan, index)
  } else if (index === 0) throwDice(state, plan)
  else if (index === 1) nextTurn(state.turns, Math.max(1, plan.sides.length))
  else if (index === 2) state.winner = ahead(state, plan)
  else if (index >= PLATES.length) {
    const touched = (input.bits & BITS.pointer) !== 0 && input.px >= 0
    state.held = touched ? nearestToken(plan, input.px / 100, input.py / 100) : index - PLATES.length
    state.plates.focus = state.places[state.held]!
  }
}

/** A token that was taken up by a pointer goes along with it, and is set down where that lets go over another space. */
function drag(state: Roundabout, plan: RoundaboutPlan, input: Input, before: number): void {
  if (state.held < 0) return
  const down = (input.bits & BITS.pointer) !== 0 && input.px >= 0
  if (down) {
    state.dragX = input.px / 100
    state.dragY = input.py / 100
  } else if ((before & BITS.pointer) !== 0 && state.dragX >= 0) {
    const space = plateHit(plan.spaceAreas, state.dragX, state.dragY, plan.size / 2)
    state.dragX = -1
    if (space >= 0 && space !== state.places[state.held]) put(state, plan, space)
  }
}

function step(state: Roundabout, input: Input, setup: Setup): void {
  clearEvents(state.events)
  if (state.outcome !== 'playing') return
  const plan = roundaboutPlan(setup)
  state.step++
  state.since++
  const { bits } = state.plates
  if (plan.players === 'charge') handAreas(state, plan)
  const areas = asksFor(state, plan)
  const pressed = stepPlates(state.plates, areas, input, 0.1)
  switch (state.phase) {
    case 'ready':
      if (plan.sides.length === 0 || plan.dice === 0) break
      if (plan.players === 'charge') {
        byHand(state, plan, pressed, input)
        drag(state, plan, input, bits)
      } else if (pressed >= 0 || (!isHuman(state, plan) && state.since >= PAUSE.rival)) throwDice(state, plan)
      break
    case 'roll':
      if (state.since >= PAUSE.roll) rolled(state, plan)
      break
    case 'choose':
      if (pressed >= 0) take(state, plan, pressed)
      else if (input.bits & ~bits & BITS.pointer && input.px >= 0) {
        const die = plateHit(targetAreas(state, plan), input.px / 100, input.py / 100, 0.1)
        if (die >= 0) take(state, plan, die)
      }
      break
    case 'walk':
      if (state.since >= PAUSE.walk) oneOn(state, plan)
      break
    case 'land':
      if ((areas === EVERYWHERE && pressed >= 0) || state.since >= landPause(state, plan)) perform(state, plan, effectAt(state, plan))
      break
    case 'card':
      if (pressed >= 0 || (plan.players !== 'charge' && state.since >= PAUSE.card)) {
        const { effects } = plan.decks[state.deck]!
        if (plan.players === 'charge') to(state, 'ready')
        else perform(state, plan, effects[state.row])
      }
      break
  }
  state.score = plan.players === 'one' ? state.points[0]! : Math.max(...state.points)
  const ends = over(state, plan)
  judge(state, ends && (plan.players !== 'one' || state.winner === 0), ends && plan.players === 'one' && state.winner !== 0)
}

const effectAt = (state: Roundabout, plan: RoundaboutPlan): Effect | undefined => {
  const at = state.places[state.turns.side]!
  return at === 0 || at === plan.home ? undefined : plan.spaces[at]!.effect
}
/** A space without a word to say is left sooner. */
function landPause(state: Roundabout, plan: RoundaboutPlan): number {
  const { text, picture } = plan.spaces[state.said] ?? {}
  return (text ?? '') === '' && picture === undefined ? PAUSE.step : PAUSE.read
}

/** A way of another length keeps each token on it; a deck that changed is shuffled anew. */
function adopt(state: Roundabout, _before: Setup, after: Setup): void {
  const plan = roundaboutPlan(after)
  for (let i = 0; i < MOST_TOKENS; i++) state.places[i] = Math.min(state.places[i]!, plan.home)
  state.from = Math.min(state.from, plan.home)
  state.landed = plan.spaces.map((_, i) => state.landed[i] ?? 0)
  state.dice = Array.from({ length: plan.dice }, (_, i) => Math.min(state.dice[i] ?? 0, Math.max(0, plan.faces.length - 1)))
  if (state.turns.side >= plan.sides.length) state.turns.side = 0
  if (state.said > plan.home) state.said = -1
  if (state.held >= plan.sides.length) state.held = -1
  plan.decks.forEach(({ rows }, i) => {
    if (state.orders[i]?.length === rows.length) return
    state.orders[i] = shuffle(state, Array.from(rows, (_, k) => k))
    state.drawn[i] = 0
  })
  // What was being read or chosen may be gone.
  if (state.phase !== 'ready') {
    state.left = 0
    to(state, 'ready')
  }
}

function facts(setup: Setup): PlayFacts {
  const plan = roundaboutPlan(setup)
  const found = plan.spaces.reduce((sum, { points = 0 }) => sum + Math.max(0, points), 0)
  return {
    goal: plan.homePoints,
    dial: 'home-points',
    reachable: plan.homePoints + found,
    because: `Home is worth ${plan.homePoints}, and the spaces ${found} together.`,
    aim: plan.byPoints ? 'most points when the first is home' : `first home, ${plan.home} spaces on`,
    unjudged: plan.players !== 'one',
    unmet: plan.sides.length === MOST_TOKENS ? unmetTokens(setup) : [],
  }
}
const unmetTokens = (setup: Setup): PlayFacts['unmet'] =>
  setup
    .get('cast', TOKENS)
    .slice(MOST_TOKENS)
    .map(({ id, name }) => ({ part: TOKENS, entry: id, because: `${MOST_TOKENS} tokens play at most, and ${name} is behind them.` }))

function values(state: Roundabout, setup: Setup): Record<string, number> {
  const plan = roundaboutPlan(setup)
  const { side } = state.turns
  return {
    score: state.score,
    throws: state.throws,
    left: Math.max(0, plan.mostThrows * plan.sides.length - state.throws),
    space: state.places[side]!,
    spaces: plan.home,
  }
}

function ending(state: Roundabout, setup: Setup): Ending {
  const plan = roundaboutPlan(setup)
  const winner = Math.max(0, state.winner)
  const at = state.places[winner]!
  const name = plan.sides[winner]?.name ?? 'nobody'
  const cause = plan.byPoints ? `${name} had most points` : at === plan.home ? `${name} was home first` : `${name} was ahead when the throws were up`
  return { cause, x: plan.xs[at]!, y: plan.ys[at]! }
}

/** Tokens are doubled where the game has fewer. */
function among(doc: GameDoc, sides: number): GameDoc {
  const all = doc.parts.cast?.[TOKENS] ?? []
  const tokens = Array.from({ length: all.length === 0 ? 0 : sides }, (_, i) => ({ ...all[i % all.length]!, id: `${i}` }))
  return {
    ...doc,
    parts: { ...doc.parts, cast: { ...doc.parts.cast, [TOKENS]: tokens }, choice: { ...doc.parts.choice, players: 'turns' } },
  }
}

const own: Rules<Roundabout> = {
  id: 'roundabout',
  waits: rounds,
  // What is thrown and taken is touched where it lies.
  pads: () => [],
  way: { part: WAY, board: boardOf, landed: ({ landed }) => landed, among },
  ...{ start, step, draw, adopt, facts, values, ending },
}
export const rules = onTable(own)

import { clearEvents, makeEvents } from '../../events'
import { rounds } from '../../kept'
import { judge } from '../../outcome'
import { makePlates, stepPlates } from '../../plates'
import { shuffle } from '../../random'
import type { Ending, PlayFacts, Rules } from '../../rules'
import { dial, type Setup } from '../../setup'
import { makeTurns, nextTurn } from '../../sides'
import { STEPS_PER_SECOND, type Input } from '../../types'
import { areasOf, twosomePlan, type TwosomePlan } from './plan'
import { draw } from './show'
import { onTable } from '../../table/on-table'
import type { Card, Twosome } from './state'

/** A pair is worth the more the fewer moves were in vain since the last one. */
const PAIR = 12
const LEAST = 2

function start(setup: Setup, seed: number): Twosome {
  const plan = twosomePlan(setup)
  const rng = { rng: seed >>> 0 }
  const rows = shuffle(rng, plan.whole.map(({ id }) => id)).slice(0, plan.pairs)
  const cards = shuffle(
    rng,
    rows.flatMap((_, row) => [0, 1].map((column): Card => ({ row, column, open: plan.look > 0, found: false, turned: 99 }))),
  )
  return {
    rng: rng.rng,
    step: 0,
    score: 0,
    outcome: 'playing',
    events: makeEvents(),
    rows,
    cards,
    plates: makePlates(),
    first: -1,
    second: -1,
    wait: 0,
    peek: plan.look,
    moves: 0,
    found: 0,
    misses: 0,
    turns: makeTurns(),
    points: plan.sides.map(() => 0),
    last: -1,
    lastStep: 0,
  }
}

function turn(card: Card, open: boolean): void {
  card.open = open
  card.turned = 0
}

/** Two unlike cards turn back, and the next side has its turn. */
function settle(state: Twosome, plan: TwosomePlan): void {
  state.wait = 0
  if (state.second >= 0) {
    turn(state.cards[state.first]!, false)
    turn(state.cards[state.second]!, false)
  } else if (state.first >= 0) turn(state.cards[state.first]!, false)
  state.first = -1
  state.second = -1
  if (plan.sides.length > 0) nextTurn(state.turns, plan.sides.length)
}

function compare(state: Twosome, plan: TwosomePlan): void {
  const [a, b] = [state.cards[state.first]!, state.cards[state.second]!]
  state.moves++
  if (a.row !== b.row) {
    state.misses++
    state.wait = plan.show
    state.events.push('miss-sound')
    return
  }
  a.found = true
  b.found = true
  state.found++
  state.score += Math.max(LEAST, PAIR - state.misses)
  state.misses = 0
  if (plan.sides.length > 0) state.points[state.turns.side]!++
  state.last = a.row
  state.lastStep = 0
  state.first = -1
  state.second = -1
  state.events.push('pair-sound')
}

function press(state: Twosome, plan: TwosomePlan, index: number): void {
  const card = state.cards[index]!
  // Who cannot wait turns the two back by pressing on; with somebody in charge that is theirs to do.
  if (state.second >= 0) {
    if (plan.players !== 'charge') settle(state, plan)
    return
  }
  if (card.found || card.open) return
  turn(card, true)
  state.events.push('turn-sound')
  const sound = plan.sounds.get(state.rows[card.row]!)?.[card.column] ?? ''
  if (sound !== '') state.events.push(sound)
  if (state.first < 0) state.first = index
  else {
    state.second = index
    compare(state, plan)
  }
}

/** The pair that was found last lies hidden again, and is nobody's. */
function takeBack(state: Twosome): void {
  if (state.last < 0) return
  for (let i = 0; i < state.cards.length; i++) {
    const card = state.cards[i]!
    if (card.row !== state.last || !card.found) continue
    card.found = false
    turn(card, false)
  }
  state.found--
  state.score = Math.max(0, state.score - LEAST)
  const { side } = state.turns
  state.points[side] = Math.max(0, state.points[side]! - 1)
  state.last = -1
}

function step(state: Twosome, input: Input, setup: Setup): void {
  clearEvents(state.events)
  if (state.outcome !== 'playing') return
  const plan = twosomePlan(setup)
  state.step++
  state.lastStep++
  for (let i = 0; i < state.cards.length; i++) state.cards[i]!.turned++
  const pressed = stepPlates(state.plates, areasOf(plan, state.cards.length), input, 0.05)
  if (state.peek > 0) {
    if (--state.peek === 0) for (let i = 0; i < state.cards.length; i++) turn(state.cards[i]!, false)
  } else if (pressed >= state.cards.length) {
    if (pressed === state.cards.length) settle(state, plan)
    else takeBack(state)
  } else if (pressed >= 0) press(state, plan, pressed)
  else if (state.wait > 0 && plan.players !== 'charge' && --state.wait === 0) settle(state, plan)
  const late = plan.limit > 0 && plan.clock !== 'none' && state.step - plan.look >= plan.limit
  const spent = plan.mostMoves > 0 && state.moves >= plan.mostMoves && state.second < 0
  judge(state, state.found * 2 >= state.cards.length, late || spent)
}

/** Rows that are gone count as found: nobody can find them any more. */
function adopt(state: Twosome, _before: Setup, after: Setup): void {
  const plan = twosomePlan(after)
  for (const card of state.cards)
    if (!card.found && !plan.byId.has(state.rows[card.row]!)) {
      card.found = true
      card.open = true
    }
  if (state.first >= 0 && state.cards[state.first]!.found) state.first = -1
  if (state.second >= 0 && state.cards[state.second]!.found) state.second = -1
  if (state.first < 0 && state.second >= 0) {
    turn(state.cards[state.second]!, false)
    state.second = -1
  }
  if (state.second < 0) state.wait = 0
  if (plan.look === 0) state.peek = Math.min(state.peek, 1)
  state.found = state.cards.filter(({ found }) => found).length / 2
  while (state.points.length < plan.sides.length) state.points.push(0)
  if (state.turns.side >= plan.sides.length) state.turns.side = 0
}

function facts(setup: Setup): PlayFacts {
  const plan = twosomePlan(setup)
  const asked = Math.round(dial(setup, 'pairs-count'))
  const rows = plan.whole.length
  return {
    goal: Math.max(1, asked) * LEAST,
    dial: 'pairs-count',
    reachable: plan.pairs * PAIR,
    because: `${rows} ${rows === 1 ? 'row of the deck has' : 'rows of the deck have'} something on both sides.`,
    aim: `all ${plan.pairs} pairs found`,
    unjudged: plan.players !== 'one',
  }
}

function values(state: Twosome, setup: Setup): Record<string, number> {
  const plan = twosomePlan(setup)
  const played = Math.max(0, state.step - plan.look) / STEPS_PER_SECOND
  return {
    score: state.score,
    found: state.found,
    pairs: state.cards.length / 2,
    moves: state.moves,
    left: Math.max(0, plan.mostMoves - state.moves),
    time: plan.clock === 'up' || plan.limit === 0 ? Math.floor(played) : Math.max(0, Math.ceil(plan.limit / STEPS_PER_SECOND - played)),
  }
}

function ending(state: Twosome, setup: Setup): Ending {
  const plan = twosomePlan(setup)
  const at = { x: plan.width / 2, y: plan.height / 2 }
  if (state.outcome === 'won') return { cause: 'all pairs', ...at }
  return { cause: plan.mostMoves > 0 && state.moves >= plan.mostMoves ? 'moves' : 'time', ...at }
}

const own: Rules<Twosome> = {
  id: 'twosome',
  waits: rounds,
  // Cards are touched where they lie.
  pads: () => [],
  start,
  step,
  draw,
  adopt,
  facts,
  values,
  ending,
}
export const rules = onTable(own)

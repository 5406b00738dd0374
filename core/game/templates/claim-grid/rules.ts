import { clearEvents, makeEvents } from '../../events'
import { rounds } from '../../kept'
import { judge } from '../../outcome'
import { makePlates, stepPlates } from '../../plates'
import { shuffle } from '../../random'
import type { Asks, Ending, PlayFacts, Rules } from '../../rules'
import { dial, type Setup } from '../../setup'
import { makeTurns, nextTurn } from '../../sides'
import { STEPS_PER_SECOND, type Input } from '../../types'
import { wrongAnswers } from './answers'
import { isRight, lettersFor, MOST_TYPED } from './guess'
import { areasNow, landing, mostOf, rowNow, typesNow } from './moment'
import { ANSWER, claimPlan, lineThrough, MOST_ANSWERS, type ClaimPlan } from './plan'
import { draw } from './show'
import { onTable } from '../../table/on-table'
import type { ClaimGrid, Phase } from './state'

/** Points of an answer that was right, and of a line. */
const RIGHT = 10
const LINE = 100
/** Steps an answer stands there before all goes on by itself. */
export const TOLD_STEPS = 2 * STEPS_PER_SECOND

function start(setup: Setup, seed: number): ClaimGrid {
  const plan = claimPlan(setup)
  const rng = { rng: seed >>> 0 }
  const rows = shuffle(
    rng,
    plan.whole.map(({ id }) => id),
  )
  return {
    rng: rng.rng,
    step: 0,
    score: 0,
    outcome: 'playing',
    events: makeEvents(),
    squares: Array.from({ length: plan.size * plan.size }, () => 0),
    rows,
    asked: 0,
    phase: 'pick',
    since: 0,
    square: -1,
    offered: Array.from({ length: MOST_ANSWERS }, () => -1),
    chosen: -1,
    typed: [],
    letters: [],
    plates: makePlates(),
    at: Math.floor((plan.size * plan.size) / 2),
    turns: makeTurns(),
    last: -1,
    winner: 0,
    right: 0,
  }
}

function to(state: ClaimGrid, phase: Phase): void {
  if (state.phase === 'pick') state.at = state.plates.focus
  state.phase = phase
  state.since = 0
  state.plates.focus = phase === 'pick' ? state.at : 0
}

/** Answers in another order each time, the right one among them; as many wrong ones as there are. */
function offer(state: ClaimGrid, plan: ClaimPlan): void {
  const wrong = Math.min(plan.answers - 1, wrongAnswers(plan, rowNow(state, plan)))
  const order = shuffle(
    state,
    Array.from({ length: wrong + 1 }, (_, i) => i),
  )
  for (let i = 0; i < MOST_ANSWERS; i++) state.offered[i] = order[i] ?? -1
}

function ask(state: ClaimGrid, plan: ClaimPlan, square: number): void {
  const at = landing(state, plan, square)
  if (at < 0 || state.rows.length === 0) return
  state.square = at
  state.asked++
  state.chosen = -1
  offer(state, plan)
  state.typed.length = 0
  state.letters = plan.types ? lettersFor(plan, rowNow(state, plan)?.cells[ANSWER]) : []
  to(state, 'ask')
  // Enter is for being done.
  if (plan.types) state.plates.focus = state.letters.length + 1
  state.events.push('ask-sound')
  const sound = plan.sounds.get(state.rows[(state.asked - 1) % state.rows.length]!) ?? ''
  if (sound !== '') state.events.push(sound)
}

/** The square is that side's (from 1). */
function claim(state: ClaimGrid, plan: ClaimPlan, side: number): void {
  state.squares[state.square] = side
  state.last = state.square
  if (lineThrough(state.squares, plan.size, state.square, side) >= plan.line) state.winner = side
}

function answered(state: ClaimGrid, plan: ClaimPlan, index: number): void {
  state.chosen = index
  const right = index >= 0 && (plan.types || state.offered[index] === 0)
  if (right) {
    state.right++
    state.score += RIGHT
  }
  state.events.push(right ? 'right-sound' : 'wrong-sound')
  // What the one who plays does not know is the other’s.
  claim(state, plan, right ? 1 : Math.min(2, plan.sides.length))
  if (state.winner === 1) state.score += LINE
  to(state, 'told')
}

/** A letter, or one less; `back` is the plate, and the key, that rubs out. */
function letter(state: ClaimGrid, code: number, back: boolean): void {
  if (back) state.typed.pop()
  else if (state.typed.length < MOST_TYPED) state.typed.push(code)
}
/** The character that Backspace types. */
const BACK = 8

function pressedLetter(state: ClaimGrid, plan: ClaimPlan, index: number): void {
  const count = state.letters.length
  if (index <= count) return letter(state, state.letters[index] ?? 0, index === count)
  if (state.typed.length === 0) return
  answered(state, plan, isRight(rowNow(state, plan)?.cells[ANSWER], String.fromCodePoint(...state.typed)) ? 0 : -1)
}

function award(state: ClaimGrid, plan: ClaimPlan, index: number): void {
  if (index < plan.sides.length) {
    claim(state, plan, index + 1)
    state.score += RIGHT
    state.events.push('right-sound')
  } else {
    // Back to the draw: nobody has it, and it is asked again when all others were.
    state.last = -1
    state.events.push('wrong-sound')
  }
  nextTurn(state.turns, Math.max(1, plan.sides.length))
  // What ends the round can still be taken back.
  to(state, state.winner !== 0 || isFull(state) ? 'told' : 'pick')
}

/** The square that was given last is nobody's again. */
function takeBack(state: ClaimGrid, plan: ClaimPlan): void {
  if (state.last < 0) return
  state.squares[state.last] = 0
  state.last = -1
  state.winner = 0
  state.score = Math.max(0, state.score - RIGHT)
  if (plan.sides.length > 0) state.turns.side = (state.turns.side + plan.sides.length - 1) % plan.sides.length
}

function pressed(state: ClaimGrid, plan: ClaimPlan, index: number): void {
  switch (state.phase) {
    case 'pick':
      if (index < state.squares.length) ask(state, plan, index)
      else if (plan.players === 'charge') takeBack(state, plan)
      return
    case 'ask':
      if (plan.players === 'charge') return to(state, 'award')
      if (plan.types) return pressedLetter(state, plan, index)
      if (state.offered[index] !== -1) answered(state, plan, index)
      return
    case 'award':
      return award(state, plan, index)
    case 'told':
      if (plan.players === 'charge' && index === 1) takeBack(state, plan)
      return to(state, 'pick')
  }
}

function step(state: ClaimGrid, input: Input, setup: Setup): void {
  clearEvents(state.events)
  if (state.outcome !== 'playing') return
  const plan = claimPlan(setup)
  state.step++
  state.since++
  if (state.step === 1) state.plates.focus = state.at
  if (input.key !== 0 && typesNow(state, plan)) {
    letter(state, input.key, input.key === BACK)
    state.plates.focus = state.letters.length + 1
  }
  const index = stepPlates(state.plates, areasNow(state, plan), input, 0.04)
  if (index >= 0) pressed(state, plan, index)
  else if (state.phase === 'ask' && plan.players === 'one' && plan.limit > 0 && state.since >= plan.limit) answered(state, plan, -1)
  else if (state.phase === 'told' && plan.players === 'one' && state.since >= TOLD_STEPS) to(state, 'pick')
  if (state.phase !== 'pick') return
  const line = state.winner !== 0
  const over = line || isFull(state) || state.rows.length === 0
  // In a room there is always somebody who wins; alone, a full board goes to who has more of it.
  const won = plan.players === 'charge' || (line ? state.winner : mostOf(state, plan)) === 1
  judge(state, over && won, over && !won)
}

function isFull(state: ClaimGrid): boolean {
  for (let i = 0; i < state.squares.length; i++) if (state.squares[i] === 0) return false
  return true
}

/** A board of another size begins anew, as long as it may; a question that is gone is passed over. */
function adopt(state: ClaimGrid, _before: Setup, after: Setup): void {
  const plan = claimPlan(after)
  const cells = plan.size * plan.size
  if (state.squares.length !== cells) {
    state.squares = Array.from({ length: cells }, () => 0)
    Object.assign(state, { square: -1, last: -1, winner: 0, at: Math.floor(cells / 2) })
  }
  for (let i = 0; i < cells; i++) if (state.squares[i]! > plan.sides.length) state.squares[i] = 0
  if (state.turns.side >= plan.sides.length) state.turns.side = 0
  const there = state.rows.filter((id) => plan.byId.has(id))
  const known = new Set(there)
  state.rows = [...there, ...plan.whole.map(({ id }) => id).filter((id) => !known.has(id))]
  // What was asked may be gone, or be answered in another way.
  if (state.phase !== 'pick') Object.assign(state, { phase: 'pick', since: 0 })
  state.plates.focus = Math.min(state.at, cells - 1)
}

function facts(setup: Setup): PlayFacts {
  const plan = claimPlan(setup)
  return {
    goal: plan.line * RIGHT,
    dial: 'line',
    reachable: plan.whole.length === 0 ? 0 : plan.size * plan.size * RIGHT + LINE,
    because: `${plan.whole.length} questions have an answer, and the board has ${plan.size * plan.size} squares.`,
    aim: `a line of ${plan.line} on ${plan.size} x ${plan.size} squares`,
    unjudged: plan.players !== 'one',
  }
}

function values(state: ClaimGrid, setup: Setup): Record<string, number> {
  const plan = claimPlan(setup)
  const left = plan.limit === 0 ? 0 : Math.max(0, Math.ceil((plan.limit - (state.phase === 'ask' ? state.since : 0)) / STEPS_PER_SECOND))
  return { score: state.score, right: state.right, asked: state.asked, line: plan.line, time: left, size: dial(setup, 'size') }
}

function ending(state: ClaimGrid, setup: Setup): Ending {
  const plan = claimPlan(setup)
  const at = state.last >= 0 ? state.last : 0
  const [x, y, w, h] = plan.areas.squares[at] ?? [plan.width / 2, plan.height / 2, 0, 0]
  const own = plan.players === 'one' ? ['a line', 'a line of the other side'] : plan.sides.map(({ name }) => `a line of ${name}`)
  const cause = own[state.winner - 1] ?? 'a full board'
  return { cause, x: x + w / 2, y: y + h / 2 }
}

const [TYPING, NOTHING]: [Asks, Asks] = [{ typing: true }, {}]

const own: Rules<ClaimGrid> = {
  id: 'claim-grid',
  waits: rounds,
  asks: (state, setup) => (typesNow(state, claimPlan(setup)) ? TYPING : NOTHING),
  // Squares and answers are touched where they lie.
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

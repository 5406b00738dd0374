import { drawBackdrop } from '../../backdrop'
import { drawCell, setAs, type CellPlace } from '../../deck'
import { add, type DrawList } from '../../draw-list'
import { drawSide } from '../../draw-side'
import type { Area } from '../../layouts'
import { drawPlate, drawRing } from '../../plates'
import type { Setup } from '../../setup'
import { STEPS_PER_SECOND, type DeckRowDoc } from '../../types'
import { allAnswers, answerText } from './answers'
import { landing, mostOf, rowNow, typesNow } from './moment'
import { claimPlan, placesOf, PROMPT, QUESTIONS, SIDES, typingFor, type ClaimPlan } from './plan'
import type { ClaimGrid } from './state'

export function draw(state: ClaimGrid, setup: Setup, list: DrawList): void {
  const plan = claimPlan(setup)
  drawBackdrop(list, setup, state.step, state.step / STEPS_PER_SECOND)
  const to: CellPlace = { list, setup, deck: QUESTIONS, words: 'prompt-words', sound: 'sound-sign' }
  const row = rowNow(state, plan)
  if (typesNow(state, plan) && row !== undefined) drawTyping(state, plan, to, row)
  else {
    drawSquares(state, plan, list)
    drawSides(state, plan, to)
    if (state.phase === 'pick') drawPick(state, plan, list)
    else if (plan.players === 'charge' && state.phase === 'told') drawClose(state, plan, to)
    else if (row !== undefined) drawAsked(state, plan, to, row)
  }
  add(list, 'text', 'score-words', 0, 0)
  if (plan.limit > 0 && plan.players === 'one' && state.phase === 'ask') add(list, 'text', 'time-words', 0, 0)
}

function drawSquares(state: ClaimGrid, plan: ClaimPlan, list: DrawList): void {
  const picks = state.phase === 'pick'
  // What falls is shown where it would come to lie.
  const aim = picks && state.plates.focus < state.squares.length ? landing(state, plan, state.plates.focus) : -1
  for (let i = 0; i < state.squares.length; i++) {
    const area = plan.areas.squares[i]!
    const [x, y, w, h] = area
    if (picks && state.plates.focus === i) drawRing(list, area, 1)
    const item = add(list, 'picture', 'square', x, y)
    item.w = w
    item.h = h
    item.alpha = i === aim || (!picks && state.square === i) ? 1 : 0.86
    const side = plan.sides[state.squares[i]! - 1]
    if (side === undefined) continue
    const marker = add(list, 'sprite', SIDES, x + w / 2, y + h / 2)
    marker.entry = side.id
    marker.clip = 'shown'
    marker.clipStep = state.step
    // A square that was claimed a moment ago is larger for it.
    const fresh = i === state.last && state.phase === 'told' ? Math.max(0, 12 - state.since) / 40 : 0
    marker.sx = marker.sy = (h * (0.78 + fresh)) / side.marker.height
  }
}

const BETWEEN_SIDES = 0.15
/** Everybody who plays, over what is asked. */
function drawSides(state: ClaimGrid, plan: ClaimPlan, to: CellPlace): void {
  const { panel } = placesOf(plan)
  const count = plan.sides.length
  const columns = plan.tall || count === 2 ? count : 2
  const w = (panel[2] - BETWEEN_SIDES * (columns - 1)) / Math.max(1, columns)
  plan.sides.forEach((side, i) => {
    const [row, column] = [Math.floor(i / columns), i % columns]
    let has = 0
    for (const one of state.squares) if (one === i + 1) has++
    const turn = plan.players === 'one' ? i === 0 : state.turns.side === i
    const area: Area = [panel[0] + column * (w + BETWEEN_SIDES), panel[1] + row * 1.05, w, 0.9]
    drawSide(to, side, area, { part: SIDES, turn, has, step: state.step })
  })
}
const sidesHigh = (plan: ClaimPlan): number => (plan.tall || plan.sides.length < 3 ? 1.1 : 2.15)

function drawPick(state: ClaimGrid, plan: ClaimPlan, list: DrawList): void {
  const { panel } = placesOf(plan)
  const high = plan.tall ? 1 : 1.6
  const top = panel[1] + sidesHigh(plan)
  const words = add(list, 'text', 'pick-words', panel[0], top)
  words.w = panel[2]
  words.h = high
  const at = state.squares.length
  const back = plan.areas.squares[at]!
  const emblem = add(list, 'picture', 'emblem', 0, top + high)
  emblem.w = emblem.h = Math.min(panel[2] * 0.7, back[1] - top - high - 0.2)
  emblem.x = panel[0] + (panel[2] - emblem.w) / 2
  if (plan.players === 'charge' && state.last >= 0) drawPlate(list, back, 'take-back-words', state.plates.focus === at)
}

/** The paper that a question is on; the room inside it. */
function drawCard(list: DrawList, [x, y, w, h]: Area): Area {
  const paper = add(list, 'picture', 'card-face', x, y)
  paper.w = w
  paper.h = h
  const inset = Math.min(0.3, h * 0.12)
  return [x + inset, y + inset, w - 2 * inset, h - 2 * inset]
}

/** The question and under it its answer. */
function drawRevealed(to: CellPlace, row: DeckRowDoc, [x, y, w, h]: Area): void {
  const { list, setup } = to
  drawCell(to, row, PROMPT, [x, y, w, h * 0.6])
  const words = add(list, 'text', 'answer-words', x, y + h * 0.62)
  words.w = w
  words.h = h * 0.38
  words.text = setAs(setup, 'answer-words', allAnswers(setup, row, list.language), list.language)
}

function drawAsked(state: ClaimGrid, plan: ClaimPlan, to: CellPlace, row: DeckRowDoc): void {
  const { panel } = placesOf(plan)
  const alone = plan.players === 'one'
  const told = state.phase === 'told'
  const { answers, awards, reveal } = plan.areas
  const plates = alone ? answers : state.phase === 'award' ? awards : reveal
  const top = panel[1] + sidesHigh(plan) + 0.1
  const foot = alone && plan.types ? reveal[0]![1] : plates[0]![1]
  const inside = drawCard(to.list, [panel[0], top, panel[2], Math.max(0.9, foot - top - 0.25)])
  if (state.phase === 'award' || (alone && plan.types)) drawRevealed(to, row, inside)
  else drawCell(to, row, PROMPT, inside)
  if (!alone) drawVerdicts(state, plan, to)
  else if (plan.types) drawSaid(state, plan, to)
  else drawAnswers(state, plan, to, { row, told })
}

function drawAnswers(state: ClaimGrid, plan: ClaimPlan, to: CellPlace, { row, told }: { row: DeckRowDoc; told: boolean }): void {
  const { list, setup } = to
  plan.areas.answers.forEach((area, i) => {
    const offered = state.offered[i] ?? -1
    if (offered < 0) return
    const text = answerText(setup, plan, row, offered, list.language)
    const from = list.count
    const lit = told ? offered === 0 : state.plates.focus === i
    drawPlate(list, area, 'choice-words', lit, setAs(setup, 'choice-words', text, list.language))
    // What was wrong steps back; what is right stays bright.
    if (told && offered !== 0) dim(list, from, state.chosen === i ? 0.75 : 0.45)
  })
}

function dim(list: DrawList, from: number, alpha: number): void {
  for (let k = from; k < list.count; k++) list.items[k]!.alpha = alpha
}

/** Nothing yet is dots: no words at all would be the part's own. */
const saidBy = (state: ClaimGrid): string => String.fromCodePoint(...state.typed) || '…'

/** What was typed, bright where it was right. */
function drawSaid(state: ClaimGrid, plan: ClaimPlan, { list, setup }: CellPlace): void {
  if (state.typed.length === 0) return
  const from = list.count
  drawPlate(list, plan.areas.reveal[0]!, 'choice-words', state.chosen === 0, setAs(setup, 'choice-words', saidBy(state), list.language))
  if (state.chosen !== 0) dim(list, from, 0.6)
}

/** The whole stage for somebody who types. */
function drawTyping(state: ClaimGrid, plan: ClaimPlan, to: CellPlace, row: DeckRowDoc): void {
  const { list, setup } = to
  const { card, typed, plates } = typingFor(plan, state.letters.length)
  drawCell(to, row, PROMPT, drawCard(list, card))
  drawPlate(list, typed, 'typed-words', false, setAs(setup, 'typed-words', saidBy(state), list.language))
  plates.forEach((area, i) => {
    const lit = state.plates.focus === i
    const code = state.letters[i]
    if (code !== undefined)
      drawPlate(list, area, 'letter-words', lit, setAs(setup, 'letter-words', String.fromCodePoint(code).toUpperCase(), list.language))
    else drawPlate(list, area, i === state.letters.length ? 'rub-words' : 'done-words', lit)
  })
}

/** Plates of who is in charge: the answer, and then whose the square is. */
function drawVerdicts(state: ClaimGrid, plan: ClaimPlan, { list, setup }: CellPlace): void {
  if (state.phase === 'ask') return drawPlate(list, plan.areas.reveal[0]!, 'reveal-words', true)
  plan.areas.awards.forEach((area, i) => {
    const side = plan.sides[i]
    const lit = state.plates.focus === i
    if (side === undefined) drawPlate(list, area, 'nobody-words', lit)
    else drawPlate(list, area, 'award-words', lit, setAs(setup, 'award-words', side.name, list.language))
  })
}

/** The round is over, unless its last square is taken back. */
function drawClose(state: ClaimGrid, plan: ClaimPlan, { list, setup }: CellPlace): void {
  const { panel } = placesOf(plan)
  const [end, back] = plan.areas.close
  const top = panel[1] + sidesHigh(plan)
  const side = plan.sides[(state.winner || mostOf(state, plan)) - 1]
  // A board that is shared evenly needs no words.
  if (side !== undefined) {
    const words = add(list, 'text', 'round-words', panel[0], top)
    words.w = panel[2]
    words.h = end![1] - top - 0.2
    words.text = setAs(setup, 'round-words', side.name, list.language)
  }
  drawPlate(list, end!, 'end-words', state.plates.focus === 0)
  drawPlate(list, back!, 'take-back-words', state.plates.focus === 1)
}

import { drawBackdrop } from '../../backdrop'
import { cellText, drawCell, setAs, type CellPlace } from '../../deck'
import { add, type DrawList } from '../../draw-list'
import type { Area } from '../../layouts'
import { drawPlate } from '../../plates'
import type { Setup } from '../../setup'
import { STEPS_PER_SECOND } from '../../types'
import { areasOf, footOf, PAIRS, PLATES, SAID, sideArea, SIDES, SIDES_OF_PAIR, twosomePlan, type TwosomePlan } from './plan'
import type { Card, Twosome } from './state'

/** Steps a card takes to turn. */
const TURN = 14
/** Steps in which what is said of a pair stands there. */
const SAID_STEPS = 4 * STEPS_PER_SECOND
/** Around a card that would be turned, and within its frame: shares of its height. */
const RING = 0.05
const INSET = 0.1

export function draw(state: Twosome, setup: Setup, list: DrawList): void {
  const plan = twosomePlan(setup)
  drawBackdrop(list, setup, state.step, state.step / STEPS_PER_SECOND)
  const areas = areasOf(plan, state.cards.length)
  const to: CellPlace = { list, setup, deck: PAIRS, words: 'card-words', sound: 'sound-sign' }
  state.cards.forEach((card, i) => drawOne(state, plan, to, card, i, areas[i]!))
  if (plan.players === 'charge')
    PLATES.forEach((words, i) => {
      const at = state.cards.length + i
      drawPlate(list, areas[at]!, words, state.plates.focus === at)
    })
  drawSides(state, plan, to)
  add(list, 'text', 'found-words', 0, 0)
  add(list, 'text', 'moves-words', 0, 0)
  if (plan.clock !== 'none') add(list, 'text', 'time-words', 0, 0)
  drawSaid(state, plan, to)
}

function drawOne(state: Twosome, plan: TwosomePlan, to: CellPlace, card: Card, index: number, area: Area): void {
  const { list } = to
  const [x, y, w, h] = area
  const lit = state.plates.focus === index
  if (card.found && !plan.stays && card.turned > TURN) {
    if (lit) ring(list, area, 0.35)
    return
  }
  if (lit) ring(list, area, 1)
  // It gets narrower, and wider again with the other side up.
  const half = Math.min(1, card.turned / TURN) * 2 - 1
  const open = half < 0 ? !card.open : card.open
  const share = Math.max(0.06, Math.abs(half))
  const left = x + (w * (1 - share)) / 2
  const alpha = card.found ? 0.62 : 1
  const face = add(list, 'picture', open ? 'card-face' : 'card-back', left, y)
  face.w = w * share
  face.h = h
  face.alpha = alpha
  const from = list.count
  const row = plan.byId.get(state.rows[card.row]!)
  const inset = h * INSET
  if (open && row !== undefined && share > 0.5)
    drawCell(to, row, SIDES_OF_PAIR[card.column]!, [left + inset, y + inset, w * share - 2 * inset, h - 2 * inset])
  for (let i = from; i < list.count; i++) list.items[i]!.alpha = alpha
  if (!plan.numbers || open) return
  const number = add(list, 'text', 'number-words', left + inset * 0.4, y + inset * 0.3)
  number.w = w * share * 0.4
  number.h = h * 0.34
  number.text = setAs(to.setup, 'number-words', `${index + 1}`, list.language)
}

function ring(list: DrawList, [x, y, w, h]: Area, alpha: number): void {
  const out = h * RING
  const item = add(list, 'plate', 'ring', x - out, y - out)
  item.w = w + 2 * out
  item.h = h + 2 * out
  item.lit = true
  item.alpha = alpha
}

/** Everybody who plays, whose turn it is on a plate. */
function drawSides(state: Twosome, plan: TwosomePlan, { list, setup }: CellPlace): void {
  plan.sides.forEach(({ id, name, marker }, i) => {
    const [x, y, w, h] = sideArea(plan, i)
    const turn = state.turns.side === i
    const plate = add(list, 'plate', SIDES, x, y)
    plate.w = w
    plate.h = h
    plate.lit = turn
    plate.alpha = turn ? 1 : 0.72
    const size = (h * 0.8) / marker.height
    const item = add(list, 'sprite', SIDES, x + h * 0.55, y + h / 2)
    item.entry = id
    item.clip = 'shown'
    item.clipStep = state.step
    item.sx = item.sy = size
    const words = add(list, 'text', 'side-words', x + h * 1.05, y)
    words.w = Math.max(0.6, w - h * 1.2)
    words.h = h
    words.lit = turn
    words.text = setAs(setup, 'side-words', `${name} ${state.points[i] ?? 0}`, list.language)
  })
}

/** What a row says of its pair, for a while after it was found. */
function drawSaid(state: Twosome, plan: TwosomePlan, { list, setup }: CellPlace): void {
  if (state.last < 0 || state.lastStep > SAID_STEPS) return
  const text = cellText(setup, plan.byId.get(state.rows[state.last]!)?.cells[SAID], list.language)
  if (text === '') return
  const item = add(list, 'text', 'said-words', 0.6, plan.height - footOf(plan) - (plan.sides.length > 0 ? 0.85 : -0.2))
  item.w = plan.width - 1.2
  item.h = 0.9
  item.text = setAs(setup, 'said-words', text, list.language)
}

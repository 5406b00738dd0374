import { drawBackdrop } from '../../backdrop'
import { cellText, drawCell, setAs, type CellPlace } from '../../deck'
import { add, type DrawList } from '../../draw-list'
import { drawSide } from '../../draw-side'
import type { Area } from '../../layouts'
import { drawPlate, drawRing } from '../../plates'
import type { Setup } from '../../setup'
import { STEPS_PER_SECOND } from '../../types'
import { areasOf, footOf, PAIRS, PLATES, SAID, sideArea, SIDES, SIDES_OF_PAIR, twosomePlan, type TwosomePlan } from './plan'
import type { Card, Twosome } from './state'

/** Steps a card takes to turn. */
const TURN = 14
/** Steps in which what is said of a pair stands there. */
const SAID_STEPS = 4 * STEPS_PER_SECOND
/** Within a card's frame: a share of its height. */
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
  plan.sides.forEach((side, i) =>
    drawSide(to, side, sideArea(plan, i), { part: SIDES, turn: state.turns.side === i, has: state.points[i] ?? 0, step: state.step }),
  )
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
    if (lit) drawRing(list, area, 0.35)
    return
  }
  if (lit) drawRing(list, area, 1)
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

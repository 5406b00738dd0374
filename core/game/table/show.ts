import { drawBackdrop } from '../backdrop'
import { setAs } from '../deck'
import { add, type DrawList } from '../draw-list'
import { drawPlate, drawRing } from '../plates'
import type { Setup } from '../setup'
import { STEPS_PER_SECOND } from '../types'
import { ACTS, PIECES, tablePlan, wordsOf } from './plan'
import { together } from './play'
import type { Table } from './state'

export function drawTable(state: Table, setup: Setup, list: DrawList): void {
  const plan = tablePlan(setup)
  const { pieces, hand } = state
  drawBackdrop(list, setup, state.step, state.step / STEPS_PER_SECOND)
  pieces.forEach((piece, i) => {
    if (i === hand.focus && !state.atPlates && !piece.fixed)
      drawRing(
        list,
        [piece.x - piece.halfW, piece.y - piece.halfH, piece.halfW * 2, piece.halfH * 2],
        hand.holds === i ? 1 : 0.55,
      )
    const item = add(list, 'sprite', PIECES, piece.x, piece.y)
    item.entry = piece.entry
    item.clip = 'shown'
    item.clipStep = state.step
    item.sy = piece.size * (hand.holds === i ? 1.08 : 1)
    item.sx = piece.mirrored ? -item.sy : item.sy
  })
  drawNumbers(state, setup, list)
  const foot = add(list, 'plate', 'foot', 0, plan.board)
  foot.w = plan.width
  foot.h = plan.height - plan.board
  ACTS.forEach((act, i) => drawPlate(list, plan.acts[i]!, wordsOf(act), state.atPlates && state.plates.focus === i))
}

/** On the topmost of a stack stands how many lie there. */
function drawNumbers({ pieces }: Table, setup: Setup, list: DrawList): void {
  pieces.forEach((piece, i) => {
    if (piece.fixed || pieces.some((other, k) => k > i && !other.fixed && together(piece, other))) return
    const count = pieces.filter((other) => !other.fixed && together(piece, other)).length
    if (count < 2) return
    const plate = add(list, 'plate', 'table-count-words', piece.x + piece.halfW * 0.5, piece.y - piece.halfH - 0.2)
    plate.w = 0.85
    plate.h = 0.6
    const words = add(list, 'text', 'table-count-words', plate.x, plate.y)
    words.w = plate.w
    words.h = plate.h
    words.text = setAs(setup, 'table-count-words', `${count}`, list.language)
  })
}

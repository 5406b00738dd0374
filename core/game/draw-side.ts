import { setAs, type CellPlace } from './deck'
import { add } from './draw-list'
import type { Area } from './layouts'
import type { Side } from './sides'

/** How a side stands: of which part, whether it is its turn, what it has, and the steps played. */
interface Standing {
  part: string
  turn: boolean
  has: number
  step: number
}

/** One who plays: its marker, its name and what it has, on a plate that is lit in its turn. */
export function drawSide(
  { list, setup }: Pick<CellPlace, 'list' | 'setup'>,
  { id, name, marker }: Side,
  [x, y, w, h]: Area,
  { part, turn, has, step }: Standing,
): void {
  const plate = add(list, 'plate', part, x, y)
  plate.w = w
  plate.h = h
  plate.lit = turn
  plate.alpha = turn ? 1 : 0.72
  // On a ground of its own: a marker may have the very colour of a plate that is lit.
  const ground = add(list, 'plate', part, x + h * 0.1, y + h * 0.1)
  ground.w = ground.h = h * 0.8
  const item = add(list, 'sprite', part, x + h * 0.5, y + h / 2)
  item.entry = id
  item.clip = 'shown'
  item.clipStep = step
  item.sx = item.sy = Math.min((h * 0.66) / marker.height, (h * 0.8) / marker.width)
  const words = add(list, 'text', 'side-words', x + h * 1.05, y)
  words.w = Math.max(0.6, w - h * 1.2)
  words.h = h
  words.lit = turn
  words.text = setAs(setup, 'side-words', `${name} ${has}`, list.language)
}

import { add, type DrawList } from './draw-list'
import type { Area } from './layouts'
import { BITS, type Input } from './types'

/** Buttons that rules draw in play: where the focus is and what was held, as plain data in the play's state. */
export interface Plates {
  focus: number
  bits: number
  axis: number
}

/** Nothing that began the play is meant for its first plate. */
export const makePlates = (): Plates => ({ focus: 0, bits: BITS.confirm | BITS.pointer, axis: 0 })

/** Which area holds a point (world units), each grown by `slack`; -1 for none. */
export function plateHit(areas: readonly Area[], x: number, y: number, slack: number): number {
  for (let i = 0; i < areas.length; i++) {
    const [left, top, w, h] = areas[i]!
    if (x >= left - slack && x <= left + w + slack && y >= top - slack && y <= top + h + slack) return i
  }
  return -1
}

/** The nearest area in a direction from another one, which is given back where there is none. */
export function beside(areas: readonly Area[], from: number, dx: number, dy: number): number {
  const [x, y, w, h] = areas[from]!
  let best = from
  let least = Infinity
  for (let i = 0; i < areas.length; i++) {
    const [left, top, width, height] = areas[i]!
    const right = left + width / 2 - (x + w / 2)
    const under = top + height / 2 - (y + h / 2)
    const along = right * dx + under * dy
    // What lies to the side counts twice, so that a row is gone through before another is begun.
    const cost = along + 2 * Math.abs(dx === 0 ? right : under)
    if (i === from || along <= 0.001 || cost >= least) continue
    least = cost
    best = i
  }
  return best
}

/** Moves the focus by keys and pad; the plate that is pressed in this step, -1 for none. */
export function stepPlates(plates: Plates, areas: readonly Area[], input: Input, slack = 0.1): number {
  const pressed = input.bits & ~plates.bits
  const axis = input.axis === plates.axis ? 0 : input.axis
  plates.bits = input.bits
  plates.axis = input.axis
  if (areas.length === 0) return -1
  plates.focus = Math.min(plates.focus, areas.length - 1)
  if (axis !== 0) plates.focus = beside(areas, plates.focus, axis, 0)
  if (pressed & BITS.up) plates.focus = beside(areas, plates.focus, 0, -1)
  if (pressed & BITS.down) plates.focus = beside(areas, plates.focus, 0, 1)
  if (pressed & BITS.pointer && input.px >= 0) {
    const hit = plateHit(areas, input.px / 100, input.py / 100, slack)
    if (hit >= 0) plates.focus = hit
    return hit
  }
  return pressed & BITS.confirm ? plates.focus : -1
}

/** Around what would be pressed: a plate that is a little larger, drawn before it. */
export function drawRing(list: DrawList, [x, y, w, h]: Area, alpha: number): void {
  const out = h * RING
  const item = add(list, 'plate', 'ring', x - out, y - out)
  item.w = w + 2 * out
  item.h = h + 2 * out
  item.lit = true
  item.alpha = alpha
}
/** Share of its height that a ring sticks out. */
const RING = 0.05

/** Draws a plate with its words, which are a wording part or, where `text` is given, that. */
export function drawPlate(list: DrawList, area: Area, words: string, lit: boolean, text = ''): void {
  const [x, y, w, h] = area
  const plate = add(list, 'plate', words, x, y)
  plate.w = w
  plate.h = h
  plate.lit = lit
  const item = add(list, 'text', words, x + 0.15, y)
  item.w = w - 0.3
  item.h = h
  item.lit = lit
  item.text = text
}

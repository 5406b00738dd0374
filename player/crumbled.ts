import { canvasHeight, canvasWidth } from '../core/game/clips'
import { grainOf, isLeft, type Grain } from '../core/game/crumble'
import type { Actor } from '../core/game/setup'
import type { FrameDoc } from '../core/game/types'
import type { Picture } from './prepare'

interface Worn {
  picture: Picture
  frame: FrameDoc
  gone: number
  canvas: OffscreenCanvas
}

const grains = new WeakMap<Actor, Grain>()
/** By what is left of each thing: drawn anew only when more of it went. */
const worn = new WeakMap<readonly number[], Worn>()

function grain(actor: Actor): Grain {
  let found = grains.get(actor)
  if (found === undefined) grains.set(actor, (found = grainOf(actor)))
  return found
}

/**
 * Whether a cell is to be cleared: it went, or it is the faint edge of cells that did. `was` and `is` answer for cells
 * of the whole drawing and of what is left.
 */
function isGone(x: number, y: number, was: Probe, is: Probe): boolean {
  if (is(x, y)) return false
  if (was(x, y)) return true
  let touched = false
  for (let dy = -1; dy <= 1; dy++)
    for (let dx = -1; dx <= 1; dx++) {
      if (is(x + dx, y + dy)) return false
      touched ||= was(x + dx, y + dy)
    }
  return touched
}
type Probe = (x: number, y: number) => boolean

/** A frame of a drawing with the cells taken out that are not left: a canvas as large as the frame. */
export function crumbled(
  picture: Picture,
  actor: Actor,
  frame: FrameDoc,
  left: readonly number[],
  gone: number,
): OffscreenCanvas {
  const known = worn.get(left)
  if (known !== undefined && known.picture === picture && known.frame === frame && known.gone === gone)
    return known.canvas
  const canvas = known?.canvas ?? new OffscreenCanvas(frame.w, frame.h)
  canvas.width = frame.w
  canvas.height = frame.h
  const ink = canvas.getContext('2d')!
  ink.drawImage(picture, frame.x, frame.y, frame.w, frame.h, 0, 0, frame.w, frame.h)
  const cells = grain(actor)
  const across = canvasWidth(actor.sprite, frame) / cells.w
  const down = canvasHeight(actor.sprite, frame) / cells.h
  const [ox, oy] = [frame.ox ?? 0, frame.oy ?? 0]
  const inside = (x: number, y: number) => x >= 0 && y >= 0 && x < cells.w && y < cells.h
  const was: Probe = (x, y) => inside(x, y) && isLeft(cells, cells.full, x, y)
  const is: Probe = (x, y) => inside(x, y) && isLeft(cells, left, x, y)
  for (let y = 0; y < cells.h; y++)
    for (let x = 0; x < cells.w; x++) {
      if (!isGone(x, y, was, is)) continue
      const [px, py] = [Math.round(x * across), Math.round(y * down)]
      ink.clearRect(px - ox, py - oy, Math.round((x + 1) * across) - px, Math.round((y + 1) * down) - py)
    }
  worn.set(left, { picture, frame, gone, canvas })
  return canvas
}

import { canvasHeight, canvasWidth } from '../game/clips'
import type { SpriteContent } from '../kinds/drawing'
import type { Point } from '../game/types'
import { drawnBox, type Rect } from './pixels'
import { inCanvas, type PixelsOf } from './place'

/** A sprite's first frame and where its pivot stands, world units. */
export interface Standing {
  sprite: SpriteContent
  of: PixelsOf
  x: number
  y: number
}

interface Ink {
  left: number
  top: number
  width: number
  height: number
  /** Whether there is ink at a point, world units. */
  at(x: number, y: number): boolean
}

/** Opaque enough to be seen. */
const SEEN = 96

function inkOf({ sprite, of, x, y }: Standing): Ink {
  const frame = Object.values(sprite.clips)[0]!.frames[0]!
  const { width: columns, height: rows, data } = inCanvas(sprite, frame, of)
  const { height } = sprite
  const width = (height * canvasWidth(sprite, frame)) / canvasHeight(sprite, frame)
  const [left, top] = [x - sprite.pivot.x * width, y - sprite.pivot.y * height]
  return {
    ...{ left, top, width, height },
    at(px, py) {
      const column = Math.floor(((px - left) / width) * columns)
      const row = Math.floor(((py - top) / height) * rows)
      return (
        column >= 0 && row >= 0 && column < columns && row < rows && data[(row * columns + column) * 4 + 3]! >= SEEN
      )
    },
  }
}

/** The middle of what is drawn, world units; of a drawing without ink that of its frame. */
export function middleOf({ sprite, of, x, y }: Standing): Point {
  const frame = Object.values(sprite.clips)[0]!.frames[0]!
  const pixels = inCanvas(sprite, frame, of)
  const box = drawnBox(pixels) ?? { x: 0, y: 0, w: pixels.width, h: pixels.height }
  const k = sprite.height / pixels.height
  return {
    x: x + (box.x + box.w / 2 - sprite.pivot.x * pixels.width) * k,
    y: y + (box.y + box.h / 2 - sprite.pivot.y * pixels.height) * k,
  }
}

/** Points each way that a drawing is looked at in. */
const GRID = 72

/** How much of a thing's ink, 0 to 1, is not behind another's, and the box it is in (0..1 of the thing's frame). */
export function beyond(thing: Standing, behind: Standing): { share: number; box: Rect } {
  const own = inkOf(thing)
  const cover = inkOf(behind)
  let all = 0
  let out = 0
  let [x0, y0, x1, y1] = [1, 1, 0, 0]
  for (let row = 0; row < GRID; row++)
    for (let column = 0; column < GRID; column++) {
      const [u, v] = [(column + 0.5) / GRID, (row + 0.5) / GRID]
      const [x, y] = [own.left + u * own.width, own.top + v * own.height]
      if (!own.at(x, y)) continue
      all++
      if (cover.at(x, y)) continue
      out++
      x0 = Math.min(x0, u)
      y0 = Math.min(y0, v)
      x1 = Math.max(x1, u)
      y1 = Math.max(y1, v)
    }
  const box = out === 0 ? { x: 0, y: 0, w: 0, h: 0 } : { x: x0, y: y0, w: x1 - x0, h: y1 - y0 }
  return { share: all === 0 ? 0 : out / all, box }
}

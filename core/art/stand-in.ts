import type { SpriteContent } from '../kinds/drawing'
import { drawnBox, type Pixels } from './pixels'
import { type PixelsOf, inCanvas, framesOf } from './place'

/** Box of what is drawn, 0..1 of its canvas; the whole canvas when nothing is. */
export interface DrawnBox {
  x: number
  y: number
  w: number
  h: number
}

export function drawnShare(pixels: Pixels): DrawnBox {
  const box = drawnBox(pixels, 32)
  if (box === null) return { x: 0, y: 0, w: 1, h: 1 }
  return { x: box.x / pixels.width, y: box.y / pixels.height, w: box.w / pixels.width, h: box.h / pixels.height }
}

const round = (value: number): number => Math.round(value * 10000) / 10000

/**
 * Lets a new drawing stand where the template's stood: its pivot lies in the drawing (not in the air around it) where
 * the template's lies in its own, and what is drawn is shown as high as the template's is. So feet stay on the ground
 * however much empty canvas a file has.
 */
export function standIn(
  sprite: SpriteContent,
  drawn: DrawnBox,
  like: SpriteContent,
  likeDrawn: DrawnBox,
): SpriteContent {
  const along = (pivot: number, from: number, length: number) => (pivot - from) / length
  const clamp = (value: number) => Math.max(-1, Math.min(2, round(value)))
  return {
    ...sprite,
    pivot: {
      x: clamp(drawn.x + drawn.w * along(like.pivot.x, likeDrawn.x, likeDrawn.w)),
      y: clamp(drawn.y + drawn.h * along(like.pivot.y, likeDrawn.y, likeDrawn.h)),
    },
    height: Math.max(0.1, Math.min(10, round((like.height * likeDrawn.h) / drawn.h))),
  }
}

/** A drawing that was changed stands again where the template's stands: air that came or went around it is left out. */
export function standAgain(
  sprite: SpriteContent,
  of: PixelsOf,
  like: SpriteContent,
  likeOf: PixelsOf | null,
): SpriteContent {
  const drawn = (one: SpriteContent, pixels: PixelsOf) => drawnShare(inCanvas(one, framesOf(one)[0]!, pixels))
  const likeDrawn = likeOf === null ? { x: 0, y: 0, w: 1, h: 1 } : drawn(like, likeOf)
  return standIn(sprite, drawn(sprite, of), like, likeDrawn)
}

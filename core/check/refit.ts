import { FULL_BOX, outlineOf } from '../art/outline'
import { inCanvas } from '../art/place'
import type { Pixels } from '../art/pixels'
import type { SpriteContent } from '../kinds/drawing'
import { firstFrame } from './rule'

/** The sprite with its hit shape fitted to the outline of its first frame; `pixels` is that frame's whole asset. */
export function fitSprite(sprite: SpriteContent, pixels: Pixels): SpriteContent {
  const frame = firstFrame(sprite)
  return { ...sprite, hitShape: outlineOf(inCanvas(sprite, frame, () => pixels)) ?? FULL_BOX.map((p) => ({ ...p })) }
}

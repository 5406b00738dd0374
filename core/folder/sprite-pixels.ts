import { type PixelsOf, framesOf } from '../art/place'
import { broken } from '../art/take-in'
import type { Pixels } from '../art/pixels'
import type { SpriteContent } from '../kinds/drawing'

/** Decoded pixels of every file a sprite's frames lie in. Throws a UserError where one is gone. */
export async function pixelsOfSprite(
  sprite: SpriteContent,
  place: { pixels(hash: string): Promise<Pixels | null> },
): Promise<PixelsOf> {
  const found = new Map<string, Pixels>()
  for (const hash of new Set(framesOf(sprite).map((frame) => frame.asset))) {
    const pixels = await place.pixels(hash)
    if (pixels === null) throw broken('A picture of this part')
    found.set(hash, pixels)
  }
  return (hash) => found.get(hash)!
}

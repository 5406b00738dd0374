import { crop, looksLikePixelArt } from '../../art/pixels'
import { firstFrame } from '../rule'
import { spriteRule } from '../sprite-rule'
import { LIMITS } from '../thresholds'

export const pictureSmall = spriteRule({
  id: 'picture-small',
  severity: 'know',
  about: 'A drawing has far fewer pixels than it is shown with, so it looks soft.',
  async look(_ctx, { sprite }, of) {
    const frame = firstFrame(sprite)
    const shown = sprite.height * LIMITS.pixelsPerUnit
    if (frame.h >= shown * LIMITS.undersize || looksLikePixelArt(crop(of(frame.asset), frame))) return null
    return { facts: { height: frame.h, shown: Math.round(shown) } }
  },
})

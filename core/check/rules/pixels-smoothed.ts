import { crop, looksLikePixelArt } from '../../art/pixels'
import { firstFrame } from '../rule'
import { spriteRule } from '../sprite-rule'
import { LIMITS } from '../thresholds'

export const pixelsSmoothed = spriteRule({
  id: 'pixels-smoothed',
  severity: 'should',
  about: 'Pixel art is shown with smoothing, so its edges blur.',
  safe: true,
  async look(_ctx, { sprite }, of) {
    const frame = firstFrame(sprite)
    const enlarged = sprite.height * LIMITS.pixelsPerUnit > frame.h * 1.5
    if (sprite.crisp || !enlarged || !looksLikePixelArt(crop(of(frame.asset), frame))) return null
    return { facts: { height: frame.h } }
  },
  fixName: (name) => `Keep the pixels of ${name} crisp`,
  fix: async (_ctx, { sprite }) => ({ sprite: { ...sprite, crisp: true } }),
})

import { drawnBox } from '../../art/pixels'
import { inCanvas, type PixelsOf } from '../../art/place'
import type { SpriteContent } from '../../kinds/drawing'
import { firstFrame } from '../rule'
import { pixelsOfSprite, spriteRule } from '../sprite-rule'
import { LIMITS } from '../thresholds'

interface Standing {
  /** Drawn box, 0..1 of the canvas. */
  box: { x: number; y: number; w: number; h: number }
  /** Where in that box the pivot is; 0..1, over or under outside of it. */
  at: { x: number; y: number }
}

function standing(sprite: SpriteContent, of: PixelsOf): Standing | null {
  const pixels = inCanvas(sprite, firstFrame(sprite), of)
  const drawn = drawnBox(pixels)
  if (drawn === null) return null
  const box = {
    x: drawn.x / pixels.width,
    y: drawn.y / pixels.height,
    w: drawn.w / pixels.width,
    h: drawn.h / pixels.height,
  }
  return { box, at: { x: (sprite.pivot.x - box.x) / box.w, y: (sprite.pivot.y - box.y) / box.h } }
}

/** The point that sits on its place in the world: off it, a figure floats or sinks into the ground. */
export const pivotOff = spriteRule({
  id: 'pivot-off',
  severity: 'should',
  engine: true,
  about: 'The pivot is not where the template’s is on its drawing: at the feet, or in the middle.',
  async look(ctx, { sprite, reference }, of) {
    const theirs = await pixelsOfSprite(ctx, reference)
    const own = standing(sprite, of)
    const there = theirs === null ? null : standing(reference, theirs)
    if (own === null || there === null) return null
    const off = Math.hypot(own.at.x - there.at.x, own.at.y - there.at.y)
    if (off <= LIMITS.pivotOff) return null
    return { facts: { percent: Math.round(off * 100), below: own.at.y > there.at.y ? 1 : 0 } }
  },
  fixName: (name) => `Put the pivot of ${name} where the template has it`,
  async fix(ctx, { sprite, reference }, of) {
    const theirs = await pixelsOfSprite(ctx, reference)
    const own = standing(sprite, of)
    const there = theirs === null ? null : standing(reference, theirs)
    if (own === null || there === null) return null
    const clamp = (value: number) => Math.max(-1, Math.min(2, value))
    const pivot = {
      x: clamp(own.box.x + there.at.x * own.box.w),
      y: clamp(own.box.y + there.at.y * own.box.h),
    }
    return { sprite: { ...sprite, pivot } }
  },
})

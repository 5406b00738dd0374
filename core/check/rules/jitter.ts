import { driftOf } from '../../art/align'
import { crop } from '../../art/pixels'
import { aligned, canvasOf, type PixelsOf } from '../../art/place'
import type { SpriteContent } from '../../kinds/drawing'
import { frameEvidence, pixelsOfSprite, spriteRule } from '../sprite-rule'
import { LIMITS } from '../thresholds'

/** How far feet move over a clip, in canvas heights, and the frame that is furthest off. */
function drift(sprite: SpriteContent, clip: string, of: PixelsOf): { far: number; frame: number } {
  const frames = sprite.clips[clip]?.frames ?? []
  const canvas = canvasOf(sprite)
  const moves = driftOf(
    frames.map((frame) => ({ pixels: crop(of(frame.asset), frame), ox: frame.ox ?? 0, oy: frame.oy ?? 0 })),
    'feet',
    canvas,
  )
  const far = moves.map(({ dx, dy }) => Math.hypot(dx, dy) / canvas.h)
  const most = Math.max(0, ...far)
  return { far: most, frame: Math.max(0, far.indexOf(most)) }
}

/** The clip in which it only stands: the first one it has. */
const standing = (sprite: SpriteContent): string => Object.keys(sprite.clips)[0]!

/** The template's pivot tells: at the feet of what stands, in the middle of what flies or falls. */
const standsOnFeet = ({ pivot }: SpriteContent): boolean => pivot.y > 0.8

/** Things that are stood on by feet must not slide under them; what flies or falls may. */
export const jitter = spriteRule({
  id: 'jitter',
  severity: 'should',
  about: 'The drawing drifts from frame to frame while the pivot stays.',
  async look(ctx, { sprite, reference }, of) {
    if (!standsOnFeet(reference)) return null
    const clip = standing(sprite)
    const own = drift(sprite, clip, of)
    const theirs = await pixelsOfSprite(ctx, reference)
    const allowed = theirs === null ? 0 : drift(reference, standing(reference), theirs).far
    if (own.far <= LIMITS.drift + allowed) return null
    return {
      facts: { clip, percent: Math.round(own.far * 100) },
      evidence: frameEvidence(sprite, sprite.clips[clip]!.frames[own.frame]),
    }
  },
  fixName: (name) => `Line up the frames of ${name}`,
  fix: async (_ctx, { sprite }, of) => ({ sprite: aligned(sprite, standing(sprite), 'feet', of).sprite }),
})

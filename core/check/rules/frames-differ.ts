import { onOneCanvas, framesOf } from '../../art/place'
import { spriteRule } from '../sprite-rule'

/** Each frame is scaled to the same height, so a smaller canvas makes the drawing jump. */
export const unequalFrames = spriteRule({
  id: 'frames-differ',
  severity: 'should',
  about: 'Frames of one sprite have canvases of different sizes.',
  safe: true,
  async look(_ctx, { sprite }) {
    if (sprite.canvas !== undefined) return null
    const sizes = new Set(framesOf(sprite).map((frame) => `${frame.w} × ${frame.h}`))
    const [first, second] = [...sizes]
    return second === undefined ? null : { facts: { count: sizes.size, first: first!, second } }
  },
  fixName: (name) => `Put all frames of ${name} on one canvas`,
  fix: async (_ctx, { sprite }) => ({ sprite: onOneCanvas(sprite) }),
})

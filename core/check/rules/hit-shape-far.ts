import { fairness } from '../../art/outline'
import { inCanvas } from '../../art/place'
import { fitSprite } from '../refit'
import { firstAsset, firstBox, firstFrame, standingSprites, replaceSprite, spriteAt, type Rule } from '../rule'
import { LIMITS } from '../thresholds'

/** Touches what is not there, or misses what is. */
export const hitShapeFar: Rule = {
  id: 'hit-shape-far',
  severity: 'should',
  engine: true,
  about: 'A hit shape is far larger or smaller than the drawing, compared with the template’s.',
  subjects: (ctx) => standingSprites(ctx).map((one) => one.subject),
  reads: (ctx, subject) => {
    const at = spriteAt(ctx, subject)
    return [at?.sprite.hitShape, at?.sprite.canvas, at && firstFrame(at.sprite), at?.reference.hitShape]
  },
  async run(ctx, subject) {
    const at = spriteAt(ctx, subject)!
    const own = await ctx.pixels(firstAsset(at.sprite))
    const theirs = await ctx.pixels(firstAsset(at.reference))
    if (own === null || theirs === null) return []
    const frame = firstFrame(at.sprite)
    const here = fairness(
      at.sprite.hitShape,
      inCanvas(at.sprite, frame, () => own),
    )
    const there = fairness(
      at.reference.hitShape,
      inCanvas(at.reference, firstFrame(at.reference), () => theirs),
    )
    const ratio = here / there
    if (!Number.isFinite(ratio) || (ratio <= LIMITS.fairnessHigh && ratio >= LIMITS.fairnessLow)) return []
    return [
      {
        facts: {
          name: at.name,
          percent: Math.round(here * 100),
          template: Math.round(there * 100),
          larger: ratio > 1 ? 1 : 0,
        },
        evidence: {
          kind: 'picture',
          asset: frame.asset,
          frame: firstBox(at.sprite),
          boxes: [],
          shape: at.sprite.hitShape,
        },
      },
    ]
  },
  async fix(ctx, finding) {
    const at = spriteAt(ctx, finding.subject)
    const pixels = at === undefined ? null : await ctx.pixels(firstAsset(at.sprite))
    if (at === undefined || pixels === null) return null
    return {
      name: `Fit the hit shape of ${at.name}`,
      command: replaceSprite(ctx, finding.subject, fitSprite(at.sprite, pixels)),
      bytes: {},
    }
  },
}

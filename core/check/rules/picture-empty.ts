import { coverage, crop } from '../../art/pixels'
import { firstFrame, ownParts, ownSprites, spriteAt, type Rule } from '../rule'

/** Nothing is drawn: the thing is there, and nobody sees it. */
export const pictureEmpty: Rule = {
  id: 'picture-empty',
  severity: 'must',
  about: 'Nothing is drawn on a picture or on the first frame of a sprite.',
  subjects: (ctx) => [
    ...ownSprites(ctx).map((one) => one.subject),
    ...ownParts(ctx, 'picture').map(({ spec }) => ({ part: spec.id })),
  ],
  reads: (ctx, subject) => spriteAt(ctx, subject)?.sprite.clips ?? ctx.pack.parts[subject.part!],
  async run(ctx, subject) {
    const at = spriteAt(ctx, subject)
    const content = ctx.pack.parts[subject.part!]
    const frame = at === undefined ? null : firstFrame(at.sprite)
    const asset = frame?.asset ?? (content?.kind === 'picture' ? content.asset : '')
    const pixels = await ctx.pixels(asset)
    if (pixels === null || coverage(frame === null ? pixels : crop(pixels, frame)) > 0.001) return []
    const name = at?.name ?? ctx.template.parts.find((spec) => spec.id === subject.part)?.name ?? ''
    return [{ facts: { name }, evidence: { kind: 'figure', text: 'empty' } }]
  },
}

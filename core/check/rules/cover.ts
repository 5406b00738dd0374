import { colourShares, isBlank } from '../../art/likeness'
import { assetsOf } from '../../kinds'
import { contentOf } from '../../pack/pack'
import type { CheckContext, Rule } from '../rule'
import { LIMITS } from '../thresholds'

/** Colours of every picture and sprite of the game, as boxes of colour that hold at least 0.5 % of one of them. */
async function gameColours(ctx: CheckContext): Promise<Set<number>> {
  const found = new Set<number>()
  for (const spec of ctx.template.parts) {
    const content = contentOf(ctx.pack, ctx.template, spec.id)!
    if (content.kind !== 'picture' && content.kind !== 'sprite' && content.kind !== 'cast') continue
    for (const hash of assetsOf(content)) {
      const pixels = await ctx.pixels(hash)
      if (pixels !== null) colourShares(pixels).forEach((share, bin) => share >= 0.005 && found.add(bin))
    }
  }
  return found
}

/** A cover that shows another game is the commonest reason for a letter back. */
export const cover: Rule = {
  id: 'cover',
  severity: 'must',
  about:
    'The cover is missing, blank, of another shape than 16 : 10, or its colours are not those of the game’s own pictures.',
  subjects: () => [{ field: 'cover' }],
  reads: (ctx) => [
    ctx.pack.label.cover,
    ...ctx.template.parts.map((spec) => assetsOf(contentOf(ctx.pack, ctx.template, spec.id)!)),
  ],
  async run(ctx) {
    const hash = ctx.pack.label.cover
    if (hash === null) return [{ facts: { problem: 'missing' }, evidence: { kind: 'figure', text: 'no cover' } }]
    const pixels = await ctx.pixels(hash)
    const picture = { kind: 'picture' as const, asset: hash, boxes: [], shape: [] }
    if (pixels === null || isBlank(pixels)) return [{ facts: { problem: 'blank' }, evidence: picture }]
    const off = Math.abs(pixels.width / pixels.height / 1.6 - 1)
    if (off > LIMITS.coverShape)
      return [
        {
          facts: { problem: 'shape', size: `${pixels.width} × ${pixels.height}` },
          evidence: picture,
          severity: 'should' as const,
        },
      ]
    const game = await gameColours(ctx)
    let share = 0
    colourShares(pixels).forEach((part, bin) => {
      if (game.has(bin)) share += part
    })
    if (share >= LIMITS.coverLikeness) return []
    return [{ facts: { problem: 'unlike', percent: Math.round(share * 100) }, evidence: picture, severity: 'should' }]
  },
}

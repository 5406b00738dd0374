import { contentOf } from '../../pack/pack'
import { hasMeaning, meaning } from '../../kinds/field'
import { firstAsset, firstBox, type Rule } from '../rule'

/** A good thing worth nothing, or a bad thing that does no harm: players learn to ignore it. */
export const castIdle: Rule = {
  id: 'cast-idle',
  severity: 'should',
  engine: true,
  about: 'A good thing brings no points, or a bad one does no harm.',
  subjects: (ctx) =>
    ctx.template.parts.filter((spec) => spec.content.kind === 'cast').map((spec) => ({ part: spec.id })),
  reads: (ctx, { part }) => contentOf(ctx.pack, ctx.template, part!),
  async run(ctx, { part }) {
    const spec = ctx.template.parts.find((one) => one.id === part)!
    const cast = contentOf(ctx.pack, ctx.template, spec.id)
    const { role, fields = [] } = spec
    if (cast?.kind !== 'cast' || role === undefined) return []
    // Where entries say nothing of either, what they do is the rules' matter.
    if (!hasMeaning(fields, 'harm') && !hasMeaning(fields, 'score')) return []
    return cast.entries
      .filter((entry) => {
        if (hasMeaning(fields, 'share') && meaning(fields, entry, 'share') <= 0) return false
        const score = meaning(fields, entry, 'score')
        return role === 'good' ? score <= 0 : meaning(fields, entry, 'harm') <= 0 && score >= 0
      })
      .map((entry) => ({
        facts: { name: entry.name, role },
        subject: { part: spec.id, entry: entry.id },
        evidence: {
          kind: 'picture' as const,
          asset: firstAsset(entry.sprite),
          frame: firstBox(entry.sprite),
          boxes: [],
          shape: [],
        },
      }))
  },
}

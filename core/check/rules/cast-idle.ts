import { contentOf } from '../../pack/pack'
import { firstAsset, firstBox, type Rule } from '../rule'

/** A good thing worth nothing, or a bad thing that does no harm: players learn to ignore it. */
export const castIdle: Rule = {
  id: 'cast-idle',
  severity: 'should',
  about: 'A good thing brings no points, or a bad one does no harm.',
  subjects: (ctx) =>
    ctx.template.parts.filter((spec) => spec.content.kind === 'cast').map((spec) => ({ part: spec.id })),
  reads: (ctx, { part }) => contentOf(ctx.pack, ctx.template, part!),
  async run(ctx, { part }) {
    const spec = ctx.template.parts.find((one) => one.id === part)!
    const cast = contentOf(ctx.pack, ctx.template, spec.id)
    if (cast?.kind !== 'cast') return []
    return cast.entries
      .filter(
        (entry) => entry.often > 0 && (spec.role === 'good' ? entry.points <= 0 : entry.harm <= 0 && entry.points >= 0),
      )
      .map((entry) => ({
        facts: { name: entry.name, role: spec.role ?? 'good' },
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

import { contentOf } from '../../pack/pack'
import { ownParts, type Rule } from '../rule'

/** The game starts, and nothing comes. */
export const castEmpty: Rule = {
  id: 'cast-empty',
  severity: 'must',
  about: 'A cast that the game needs has nobody in it, or nobody of it ever comes.',
  subjects: (ctx) => ownParts(ctx, 'cast').flatMap(({ spec }) => (spec.role === 'good' ? [{ part: spec.id }] : [])),
  reads: (ctx, { part }) => contentOf(ctx.pack, ctx.template, part!),
  async run(ctx, { part }) {
    const content = ctx.pack.parts[part!]
    if (content?.kind !== 'cast' || content.entries.some((entry) => entry.often > 0)) return []
    const name = ctx.template.parts.find((spec) => spec.id === part)?.name ?? ''
    return [{ facts: { name, entries: content.entries.length }, evidence: { kind: 'figure', text: 'nobody' } }]
  },
}

import type { CastEntry } from '../../kinds/cast'
import { hasMeaning, meaning } from '../../kinds/field'
import { contentOf } from '../../pack/pack'
import { ownParts, type Rule } from '../rule'

/** The game starts, and nothing comes. */
export const castEmpty: Rule = {
  id: 'cast-empty',
  severity: 'must',
  engine: true,
  about: 'A cast that the game needs has nobody in it, or nobody of it ever comes.',
  subjects: (ctx) => ownParts(ctx, 'cast').flatMap(({ spec }) => (spec.role === 'good' ? [{ part: spec.id }] : [])),
  reads: (ctx, { part }) => contentOf(ctx.pack, ctx.template, part!),
  async run(ctx, { part }) {
    const content = ctx.pack.parts[part!]
    const { name, fields = [] } = ctx.template.parts.find((spec) => spec.id === part)!
    const comes = (entry: CastEntry) => !hasMeaning(fields, 'share') || meaning(fields, entry, 'share') > 0
    if (content?.kind !== 'cast' || content.entries.some(comes)) return []
    return [{ facts: { name, entries: content.entries.length }, evidence: { kind: 'figure', text: 'nobody' } }]
  },
}

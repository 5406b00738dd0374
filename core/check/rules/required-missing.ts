import { contentOf } from '../../pack/pack'
import { lacking } from '../../template/requires'
import type { Rule } from '../rule'

/** The game cannot run at all. */
export const requiredMissing: Rule = {
  id: 'required-missing',
  severity: 'must',
  about: 'Something that the game cannot run without has not been filled in.',
  subjects: (ctx) => (ctx.template.requires ?? []).map(({ part }) => ({ part })),
  reads: (ctx, { part }) => contentOf(ctx.pack, ctx.template, part!),
  async run(ctx, { part }) {
    const found = lacking(ctx.template, ctx.pack).find((one) => one.part === part)
    if (found === undefined) return []
    const name = ctx.template.parts.find((spec) => spec.id === part)?.name ?? part!
    return [{ facts: { name, say: found.say }, evidence: { kind: 'figure', text: 'nothing' } }]
  },
}

import type { Rule } from '../rule'

/** Somebody made the game that a folder was: without their terms nobody may change it and show it to all. */
export const termsUnknown: Rule = {
  id: 'terms-unknown',
  severity: 'must',
  about: 'Nothing says on what terms the game that came as a folder may be changed and shown.',
  subjects: (ctx) => (ctx.template.kind === 'folder' ? [{}] : []),
  reads: (ctx) => [ctx.template.licence, ctx.pack.label.visibility],
  async run(ctx) {
    if (ctx.template.licence !== '') return []
    const { name } = ctx.template
    const severity = ctx.pack.label.visibility === 'public' ? 'must' : 'should'
    return [{ facts: { name }, evidence: { kind: 'figure', text: 'no licence' }, severity }]
  },
}

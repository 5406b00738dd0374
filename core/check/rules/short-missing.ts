import type { Rule } from '../rule'

export const shortMissing: Rule = {
  id: 'short-missing',
  severity: 'should',
  about: 'The one-line text under the title is missing.',
  subjects: () => [{ field: 'short' }],
  reads: (ctx) => ctx.pack.label.short,
  async run(ctx) {
    return ctx.pack.label.short.trim() === '' ? [{ facts: {}, evidence: { kind: 'figure', text: '…' } }] : []
  },
}

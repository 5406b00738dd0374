import type { Rule } from '../rule'

export const howToMissing: Rule = {
  id: 'how-to-missing',
  severity: 'should',
  about: 'The label does not say how to play.',
  subjects: () => [{ field: 'howTo' }],
  reads: (ctx) => ctx.pack.label.howTo,
  async run(ctx) {
    return ctx.pack.label.howTo.some((step) => step.trim() !== '')
      ? []
      : [{ facts: {}, evidence: { kind: 'figure', text: '1. …' } }]
  },
}

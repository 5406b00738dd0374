import { ownParts, type Rule } from '../rule'

export const wordsEmpty: Rule = {
  id: 'words-empty',
  severity: 'must',
  about: 'A wording is empty.',
  subjects: (ctx) => ownParts(ctx, 'wording').map(({ spec }) => ({ part: spec.id })),
  reads: (ctx, { part }) => ctx.pack.parts[part!],
  async run(ctx, { part }) {
    const { spec, content } = ownParts(ctx, 'wording').find((one) => one.spec.id === part)!
    if (content.text.trim() !== '') return []
    return [{ facts: { name: spec.name }, evidence: { kind: 'figure', text: '“ ”' } }]
  },
}

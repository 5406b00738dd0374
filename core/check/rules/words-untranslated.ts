import { missingIn, textsOf } from '../../wording/texts'
import type { Rule } from '../rule'

/** Texts that another language of the game does not have: they stay in the first one. */
export const wordsUntranslated: Rule = {
  id: 'words-untranslated',
  severity: 'know',
  about: 'Some texts are missing in another language of the game.',
  subjects: (ctx) => (ctx.pack.languages.length > 0 ? [{}] : []),
  reads: (ctx) => [ctx.pack.languages, ctx.pack.parts],
  async run(ctx) {
    const texts = textsOf(ctx.template, ctx.pack)
    return ctx.pack.languages.flatMap(({ name, words }) => {
      const missing = missingIn(texts, words)
      if (missing.length === 0) return []
      return [
        {
          facts: { language: name, count: missing.length, first: missing[0]!.name },
          evidence: { kind: 'figure' as const, text: `${texts.length - missing.length} of ${texts.length}` },
          subject: { part: missing[0]!.spec.id },
        },
      ]
    })
  },
}

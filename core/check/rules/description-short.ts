import type { Rule } from '../rule'
import { LIMITS } from '../thresholds'

export const descriptionShort: Rule = {
  id: 'description-short',
  severity: 'must',
  about: 'The description is missing, under 40 letters, the template’s, or says only the title again.',
  subjects: () => [{ field: 'description' }],
  reads: (ctx) => [ctx.pack.label.description, ctx.pack.label.title, ctx.template.tagline],
  async run(ctx) {
    const text = ctx.pack.label.description.trim()
    const title = ctx.pack.label.title.trim()
    const repeats = title !== '' && text.toLowerCase().replaceAll(title.toLowerCase(), '').trim().length < 12
    const theirs = text.toLowerCase() === ctx.template.tagline.toLowerCase()
    if (text.length >= LIMITS.shortDescription && !repeats && !theirs) return []
    const problem = theirs
      ? 'template'
      : text === ''
        ? 'missing'
        : text.length < LIMITS.shortDescription
          ? 'short'
          : 'repeats'
    return [
      {
        facts: { problem, letters: text.length, least: LIMITS.shortDescription },
        evidence: { kind: 'figure', text: `${text.length} / ${LIMITS.shortDescription}` },
      },
    ]
  },
}

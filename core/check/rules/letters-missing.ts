import { textsOf } from '../../wording/texts'
import { glyphsOf, letteringOf } from '../lettering'
import type { CheckContext, Rule } from '../rule'

/** Letters of each part's texts, in all languages. */
function lettersIn(ctx: CheckContext, part: string): string {
  const texts = textsOf(ctx.template, ctx.pack).filter((one) => one.spec.id === part)
  return texts.map((one) => one.text + ctx.pack.languages.map(({ words }) => words[one.key] ?? '').join('')).join('')
}

/** A typeface that lacks letters of the game's words: other letters stand in, or nothing does. */
export const lettersMissing: Rule = {
  id: 'letters-missing',
  severity: 'should',
  about: 'The lettering lacks letters that the words use.',
  subjects: (ctx) => ctx.template.parts.filter((spec) => spec.box !== undefined).map((spec) => ({ part: spec.id })),
  reads: (ctx, { part }) => [lettersIn(ctx, part!), letteringOf(ctx), ctx.pack.parts['typeface']],
  async run(ctx, { part }) {
    const has = await glyphsOf(ctx)
    if (has === null) return []
    const lacking = [...new Set(lettersIn(ctx, part!))].filter((letter) => letter.trim() !== '' && !has(letter))
    if (lacking.length === 0) return []
    const name = ctx.template.parts.find((spec) => spec.id === part)!.name
    const letters = lacking.slice(0, 12).join(' ')
    return [{ facts: { name, letters, count: lacking.length }, evidence: { kind: 'figure', text: letters } }]
  },
}

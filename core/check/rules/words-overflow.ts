import { contentOf } from '../../pack/pack'
import { fitText, scaleThatFits } from '../../wording/fit'
import { letteringOf, widthsOf } from '../lettering'
import type { Rule } from '../rule'

/** Letters outside of their box: cut off, or over something else. */
export const wordsOverflow: Rule = {
  id: 'words-overflow',
  severity: 'must',
  about: 'A wording does not fit its box at play size.',
  subjects: (ctx) => ctx.template.parts.filter((spec) => spec.box !== undefined).map((spec) => ({ part: spec.id })),
  reads: (ctx, { part }) => [contentOf(ctx.pack, ctx.template, part!), letteringOf(ctx)],
  async run(ctx, { part }) {
    const spec = ctx.template.parts.find((one) => one.id === part)!
    const content = contentOf(ctx.pack, ctx.template, spec.id)
    if (content?.kind !== 'wording' || spec.box === undefined) return []
    const widths = await widthsOf(ctx)
    const fit = fitText(content.text, spec.box, content.scale, widths)
    if (fit.fits) return []
    const scale = scaleThatFits(content.text, spec.box, widths)
    return [
      {
        facts: {
          name: spec.name,
          lines: fit.lines,
          over: Math.round((Math.max(fit.overWidth, fit.overLines) - 1) * 100),
          canShrink: scale === null ? 0 : 1,
        },
        evidence: { kind: 'words', text: content.text, overWidth: Math.max(fit.overWidth, fit.overLines) },
      },
    ]
  },
  async fix(ctx, finding) {
    const part = finding.subject.part!
    const spec = ctx.template.parts.find((one) => one.id === part)
    const content = contentOf(ctx.pack, ctx.template, part)
    if (content?.kind !== 'wording' || spec?.box === undefined) return null
    const scale = scaleThatFits(content.text, spec.box, await widthsOf(ctx))
    if (scale === null) return null
    return {
      name: `Make the letters of ${spec.name} smaller`,
      command: { type: 'set-part', part, content: { ...content, scale } },
      bytes: {},
    }
  },
}

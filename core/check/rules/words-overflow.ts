import { contentOf } from '../../pack/pack'
import { fitText, measureWith, scaleThatFits, type Fit } from '../../wording/fit'
import { textsOf, type GameText } from '../../wording/texts'
import { letteringOf, widthsOf } from '../lettering'
import type { CheckContext, Rule } from '../rule'

interface Told {
  of: GameText
  text: string
  language: string
}

/** A part's texts in every language of the game. */
function toldIn(ctx: CheckContext, part: string): Told[] {
  return textsOf(ctx.template, ctx.pack)
    .filter((one) => one.spec.id === part)
    .flatMap((of) => [
      { of, text: of.text, language: '' },
      ...ctx.pack.languages.flatMap(({ name, words }) => {
        const text = words[of.key]
        return text === undefined ? [] : [{ of, text, language: name }]
      }),
    ])
}

const measureFor = async (ctx: CheckContext, of: GameText) =>
  measureWith(of.box, await widthsOf(ctx, of.typeface === '' ? letteringOf(ctx) : of.typeface))

const over = (fit: Fit): number => Math.max(fit.overWidth, fit.overLines)

/** The letters at which all of them fit, null when some never do. */
async function scaleForAll(ctx: CheckContext, told: readonly Told[]): Promise<number | null> {
  let least = 1
  for (const { of, text } of told) {
    const scale = scaleThatFits(text, of.box, await measureFor(ctx, of))
    if (scale === null) return null
    least = Math.min(least, scale)
  }
  return least
}

/** Letters outside of their box: cut off, or over something else. */
export const wordsOverflow: Rule = {
  id: 'words-overflow',
  severity: 'must',
  safe: true,
  about: 'A wording does not fit its box at play size, in any of the game’s languages.',
  subjects: (ctx) =>
    ctx.template.parts
      .filter((spec) => spec.box !== undefined || spec.content.kind === 'story')
      .map((spec) => ({ part: spec.id })),
  reads: (ctx, { part }) => [
    contentOf(ctx.pack, ctx.template, part!),
    letteringOf(ctx),
    toldIn(ctx, part!).map((one) => one.text),
  ],
  async run(ctx, { part }) {
    const told = toldIn(ctx, part!)
    let worst: { told: Told; fit: Fit } | null = null
    for (const one of told) {
      const fit = fitText(one.text, one.of.box, one.of.letters, await measureFor(ctx, one.of))
      if (!fit.fits && (worst === null || over(fit) > over(worst.fit))) worst = { told: one, fit }
    }
    if (worst === null) return []
    const { of, text, language } = worst.told
    const canShrink = of.line === '' && (await scaleForAll(ctx, told)) !== null
    return [
      {
        facts: {
          name: language === '' ? of.name : `${of.name} (${language})`,
          lines: worst.fit.lines,
          over: Math.round((over(worst.fit) - 1) * 100),
          canShrink: canShrink ? 1 : 0,
        },
        evidence: { kind: 'words', text, overWidth: over(worst.fit) },
        fixable: canShrink,
      },
    ]
  },
  async fix(ctx, finding) {
    const part = finding.subject.part!
    const content = contentOf(ctx.pack, ctx.template, part)
    if (content?.kind !== 'wording') return null
    const told = toldIn(ctx, part)
    const shrinkTo = await scaleForAll(ctx, told)
    if (shrinkTo === null) return null
    return {
      name: `Make the letters of ${told[0]!.of.name} smaller`,
      command: { type: 'set-part', part, from: content, content: { ...content, shrinkTo } },
      bytes: {},
    }
  },
}

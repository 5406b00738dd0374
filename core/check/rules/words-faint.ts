import { crop } from '../../art/pixels'
import { SCREEN_PLANS, screenOf } from '../../game/screens'
import { STAGES } from '../../game/stage'
import { contentOf } from '../../pack/pack'
import { partWith } from '../../template/template'
import { LEAST_CONTRAST, textContrast } from '../../wording/contrast'
import { ownParts, type CheckContext, type Rule } from '../rule'

/** Letters from this height on (world units; a tenth of the stage's height is 1) count as large. */
const LARGE = 0.7

/** The picture behind a text: the backdrop in play and after it, else the start picture. */
function behind(ctx: CheckContext, part: string) {
  const opening = partWith(ctx.template, 'opening')?.id ?? ''
  const screen = screenOf(part, opening)
  const inPlay = screen === null || SCREEN_PLANS[screen].behind !== 'opening'
  const name = inPlay ? (partWith(ctx.template, 'backdrop')?.id ?? opening) : opening
  const content = contentOf(ctx.pack, ctx.template, name)
  return content?.kind === 'picture' ? content.asset : null
}

/** Letters in a colour of their own that do not stand out from what is behind them (WCAG 1.4.3). */
export const wordsFaint: Rule = {
  id: 'words-faint',
  severity: 'should',
  engine: true,
  about: 'A text’s own colour has too little contrast to what is behind it (WCAG 1.4.3).',
  safe: true,
  subjects: (ctx) =>
    ownParts(ctx, 'wording').flatMap(({ spec, content }) =>
      spec.box !== undefined && content.style?.colour !== undefined ? [{ part: spec.id }] : [],
    ),
  reads: (ctx, { part }) => [ctx.pack.parts[part!], behind(ctx, part!)],
  async run(ctx, { part }) {
    const spec = ctx.template.parts.find((one) => one.id === part)!
    const content = ctx.pack.parts[part!]
    const asset = behind(ctx, part!)
    const pixels = asset === null ? null : await ctx.pixels(asset)
    if (content?.kind !== 'wording' || content.style?.colour === undefined || pixels === null) return []
    const { x, y, w, h, size } = spec.box!
    const line = (content.style.outline ?? 0) > 0 ? (content.style.outlineColour ?? null) : null
    // The picture covers the stage; its middle is what is seen of it.
    const stage = STAGES[ctx.pack.stage]
    const scale = Math.min(pixels.width / stage.width, pixels.height / stage.height)
    const left = (pixels.width - stage.width * scale) / 2 + Math.max(0, x) * scale
    const top = (pixels.height - stage.height * scale) / 2 + Math.max(0, y) * scale
    const area = crop(pixels, {
      x: Math.floor(left),
      y: Math.floor(top),
      w: Math.max(1, Math.min(pixels.width - Math.floor(left), Math.round(w * scale))),
      h: Math.max(1, Math.min(pixels.height - Math.floor(top), Math.round(h * scale))),
    })
    const contrast = textContrast(content.style.colour, line, area)
    const least = size * content.scale >= LARGE ? LEAST_CONTRAST.large : LEAST_CONTRAST.plain
    if (contrast >= least) return []
    return [
      {
        facts: { name: spec.name, contrast: Math.round(contrast * 10) / 10, least },
        evidence: { kind: 'words', text: content.text, overWidth: 0 },
      },
    ]
  },
  async fix(ctx, { subject }) {
    const content = ctx.pack.parts[subject.part!]
    if (content?.kind !== 'wording' || content.style?.colour === undefined) return null
    const value = Number.parseInt(content.style.colour.slice(1), 16)
    const light = ((value >> 16) & 255) * 0.3 + ((value >> 8) & 255) * 0.59 + (value & 255) * 0.11 > 110
    const style = { ...content.style, outline: 0.14, outlineColour: light ? '#11131c' : '#ffffff' }
    return {
      name: 'Draw a line around faint letters',
      command: { type: 'set-part', part: subject.part!, from: content, content: { ...content, style } },
      bytes: {},
    }
  },
}

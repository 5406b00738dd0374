import { contentOf } from '../pack/pack'
import type { Widths } from '../wording/fit'
import { fontWidths } from '../wording/font'
import type { CheckContext } from './rule'

/** The font file the game is lettered in; null for the family that comes with every game, and for drawn letters. */
export function letteringOf(ctx: CheckContext): string | null {
  const content = contentOf(ctx.pack, ctx.template, 'typeface')
  return content?.kind === 'typeface' ? content.asset : null
}

const measured = new Map<string, Widths>()

/** Widths of the letters the game is really set in. A font that cannot be measured counts as the usual one. */
export async function widthsOf(ctx: CheckContext): Promise<Widths> {
  const asset = letteringOf(ctx)
  if (asset === null) return ctx.widths
  const known = measured.get(asset)
  if (known !== undefined) return known
  const bytes = await ctx.bytes(asset)
  if (bytes === null) return ctx.widths
  try {
    const widths = fontWidths('the lettering', bytes, ctx.widths)
    measured.set(asset, widths)
    return widths
  } catch {
    return ctx.widths
  }
}

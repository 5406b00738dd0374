import { contentOf } from '../pack/pack'
import type { Widths } from '../wording/fit'
import type { CheckContext } from './rule'

/** The reader of font files is large and rarely wanted: it is fetched when a game has a lettering of its own. */
const fontReader = () => import('../wording/font')

/** The font file the game is lettered in; null for the family that comes with every game, and for drawn letters. */
export function letteringOf(ctx: CheckContext): string | null {
  const content = contentOf(ctx.pack, ctx.template, 'typeface')
  return content?.kind === 'typeface' ? content.asset : null
}

const measured = new Map<string, Widths>()

/** Widths of the letters the game is really set in. A font that cannot be measured counts as the usual one. */
export async function widthsOf(ctx: CheckContext, asset: string | null = letteringOf(ctx)): Promise<Widths> {
  if (asset === null) return ctx.widths
  const known = measured.get(asset)
  if (known !== undefined) return known
  const bytes = await ctx.bytes(asset)
  if (bytes === null) return ctx.widths
  try {
    const widths = (await fontReader()).fontWidths('the lettering', bytes, ctx.widths)
    measured.set(asset, widths)
    return widths
  } catch {
    return ctx.widths
  }
}

/** Which letters the lettering has; null where the usual family stands, which the player's system fills up. */
export async function glyphsOf(ctx: CheckContext): Promise<((letter: string) => boolean) | null> {
  const content = contentOf(ctx.pack, ctx.template, 'typeface')
  if (content?.kind !== 'typeface') return null
  if (content.glyphs !== null) {
    const order = content.glyphs.order
    return (letter) =>
      order.includes(letter) || order.includes(letter.toUpperCase()) || order.includes(letter.toLowerCase())
  }
  const bytes = content.asset === null ? null : await ctx.bytes(content.asset)
  if (bytes === null) return null
  try {
    return (await fontReader()).lettersOf('the lettering', bytes)
  } catch {
    return null
  }
}

import { firstFrame } from '../rule'
import { spriteRule } from '../sprite-rule'

/** The last cells are cut off, or each begins a little later than it should. */
export const stripUneven = spriteRule({
  id: 'strip-uneven',
  severity: 'know',
  about: 'A strip cannot be divided evenly into its cells.',
  async look(_ctx, { sprite }, of) {
    const { columns, rows, marginX, marginY, gapX, gapY, cellW, cellH } = sprite.strip
    if ([marginX, marginY, gapX, gapY, cellW, cellH].some((value) => (value ?? 0) > 0)) return null
    const { width, height } = of(firstFrame(sprite).asset)
    if (width % columns === 0 && height % rows === 0) return null
    const wide = width % columns !== 0
    return { facts: { size: wide ? width : height, cells: wide ? columns : rows, wide: wide ? 1 : 0 } }
  },
})

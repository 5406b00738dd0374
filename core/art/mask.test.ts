import { describe, expect, it } from 'vitest'
import { ranks } from '../../tests/support/fixtures'
import { maskKey, SpriteContent } from '../kinds/drawing'
import { MOST_MASK } from '../kinds/values'
import { masked, maskedAgain, maskRows } from './mask'
import type { Pixels } from './pixels'
import { wishOf } from './swap'
import { spriteFromPicture } from './strip'

/** Drawn where `at` says so. */
function drawn(width: number, height: number, at: (x: number, y: number) => boolean): Pixels {
  const data = new Uint8ClampedArray(width * height * 4)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) if (at(x, y)) data.set([180, 90, 30, 255], (y * width + x) * 4)
  return { width, height, data }
}
const bits = ({ w, rows }: { w: number; rows: string[] }): string[] =>
  rows.map((row) =>
    [...row]
      .map((digit) => Number.parseInt(digit, 16).toString(2).padStart(4, '0'))
      .join('')
      .slice(0, w),
  )

describe('the mask of a drawing', () => {
  it('has a cell for each px of pixel art, enlarged or not, with its holes', () => {
    const at = (x: number, y: number) => Math.hypot(x - 9, y - 7) > 3 && (x * 7 + y * 3) % 11 > 2
    const ring = Array.from({ length: 15 }, (_, y) =>
      Array.from({ length: 19 }, (_, x) => (at(x, y) ? '1' : '0')).join(''),
    )
    expect(bits(maskRows(drawn(19, 15, at)))).toEqual(ring)
    expect(bits(maskRows(drawn(152, 120, (x, y) => at(x >> 3, y >> 3))))).toEqual(ring)
    // Of few and large px each is cut into equal pieces.
    expect(maskRows(drawn(60, 40, (x) => x < 20))).toMatchObject({ w: 48, h: 32 })
  })

  it('has at most so many cells, whatever the size', () => {
    const { w, h, rows } = maskRows(drawn(900, 300, (x) => x < 437))
    expect([w, h]).toEqual([MOST_MASK, 16])
    expect(rows).toEqual(Array.from({ length: 16 }, () => 'fffffe000000'))
  })

  it('goes with the drawing: one of an earlier frame is made anew, and fits the schema', () => {
    const spec = ranks.parts.find(({ id }) => id === 'shield')!
    const like = SpriteContent.parse(spec.content)
    expect(like.mask?.of).toBe(maskKey(like))
    const pixels = drawn(20, 12, (x, y) => x > 3 && (x + y) % 5 !== 0)
    const hash = 'a'.repeat(64)
    expect(wishOf(spec, like).crumbles).toBe(true)
    const sprite = masked(spriteFromPicture(hash, pixels, { columns: 1, rows: 1 }, wishOf(spec, like)), () => pixels)
    expect(SpriteContent.parse(sprite).mask).toMatchObject({ w: 20, h: 12 })
    expect(maskedAgain(sprite, () => pixels)).toBe(sprite)
    const moved = { ...sprite, canvas: { w: 24, h: 12 } }
    expect(maskedAgain(moved, () => pixels).mask).toMatchObject({ of: maskKey(moved), w: 24 })
    const { mask: _none, ...plain } = sprite
    expect(maskedAgain(plain, () => pixels)).toBe(plain)
  })

  it('is refused where its rows do not fit its size', () => {
    const like = SpriteContent.parse(ranks.parts.find(({ id }) => id === 'shield')!.content)
    for (const mask of [
      { ...like.mask!, h: like.mask!.h + 1 },
      { ...like.mask!, w: like.mask!.w - 8 },
      { ...like.mask!, rows: like.mask!.rows.map(() => 'xyz') },
    ])
      expect(SpriteContent.safeParse({ ...like, mask }).success).toBe(false)
  })
})

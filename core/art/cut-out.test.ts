import { describe, expect, it } from 'vitest'
import { picture } from '../../tests/support/fixtures'
import { enclosedPieces, flatBackdrop, keyOut } from './key-out'

type Ink = [number, number, number, number]
const MAGENTA: Ink = [255, 0, 255, 255]
const WHITE: Ink = [255, 255, 255, 255]

describe('a coloured box', () => {
  it('of a key colour is seen though the drawing touches the border', () => {
    const tall = picture(40, 60, (x) => (x > 8 && x < 32 ? [60, 120, 60, 255] : MAGENTA))
    expect(flatBackdrop(tall)).toMatchObject({ r: 255, g: 0, b: 255 })
    const wide = picture(60, 40, (x, y) => (y > 6 && y < 34 && x > 2 ? [200, 90, 10, 255] : WHITE))
    expect(flatBackdrop(wide)).toMatchObject({ r: 255, g: 255, b: 255 })
  })
  it('is not the outline of a crate, nor a picture of one colour', () => {
    const crate = picture(48, 48, (x, y) =>
      x === 0 || y === 0 || x === 47 || y === 47 ? [30, 20, 10, 255] : [150, 100 + ((x * 3) % 40), 50, 255],
    )
    expect(flatBackdrop(crate)).toBeNull()
    expect(flatBackdrop(picture(20, 20, () => [9, 90, 9, 255]))).toBeNull()
  })
  it('is told where the drawing encloses it', () => {
    const ring = picture(60, 60, (x, y) => {
      const far = Math.hypot(x - 30, y - 30)
      return far < 26 && far > 10 ? [180, 30, 30, 255] : WHITE
    })
    const cut = keyOut(ring, { r: 255, g: 255, b: 255 })
    const pieces = enclosedPieces(cut, { r: 255, g: 255, b: 255 }, 6)
    expect(pieces).toHaveLength(1)
    expect(pieces[0]!.w).toBeGreaterThan(15)
  })
})

import { describe, expect, it } from 'vitest'
import { disc } from '../../tests/support/fixtures'
import type { SpriteContent } from '../kinds/drawing'
import { beyond, middleOf, type Standing } from './beyond'

/** A disc of so many px in a picture of 100, drawn so high (world units), with its pivot at the feet. */
function standing(radius: number, height: number, x = 0, y = 0): Standing {
  const pixels = disc(100, radius, [200, 60, 40, 255])
  const frame = { asset: 'a', x: 0, y: 0, w: 100, h: 100, hold: 1 }
  const sprite = {
    kind: 'sprite',
    clips: { shown: { frames: [frame], fps: 1, mode: 'loop' } },
    ...{ pivot: { x: 0.5, y: 1 }, height, crisp: false, hitShape: [] },
  } as unknown as SpriteContent
  return { sprite, of: () => pixels, x, y }
}

describe('what sticks out of what hides it', () => {
  it('is nothing of a smaller one in its middle, and all of one beside it', () => {
    expect(beyond(standing(40, 1, 0, -0.5), standing(45, 2)).share).toBe(0)
    expect(beyond(standing(40, 1, 5), standing(45, 2))).toMatchObject({ share: 1 })
  })

  it('is half of one that lies half beside it, on that side', () => {
    const { share, box } = beyond(standing(40, 1, 0.9, -0.5), standing(45, 2))
    expect(share).toBeCloseTo(0.5, 1)
    expect(box.x).toBeGreaterThan(0.3)
    expect(box.x + box.w).toBeCloseTo(0.9, 1)
  })

  it('is the more the larger it is', () => {
    const at = (height: number) => beyond(standing(40, height), standing(45, 2)).share
    expect(at(2.6)).toBeGreaterThan(at(2.3))
    expect(at(2.3)).toBeGreaterThan(at(1.9))
  })

  it('counts from the middle of the ink', () => {
    expect(middleOf(standing(40, 2, 3, 1))).toEqual({
      x: expect.closeTo(3, 1) as number,
      y: expect.closeTo(0, 1) as number,
    })
  })
})

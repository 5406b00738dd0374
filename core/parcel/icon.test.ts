import { describe, expect, it } from 'vitest'
import { CLEAR, disc, picture } from '../../tests/support/fixtures'
import { makeIcon } from './icon'

const GROUND: [number, number, number] = [35, 40, 56]
const at = (icon: ReturnType<typeof makeIcon>, x: number, y: number) => [
  ...icon.data.slice((y * icon.width + x) * 4, (y * icon.width + x) * 4 + 4),
]

describe('an icon', () => {
  it('has the drawing in its middle on one flat, opaque colour', () => {
    const icon = makeIcon(disc(40, 15, [200, 60, 40, 255]), 192, GROUND)
    expect([icon.width, icon.height]).toEqual([192, 192])
    expect(at(icon, 96, 96)).toEqual([200, 60, 40, 255])
    for (const [x, y] of [
      [0, 0],
      [191, 0],
      [0, 191],
      [191, 191],
    ] as const)
      expect(at(icon, x, y)).toEqual([...GROUND, 255])
  })

  it('goes by what is drawn and not by the empty border around it', () => {
    const corner = picture(100, 100, (x, y) => (x >= 80 && y >= 80 ? [0, 200, 90, 255] : CLEAR))
    expect(at(makeIcon(corner, 64, GROUND), 32, 32)).toEqual([0, 200, 90, 255])
  })

  it('makes small pixel art larger by whole factors, so that its pixels stay square', () => {
    const checks = picture(8, 8, (x, y) => ((x + y) % 2 === 0 ? [255, 255, 255, 255] : [0, 0, 0, 255]))
    const icon = makeIcon(checks, 192, GROUND)
    const factor = Math.floor((192 * 0.74) / 8)
    const left = Math.floor((192 - 8 * factor) / 2)
    expect(at(icon, left, left)).toEqual([255, 255, 255, 255])
    expect(at(icon, left + factor - 1, left + factor - 1)).toEqual([255, 255, 255, 255])
    expect(at(icon, left + factor, left)).toEqual([0, 0, 0, 255])
    expect(at(icon, left - 1, left)).toEqual([...GROUND, 255])
  })

  it('makes a large drawing smaller, and of nothing is only its ground', () => {
    const icon = makeIcon(disc(1000, 480, [10, 20, 230, 255]), 64, GROUND)
    expect(at(icon, 32, 32)).toEqual([10, 20, 230, 255])
    expect(at(icon, 2, 32)).toEqual([...GROUND, 255])
    const empty = makeIcon(
      picture(5, 5, () => CLEAR),
      16,
      GROUND,
    )
    expect(new Set(Array.from({ length: 256 }, (_, i) => at(empty, i % 16, i >> 4).join())).size).toBe(1)
  })

  it('mixes half see-through pixels with the ground', () => {
    const icon = makeIcon(
      picture(4, 4, () => [255, 255, 255, 128]),
      16,
      [0, 0, 0],
    )
    expect(at(icon, 8, 8)[0]).toBeGreaterThan(120)
    expect(at(icon, 8, 8)[0]).toBeLessThan(135)
    expect(at(icon, 8, 8)[3]).toBe(255)
  })
})

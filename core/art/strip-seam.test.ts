import { describe, expect, it } from 'vitest'
import { TEMPLATES, contextFor, emptyPack } from '../../tests/support/fixtures'
import type { Pixels } from './pixels'
import { closedStrip, seamOf } from './strip-seam'

const columns = (width: number, at: (x: number) => readonly [number, number, number, number]): Pixels => {
  const height = 8
  const data = new Uint8ClampedArray(width * height * 4)
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) data.set(at(x), (y * width + x) * 4)
  return { width, height, data }
}
const slope = columns(100, (x) => [x * 2, 100, 50, 255])

describe('the seam of a strip', () => {
  it('is the step from its end to its beginning, beside what is usual in it', () => {
    const { step, usual } = seamOf(slope)
    expect(step).toBeCloseTo((99 * 2) / (4 * 255), 5)
    expect(usual).toBeCloseTo(2 / (4 * 255), 5)
    const even = columns(100, (x) => [128 + Math.round(100 * Math.sin((x / 100) * Math.PI * 2)), 0, 0, 255])
    expect(seamOf(even).step).toBeLessThan(seamOf(even).usual * 1.5)
  })

  it('is none between what is see-through at both sides, whatever its hidden colour, nor in a sliver', () => {
    expect(seamOf(columns(20, (x) => [x * 12, 0, 200 - x * 9, x === 0 || x === 19 ? 0 : 255])).step).toBe(0)
    expect(seamOf(columns(3, (x) => [x * 100, 0, 0, 255]))).toEqual({ step: 0, usual: 0 })
  })

  it('is closed: painted ones fade into their own end, pixel art gets its mirror image and keeps every pixel', () => {
    const painted = closedStrip(slope, false)
    expect(painted.width).toBe(85)
    expect(seamOf(painted).step).toBeLessThan(0.04)
    const crisp = closedStrip(slope, true)
    expect(crisp.width).toBe(200)
    expect(seamOf(crisp).step).toBe(0)
    const row = (pixels: Pixels, x: number) => [...pixels.data.subarray(x * 4, x * 4 + 4)]
    for (const x of [0, 37, 99]) {
      expect(row(crisp, x)).toEqual(row(slope, x))
      expect(row(crisp, 199 - x)).toEqual(row(slope, x))
    }
  })

  it('does not show in any strip or layer that ships', async () => {
    const { pixels } = contextFor(emptyPack())
    let looked = 0
    for (const { parts } of Object.values(TEMPLATES))
      for (const { id, content } of parts) {
        if (content.kind !== 'picture') continue
        const strips = [
          ...(content.fit === 'tile' ? [content.asset] : []),
          ...(content.layers ?? []).map((one) => one.asset),
        ]
        for (const asset of strips) {
          const { step, usual } = seamOf((await pixels(asset))!)
          expect(step <= 0.04 || step <= usual * 2.5, `${id} ${step} ${usual}`).toBe(true)
          looked++
        }
      }
    expect(looked).toBeGreaterThan(6)
  })
})

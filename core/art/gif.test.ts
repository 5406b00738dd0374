import sharp from 'sharp'
import { expect, it } from 'vitest'
import { encodeGif } from './gif'
import { sniff } from './sniff'
import type { Pixels } from './pixels'

const frame = (x: number): Pixels => {
  const data = new Uint8ClampedArray(40 * 25 * 4)
  for (let i = 0; i < data.length; i += 4) data.set([20, 60, 90, 255], i)
  for (let y = 8; y < 16; y++)
    for (let dx = 0; dx < 8; dx++) data.set([240, 200, 40, 255], (y * 40 + ((x + dx) % 40)) * 4)
  return { width: 40, height: 25, data }
}

it('writes a moving picture that another decoder reads, frame by frame', async () => {
  const bytes = await encodeGif([frame(0), frame(10), frame(20)], 1000 / 12)
  expect(sniff(bytes)).toMatchObject({ mime: 'image/gif', width: 40, height: 25 })
  const found = await sharp(bytes, { animated: true }).metadata()
  expect(found).toMatchObject({ pages: 3, pageHeight: 25, delay: [80, 80, 80], loop: 0 })
  const { data, info } = await sharp(bytes, { page: 1 }).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
  const at = (x: number, y: number) => [...data.subarray((y * info.width + x) * 4, (y * info.width + x) * 4 + 3)]
  expect(at(13, 10)[0]).toBeGreaterThan(200)
  expect(at(2, 10)[0]).toBeLessThan(60)
})

import { encode } from 'fast-png'
import type { Pixels } from './pixels'

/** PNG, 8-bit RGBA, without any tags. `quick` for what is packed again afterwards. */
export function encodePng(pixels: Pixels, quick = false): Uint8Array {
  const { width, height } = pixels
  const image = { width, height, channels: 4, depth: 8, data: new Uint8Array(pixels.data) } as const
  return quick ? encode(image, { zlib: { level: 1 } }) : encode(image)
}

import { encode } from 'fast-png'
import type { Pixels } from './pixels'

/** PNG, 8-bit RGBA, without any tags. */
export function encodePng(pixels: Pixels): Uint8Array {
  return encode({
    width: pixels.width,
    height: pixels.height,
    channels: 4,
    depth: 8,
    data: new Uint8Array(pixels.data),
  })
}

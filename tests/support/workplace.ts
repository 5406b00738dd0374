import type { Workplace } from '../../core/art/bring-in'
import { encodePng } from '../../core/art/png'
import { hashOf } from '../../core/pack/hash'
import { decodePicture } from '../../server/inspector/decode'

/** What the worker does for the core, with the server's decoders. */
export const workplace: Workplace = {
  async still(bytes) {
    const pixels = await decodePicture(bytes)
    if (pixels === null) throw new Error('cannot be decoded')
    return pixels
  },
  encode: async (pixels) => ({ bytes: encodePng(pixels), mime: 'image/png' }),
  hash: async (bytes) => hashOf(bytes),
}

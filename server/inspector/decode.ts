import type { Pixels } from '@core/art/pixels'
import { sniff } from '@core/art/sniff'
import { isPicture } from '@core/pack/asset'
import { sizeFits, TAKE_IN } from '@core/art/take-in'
import { decodeSound } from '@core/sound/decode'
import type { Samples } from '@core/sound/samples'
import sharp from 'sharp'

/** Null for what is not a picture, is too large, or is damaged. Sizes are looked at before anything is decoded. */
export async function decodePicture(bytes: Uint8Array): Promise<Pixels | null> {
  const kind = sniff(bytes)
  if (kind === null || !isPicture(kind.mime) || kind.mime === 'image/svg+xml') return null
  if (!sizeFits(kind)) return null
  try {
    const { data, info } = await sharp(bytes, { limitInputPixels: TAKE_IN.areaPx, failOn: 'error' })
      .rotate()
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true })
    return {
      width: info.width,
      height: info.height,
      data: new Uint8ClampedArray(data.buffer, data.byteOffset, data.byteLength),
    }
  } catch {
    return null
  }
}

export async function decodeAudio(bytes: Uint8Array): Promise<Samples | null> {
  const kind = sniff(bytes)
  if (kind === null || isPicture(kind.mime)) return null
  try {
    return await decodeSound(bytes, kind.mime)
  } catch {
    return null
  }
}

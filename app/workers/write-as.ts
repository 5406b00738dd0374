import { encodeGif } from '@core/art/gif'
import { encodePng } from '@core/art/png'
import type { Pixels } from '@core/art/pixels'
import type { Mime } from '@core/pack/asset'
import { toRate } from '@core/sound/rate'
import type { Samples } from '@core/sound/samples'
import { encodeWav } from '@core/sound/wav'
import { encodeMp3, encoders } from './encoders'

/** Rates that MP3 and Vorbis are written in everywhere. */
const RATE = 44_100
const QUALITY = 0.92

async function byCanvas({ width, height, data }: Pixels, mime: Mime): Promise<Uint8Array | null> {
  const canvas = new OffscreenCanvas(width, height)
  canvas.getContext('2d')!.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0)
  const blob = await canvas.convertToBlob({ type: mime, quality: QUALITY })
  return blob.type === mime ? new Uint8Array(await blob.arrayBuffer()) : null
}

/** A picture, or several that move (ms for each), as a file of that kind; null for what this browser does not write. */
export async function pictureAs(
  stills: readonly Pixels[],
  mime: Mime,
  delaysMs: readonly number[],
): Promise<Uint8Array | null> {
  const pixels = stills[0]!
  if (mime === 'image/png') return encodePng(pixels, true)
  if (mime === 'image/gif') return encodeGif(stills, delaysMs)
  return mime === 'image/jpeg' || mime === 'image/webp' ? byCanvas(pixels, mime) : null
}

/** A sound as a file of that kind; null for what is not written here. */
export async function soundAs(samples: Samples, mime: Mime): Promise<Uint8Array | null> {
  if (mime === 'audio/wav') return encodeWav(samples)
  const ready = samples.sampleRate > 48_000 ? toRate(samples, RATE) : samples
  if (mime === 'audio/ogg') return encoders.vorbis(ready, 4)
  return mime === 'audio/mpeg' ? encodeMp3(ready) : null
}

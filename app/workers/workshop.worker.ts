import type { Pixels } from '@core/art/pixels'
import type { Mime } from '@core/pack/asset'
import * as Comlink from 'comlink'
import { decodeHere } from './decode-here'
import { hashHere } from './hash-here'
import { decodeExact, encodeSmall } from './png'
import { encoders } from './encoders'
import { lendBytes, readBytes } from '../storage/assets'
import { assetBytes } from './sources'
import { makeWorkshop } from './work/make-workshop'

/** The last picture that was decoded here, for the page to show without decoding it again. */
let shown: ImageBitmap | null = null

async function decodePicture(bytes: Uint8Array, mime: Mime, keep = false): Promise<Pixels> {
  const { bitmap, pixels } = await decodeHere(bytes, mime)
  shown?.close()
  shown = keep ? bitmap : null
  if (!keep) bitmap.close()
  return pixels
}

/** Frames of an animated WebP, where the browser can take one apart. */
async function moving(bytes: Uint8Array, mime: Mime) {
  if (mime !== 'image/webp' || typeof ImageDecoder === 'undefined') return null
  const decoder = new ImageDecoder({ data: bytes as BufferSource, type: mime })
  try {
    await decoder.tracks.ready
    const count = decoder.tracks.selectedTrack?.frameCount ?? 1
    if (count < 2) return null
    const frames: { pixels: Pixels; delayMs: number }[] = []
    for (let i = 0; i < Math.min(count, 256); i++) {
      const { image } = await decoder.decode({ frameIndex: i })
      const canvas = new OffscreenCanvas(image.displayWidth, image.displayHeight)
      const ink = canvas.getContext('2d', { willReadFrequently: true })!
      ink.drawImage(image, 0, 0)
      const delayMs = Math.max(20, (image.duration ?? 100_000) / 1000)
      image.close()
      const { width, height, data } = ink.getImageData(0, 0, canvas.width, canvas.height)
      frames.push({ pixels: { width, height, data }, delayMs })
    }
    return { width: frames[0]!.pixels.width, height: frames[0]!.pixels.height, frames }
  } finally {
    decoder.close()
  }
}

Comlink.expose(
  makeWorkshop({
    still: (bytes, mime, exact) =>
      exact && mime === 'image/png' ? decodeExact(bytes) : decodePicture(bytes, mime, !exact),
    moving,
    encode: encodeSmall,
    hash: hashHere,
    bytesOf: assetBytes,
    ...{ readBytes, lendBytes, decodeExact, encoders },
    decode: (bytes, mime) => decodePicture(bytes, mime),
    handOver() {
      const bitmap = shown
      shown = null
      return bitmap
    },
    toShow: ({ data, width, height }) => createImageBitmap(new ImageData(new Uint8ClampedArray(data), width, height)),
    transfer: (value, parts) => Comlink.transfer(value as object, parts) as typeof value,
  }),
)

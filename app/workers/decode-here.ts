import type { Pixels } from '@core/art/pixels'
import { mayDecode } from '@core/art/take-in'
import type { Mime } from '@core/pack/asset'

/** A picture by the browser's own decoder, in a worker. Rejects what cannot be decoded, or is too large to be. */
export async function decodeHere(bytes: Uint8Array, mime: Mime): Promise<{ bitmap: ImageBitmap; pixels: Pixels }> {
  if (!mayDecode(bytes)) throw new Error('more pixels than are taken')
  const bitmap = await createImageBitmap(new Blob([bytes as BlobPart], { type: mime }))
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height)
  const ink = canvas.getContext('2d', { willReadFrequently: true })!
  ink.drawImage(bitmap, 0, 0)
  const { width, height, data } = ink.getImageData(0, 0, canvas.width, canvas.height)
  return { bitmap, pixels: { width, height, data } }
}

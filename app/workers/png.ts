import initOxi, { optimise } from '@jsquash/oxipng/codec/pkg/squoosh_oxipng.js'
import initPng, { decode } from '@jsquash/png/codec/pkg/squoosh_png.js'
import { encodePng } from '@core/art/png'
import { looksLikePixelArt, type Pixels } from '@core/art/pixels'

let png: Promise<unknown> | null = null
let oxi: Promise<unknown> | null = null

/** Straight RGBA just as the file has it; a canvas would round colours that are nearly see-through. */
export async function decodeExact(bytes: Uint8Array): Promise<Pixels> {
  await (png ??= initPng())
  const { width, height, data } = decode(bytes)
  return { width, height, data }
}

/** From this many px on trying for the smallest file takes longer than anybody waits. */
const LARGE_PX = 600_000
/** What is smooth, large and moves is packed with a loss that is not seen. */
const QUALITY = 0.88

/** Lossless, with the fewest colours and the best filters found in a short while; large smooth pictures as WebP. */
export async function encodeSmall(pixels: Pixels): Promise<{ bytes: Uint8Array; mime: 'image/png' | 'image/webp' }> {
  const large = pixels.width * pixels.height > LARGE_PX
  if (large && !looksLikePixelArt(pixels)) {
    const bytes = await webp(pixels)
    if (bytes !== null) return { bytes, mime: 'image/webp' }
  }
  await (oxi ??= initOxi())
  return { bytes: optimise(encodePng(pixels, true), large ? 0 : 2, false, false), mime: 'image/png' }
}

/** Null where the browser writes no WebP. */
async function webp({ width, height, data }: Pixels): Promise<Uint8Array | null> {
  const canvas = new OffscreenCanvas(width, height)
  canvas.getContext('2d')!.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0)
  const blob = await canvas.convertToBlob({ type: 'image/webp', quality: QUALITY })
  return blob.type === 'image/webp' ? new Uint8Array(await blob.arrayBuffer()) : null
}

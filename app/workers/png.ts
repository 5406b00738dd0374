import initOxi, { optimise } from '@jsquash/oxipng/codec/pkg/squoosh_oxipng.js'
import initPng, { decode } from '@jsquash/png/codec/pkg/squoosh_png.js'
import { encodePng } from '@core/art/png'
import type { Pixels } from '@core/art/pixels'

let png: Promise<unknown> | null = null
let oxi: Promise<unknown> | null = null

/** Straight RGBA just as the file has it; a canvas would round colours that are nearly see-through. */
export async function decodeExact(bytes: Uint8Array): Promise<Pixels> {
  await (png ??= initPng())
  const { width, height, data } = decode(bytes)
  return { width, height, data }
}

/** Lossless, with the fewest colours and the best filters found in a short while. */
export async function encodeSmall(pixels: Pixels): Promise<Uint8Array> {
  await (oxi ??= initOxi())
  return optimise(encodePng(pixels), 2, false, false)
}

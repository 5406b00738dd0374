import type { Pixels } from '../art/pixels'

/** A box in px, not necessarily whole ones. */
export interface Box {
  x: number
  y: number
  w: number
  h: number
}

export const emptyPixels = (width: number, height: number): Pixels => ({
  width,
  height,
  data: new Uint8ClampedArray(width * height * 4),
})

/** Takes out what is in a box, px that it covers for the most part. */
export function clearBox(of: Pixels, box: Box): void {
  const [left, right] = [Math.max(0, Math.round(box.x)), Math.min(of.width, Math.round(box.x + box.w))]
  const [top, bottom] = [Math.max(0, Math.round(box.y)), Math.min(of.height, Math.round(box.y + box.h))]
  for (let y = top; y < bottom; y++)
    of.data.fill(0, (y * of.width + left) * 4, (y * of.width + Math.max(left, right)) * 4)
}

/**
 * Draws a whole picture into a box of another, over what is there, cut off at `within`. Each px is the mean of what of
 * the source lies under it, weighed by what covers (box filter, premultiplied): smooth when it gets smaller, sharp when
 * it gets larger.
 */
export function drawInto(to: Pixels, from: Pixels, box: Box, within: Box): void {
  const left = Math.max(0, Math.floor(Math.max(box.x, within.x)))
  const top = Math.max(0, Math.floor(Math.max(box.y, within.y)))
  const right = Math.min(to.width, Math.ceil(Math.min(box.x + box.w, within.x + within.w)))
  const bottom = Math.min(to.height, Math.ceil(Math.min(box.y + box.h, within.y + within.h)))
  const kx = from.width / box.w
  const ky = from.height / box.h
  for (let y = top; y < bottom; y++) {
    const y0 = Math.max(0, (y - box.y) * ky)
    const y1 = Math.min(from.height, (y + 1 - box.y) * ky)
    for (let x = left; x < right; x++) {
      const x0 = Math.max(0, (x - box.x) * kx)
      const x1 = Math.min(from.width, (x + 1 - box.x) * kx)
      if (x1 <= x0 || y1 <= y0) continue
      let [r, g, b, a] = [0, 0, 0, 0]
      for (let sy = Math.floor(y0); sy < y1; sy++) {
        const wy = Math.min(sy + 1, y1) - Math.max(sy, y0)
        for (let sx = Math.floor(x0); sx < x1; sx++) {
          const at = (sy * from.width + sx) * 4
          const alpha = from.data[at + 3]! * wy * (Math.min(sx + 1, x1) - Math.max(sx, x0))
          a += alpha
          r += from.data[at]! * alpha
          g += from.data[at + 1]! * alpha
          b += from.data[at + 2]! * alpha
        }
      }
      if (a === 0) continue
      // The whole px counts, also where the picture covers a part of it only.
      const over = a / (kx * ky) / 255
      const at = (y * to.width + x) * 4
      const under = (to.data[at + 3]! / 255) * (1 - over)
      const sum = over + under
      for (let c = 0; c < 3; c++) to.data[at + c] = (([r, g, b][c]! / a) * over + to.data[at + c]! * under) / sum
      to.data[at + 3] = sum * 255
    }
  }
}

/** Where a picture lies that fills a room of that size, or fits into it, in its middle. */
export function fitted(from: Pixels, width: number, height: number, fit: 'cover' | 'contain' | 'tile'): Box {
  const scale = Math[fit === 'contain' ? 'min' : 'max'](width / from.width, height / from.height)
  const [w, h] = [from.width * scale, from.height * scale]
  return { x: (width - w) / 2, y: (height - h) / 2, w, h }
}

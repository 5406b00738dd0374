import type { Pixels } from './pixels'

/**
 * Area average to a smaller size: each new pixel is the mean of the old ones under it, weighted by alpha so that
 * hidden colours do not bleed. For smooth art; sizes in px, at least 1, not above the old ones.
 */
export function shrinkArea(pixels: Pixels, width: number, height: number): Pixels {
  const out = new Uint8ClampedArray(width * height * 4)
  const sx = pixels.width / width
  const sy = pixels.height / height
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const x0 = x * sx
      const x1 = Math.min(pixels.width, (x + 1) * sx)
      const y0 = y * sy
      const y1 = Math.min(pixels.height, (y + 1) * sy)
      let r = 0
      let g = 0
      let b = 0
      let a = 0
      let area = 0
      for (let py = Math.floor(y0); py < y1; py++) {
        const wy = Math.min(py + 1, y1) - Math.max(py, y0)
        for (let px = Math.floor(x0); px < x1; px++) {
          const w = wy * (Math.min(px + 1, x1) - Math.max(px, x0))
          const at = (py * pixels.width + px) * 4
          const alpha = pixels.data[at + 3]! * w
          r += pixels.data[at]! * alpha
          g += pixels.data[at + 1]! * alpha
          b += pixels.data[at + 2]! * alpha
          a += alpha
          area += w
        }
      }
      const at = (y * width + x) * 4
      if (a > 0) {
        out[at] = Math.round(r / a)
        out[at + 1] = Math.round(g / a)
        out[at + 2] = Math.round(b / a)
        out[at + 3] = Math.round(a / area)
      }
    }
  return { width, height, data: out }
}

/** Nearest sampling by a whole factor >= 1 (every `factor`th pixel, from the middle of each block): for pixel art. */
export function shrinkNearest(pixels: Pixels, factor: number): Pixels {
  const width = Math.max(1, Math.floor(pixels.width / factor))
  const height = Math.max(1, Math.floor(pixels.height / factor))
  const out = new Uint8ClampedArray(width * height * 4)
  const half = Math.floor(factor / 2)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const from = ((y * factor + half) * pixels.width + x * factor + half) * 4
      out.set(pixels.data.subarray(from, from + 4), (y * width + x) * 4)
    }
  return { width, height, data: out }
}

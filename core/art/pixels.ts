/** Straight (not premultiplied) RGBA, 8 bits a channel, rows from the top; `data.length` is width x height x 4. */
export interface Pixels {
  width: number
  height: number
  data: Uint8ClampedArray | Uint8Array
}

export interface Rect {
  x: number
  y: number
  w: number
  h: number
}

/** Copies a rectangle that lies inside the picture. */
export function crop(pixels: Pixels, rect: Rect): Pixels {
  const data = new Uint8ClampedArray(rect.w * rect.h * 4)
  for (let y = 0; y < rect.h; y++) {
    const from = ((rect.y + y) * pixels.width + rect.x) * 4
    data.set(pixels.data.subarray(from, from + rect.w * 4), y * rect.w * 4)
  }
  return { width: rect.w, height: rect.h, data }
}

/** Share of pixels, 0..1, that are at least half opaque. */
export function coverage(pixels: Pixels): number {
  let solid = 0
  for (let i = 3; i < pixels.data.length; i += 4) if (pixels.data[i]! >= 128) solid++
  return solid / (pixels.width * pixels.height)
}

/** Smallest rectangle with every pixel of alpha over `floor`; null when there is none. */
export function drawnBox(pixels: Pixels, floor = 8): Rect | null {
  let left = pixels.width
  let top = pixels.height
  let right = -1
  let bottom = -1
  for (let y = 0, i = 3; y < pixels.height; y++)
    for (let x = 0; x < pixels.width; x++, i += 4)
      if (pixels.data[i]! > floor) {
        if (x < left) left = x
        if (x > right) right = x
        if (y < top) top = y
        if (y > bottom) bottom = y
      }
  return right < 0 ? null : { x: left, y: top, w: right - left + 1, h: bottom - top + 1 }
}

/** A side up to which a drawing is small: its pixels are seen when it is shown, so they stay hard. */
const SMALL_PX = 48

/**
 * Drawn pixel by pixel rather than smooth: hard edges, and neighbours that are either the same or clearly different,
 * however many colours there are. Such pictures are shown with nearest sampling, and small ones with hard edges too.
 */
export function looksLikePixelArt(pixels: Pixels): boolean {
  const { width, height, data } = pixels
  if (width * height > 4_000_000) return false
  let drawn = 0
  let soft = 0
  let same = 0
  let near = 0
  let pairs = 0
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i += 4) {
      const alpha = data[i + 3]!
      if (alpha === 0) continue
      drawn++
      if (alpha < 250) soft++
      if (x === 0 || data[i - 1]! < 250 || alpha < 250) continue
      const step = Math.max(
        Math.abs(data[i]! - data[i - 4]!),
        Math.abs(data[i + 1]! - data[i - 3]!),
        Math.abs(data[i + 2]! - data[i - 2]!),
      )
      pairs++
      if (step === 0) same++
      else if (step <= 10) near++
    }
  if (drawn === 0) return false
  if (Math.max(width, height) <= SMALL_PX) return soft / drawn < 0.25
  if (soft / drawn >= 0.05) return false
  const changes = pairs - same
  return same / Math.max(1, pairs) > 0.3 && near / Math.max(1, changes) < 0.4
}

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

/**
 * Drawn pixel by pixel rather than smooth: few colours, hard edges, small. Such pictures are shown with nearest
 * sampling.
 */
export function looksLikePixelArt(pixels: Pixels): boolean {
  if (pixels.width > 1024 || pixels.height > 640) return false
  const colours = new Set<number>()
  let soft = 0
  let seen = 0
  for (let i = 0; i < pixels.data.length; i += 4) {
    const alpha = pixels.data[i + 3]!
    if (alpha === 0) continue
    seen++
    if (alpha < 250) soft++
    colours.add((pixels.data[i]! << 16) | (pixels.data[i + 1]! << 8) | pixels.data[i + 2]!)
    if (colours.size > 96) return false
  }
  return seen > 0 && soft / seen < 0.02
}

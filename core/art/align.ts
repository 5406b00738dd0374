import type { Pixels } from './pixels'

/** A frame in its place: px of the canvas its top left lies at. */
export interface Placed {
  pixels: Pixels
  ox: number
  oy: number
}

export type AlignBy = 'feet' | 'mass' | 'overlap'

interface Grey {
  width: number
  height: number
  data: Uint8Array
}

/** What is matched: alpha, and light where there is alpha, half each. 0..255. */
function toGrey({ pixels, ox, oy }: Placed, width: number, height: number): Grey {
  const data = new Uint8Array(width * height)
  const { data: from } = pixels
  const left = Math.max(0, -ox)
  const right = Math.min(pixels.width, width - ox)
  const top = Math.max(0, -oy)
  const bottom = Math.min(pixels.height, height - oy)
  for (let y = top; y < bottom; y++) {
    let i = (y * pixels.width + left) * 4
    let to = (y + oy) * width + left + ox
    for (let x = left; x < right; x++, i += 4, to++) {
      const alpha = from[i + 3]!
      if (alpha === 0) continue
      const light = (from[i]! * 77 + from[i + 1]! * 151 + from[i + 2]! * 28) >> 8
      data[to] = (alpha >> 1) + ((light * alpha) >> 9)
    }
  }
  return { width, height, data }
}

function half(grey: Grey): Grey {
  const width = Math.max(1, grey.width >> 1)
  const height = Math.max(1, grey.height >> 1)
  const data = new Uint8Array(width * height)
  for (let y = 0, to = 0; y < height; y++) {
    let i = y * 2 * grey.width
    const below = y * 2 + 1 < grey.height ? grey.width : 0
    for (let x = 0; x < width; x++, i += 2, to++)
      data[to] = (grey.data[i]! + grey.data[i + 1]! + grey.data[i + below]! + grey.data[i + below + 1]!) >> 2
  }
  return { width, height, data }
}

/**
 * Sum of differences of `b` moved by (dx, dy) against `a`, every `skip`th row; what leaves the canvas counts in full.
 * Gives up over `limit`.
 */
function apart(a: Grey, b: Grey, dx: number, dy: number, skip: number, limit: number): number {
  let sum = 0
  for (let y = 0; y < a.height; y += skip) {
    const from = y - dy
    const rowA = y * a.width
    if (from < 0 || from >= b.height) {
      for (let x = 0; x < a.width; x++) sum += a.data[rowA + x]!
    } else {
      const rowB = from * b.width - dx
      const left = Math.max(0, dx)
      const right = Math.min(a.width, b.width + dx)
      for (let x = 0; x < left; x++) sum += a.data[rowA + x]!
      for (let x = left; x < right; x++) {
        const away = a.data[rowA + x]! - b.data[rowB + x]!
        sum += away < 0 ? -away : away
      }
      for (let x = right; x < a.width; x++) sum += a.data[rowA + x]!
    }
    if (sum > limit) return sum
  }
  return sum
}

/** The move of `b` that overlaps `a` best: a wide look at a small copy, then finer ones around what it found. */
function bestOverlap(a: readonly Grey[], b: readonly Grey[]): { dx: number; dy: number } {
  let found = { dx: 0, dy: 0 }
  for (let level = a.length - 1; level >= 0; level--) {
    const wide = level === a.length - 1
    const reach = wide ? Math.min(8, Math.max(2, Math.ceil(a[level]!.width / 5))) : 1
    // Full-size looks are the dear ones; every second row tells enough there.
    const skip = level === 0 && a[0]!.height > 96 ? 2 : 1
    const middle = wide ? { dx: 0, dy: 0 } : { dx: found.dx * 2, dy: found.dy * 2 }
    let least = apart(a[level]!, b[level]!, middle.dx, middle.dy, skip, Infinity)
    found = middle
    for (let dy = middle.dy - reach; dy <= middle.dy + reach; dy++)
      for (let dx = middle.dx - reach; dx <= middle.dx + reach; dx++) {
        if (dx === middle.dx && dy === middle.dy) continue
        const away = apart(a[level]!, b[level]!, dx, dy, skip, least)
        if (away < least) {
          least = away
          found = { dx, dy }
        }
      }
    if (skip === 1) continue
    // Every second row cannot tell odd moves up and down apart for sure: the last word has every row.
    const near = found
    least = Infinity
    for (let dy = near.dy - 1; dy <= near.dy + 1; dy++) {
      const away = apart(a[level]!, b[level]!, near.dx, dy, 1, least)
      if (away < least) {
        least = away
        found = { dx: near.dx, dy }
      }
    }
  }
  return found
}

interface Stand {
  /** Middle of what touches the feet line, and that line itself, px of the canvas. */
  feetX: number
  feetY: number
  massX: number
  massY: number
}

function standOf({ pixels, ox, oy }: Placed): Stand | null {
  const { width, height, data } = pixels
  let bottom = -1
  let sum = 0
  let sumX = 0
  let sumY = 0
  for (let y = 0, i = 3; y < height; y++)
    for (let x = 0; x < width; x++, i += 4) {
      const alpha = data[i]!
      if (alpha < 32) continue
      bottom = y
      sum += alpha
      sumX += alpha * x
      sumY += alpha * y
    }
  if (sum === 0) return null
  let feet = 0
  let feetX = 0
  const from = Math.max(0, bottom - Math.max(1, Math.round(height * 0.08)))
  for (let y = from; y <= bottom; y++)
    for (let x = 0; x < width; x++)
      if (data[(y * width + x) * 4 + 3]! >= 32) {
        feet++
        feetX += x
      }
  return { feetX: ox + feetX / feet, feetY: oy + bottom, massX: ox + sumX / sum, massY: oy + sumY / sum }
}

/**
 * How far each frame has drifted from the first, as the move (whole px) that cancels it. `feet`: the lowest drawn row
 * and the middle of what stands on it; `mass`: the centre of the alpha; `overlap`: the move with the least difference
 * (coarse to fine, up to a fifth of the canvas). Frames with nothing drawn stay where they are.
 */
export function driftOf(
  frames: readonly Placed[],
  by: AlignBy,
  canvas: { w: number; h: number },
): { dx: number; dy: number }[] {
  if (frames.length === 0) return []
  if (by === 'overlap') {
    const levels = Math.max(0, Math.min(3, Math.floor(Math.log2(Math.max(canvas.w, canvas.h) / 32))))
    const pyramid = (frame: Placed): Grey[] => {
      const out = [toGrey(frame, canvas.w, canvas.h)]
      for (let i = 0; i < levels; i++) out.push(half(out[i]!))
      return out
    }
    const first = pyramid(frames[0]!)
    return frames.map((frame, i) => (i === 0 ? { dx: 0, dy: 0 } : bestOverlap(first, pyramid(frame))))
  }
  const stands = frames.map(standOf)
  const first = stands[0]
  return stands.map((stand) => {
    if (first === null || first === undefined || stand === null) return { dx: 0, dy: 0 }
    return by === 'feet'
      ? { dx: Math.round(first.feetX - stand.feetX), dy: first.feetY - stand.feetY }
      : { dx: Math.round(first.massX - stand.massX), dy: Math.round(first.massY - stand.massY) }
  })
}

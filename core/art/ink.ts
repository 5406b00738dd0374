import type { Pixels } from './pixels'

/** Where something is drawn. */
export interface Ink {
  /** 1 for a px that is drawn, 0 for backdrop; width x height. */
  mask: Uint8Array
  /** There is no backdrop: everything counts as drawn. */
  full: boolean
}

/** Alpha up to which a px counts as see-through, 0..255. */
const FAINT = 16
/** Largest channel difference to a plain backdrop that is still backdrop. */
const NEAR = 24

/**
 * Tells drawing from backdrop: by alpha where a picture has any, else by the colour most of its border has. Lines of one
 * colour from end to end (rules between cells) count as backdrop.
 */
export function inkOf(pixels: Pixels): Ink {
  const { width, height, data } = pixels
  const count = width * height
  const mask = new Uint8Array(count)
  let clear = 0
  for (let p = 0, i = 3; p < count; p++, i += 4)
    if (data[i]! > FAINT) mask[p] = 1
    else clear++
  let full = clear < count * 0.004
  if (full) {
    const colour = borderColour(pixels)
    if (colour !== null) {
      let away = 0
      for (let p = 0, i = 0; p < count; p++, i += 4) {
        const far =
          Math.abs(data[i]! - colour[0]) > NEAR ||
          Math.abs(data[i + 1]! - colour[1]) > NEAR ||
          Math.abs(data[i + 2]! - colour[2]) > NEAR
        mask[p] = far ? 1 : 0
        if (far) away++
      }
      full = false
      if (away === 0) mask.fill(1)
    }
  }
  const ruled = rules(pixels, 'x') + rules(pixels, 'y') > 0
  if (ruled) {
    strike(pixels, mask, 'x')
    strike(pixels, mask, 'y')
    full = false
  }
  return { mask, full }
}

/** The colour at least half of the border has, when the picture has a good deal of it inside too. */
function borderColour({ width, height, data }: Pixels): [number, number, number] | null {
  const seen = new Map<number, number>()
  let border = 0
  const look = (p: number) => {
    const key = ((data[p * 4]! >> 3) << 10) | ((data[p * 4 + 1]! >> 3) << 5) | (data[p * 4 + 2]! >> 3)
    seen.set(key, (seen.get(key) ?? 0) + 1)
    border++
  }
  for (let x = 0; x < width; x++) {
    look(x)
    look((height - 1) * width + x)
  }
  for (let y = 1; y < height - 1; y++) {
    look(y * width)
    look(y * width + width - 1)
  }
  const [key, times] = [...seen].sort((a, b) => b[1] - a[1])[0]!
  if (times < border * 0.5) return null
  const sum = [0, 0, 0]
  let inside = 0
  for (let p = 0, i = 0; p < width * height; p++, i += 4) {
    if ((((data[i]! >> 3) << 10) | ((data[i + 1]! >> 3) << 5) | (data[i + 2]! >> 3)) !== key) continue
    for (let c = 0; c < 3; c++) sum[c]! += data[i + c]!
    inside++
  }
  if (inside < width * height * 0.12) return null
  return [sum[0]! / inside, sum[1]! / inside, sum[2]! / inside]
}

/** Lines of one opaque colour from end to end, each 1 or 2 px wide and between lines that are not. */
function lines({ width, height, data }: Pixels, along: 'x' | 'y'): number[] {
  const [length, across, step, stride] = along === 'x' ? [width, height, 1, width] : [height, width, width, 1]
  const plain: boolean[] = []
  for (let i = 0; i < length; i++) {
    const first = i * step * 4
    let even = data[first + 3]! > 200
    for (let j = 1; even && j < across; j++) {
      const at = (i * step + j * stride) * 4
      even =
        Math.abs(data[at]! - data[first]!) <= 6 &&
        Math.abs(data[at + 1]! - data[first + 1]!) <= 6 &&
        Math.abs(data[at + 2]! - data[first + 2]!) <= 6 &&
        data[at + 3]! > 200
    }
    plain.push(even)
  }
  const found: number[] = []
  for (let i = 0; i < length; i++) {
    if (!plain[i]) continue
    let end = i
    while (end < length && plain[end]) end++
    if (end - i <= 3) for (let k = i; k < end; k++) found.push(k)
    i = end
  }
  return found
}

/** How many rules a side has between its first and last px; 0 unless there are at least two. */
function rules(pixels: Pixels, along: 'x' | 'y'): number {
  const found = lines(pixels, along)
  return found.length >= 2 ? found.length : 0
}

function strike(pixels: Pixels, mask: Uint8Array, along: 'x' | 'y'): void {
  const { width, height } = pixels
  for (const i of lines(pixels, along))
    if (along === 'x') for (let y = 0; y < height; y++) mask[y * width + i] = 0
    else mask.fill(0, i * width, (i + 1) * width)
}

import { away, commonestOnBorder } from './key-out'
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
/** Largest channel difference on a border that is plain: a texture is not. */
const PLAIN = 8
/** Share of a picture that is backdrop where there is one. */
const LEAST_BACKDROP = 0.12

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
    const colour = commonestOnBorder(pixels, 3, PLAIN)
    let drawn = 0
    for (let p = 0; p < count; p++) {
      mask[p] = away(data, p * 4, colour) > NEAR ? 1 : 0
      drawn += mask[p]!
    }
    // Half of the border, and a good deal inside too; a picture of one colour is all drawing.
    full = colour.share < 0.5 || drawn > count * (1 - LEAST_BACKDROP) || drawn === 0
    if (full) mask.fill(1)
  }
  const ruled = rules(pixels, 'x') + rules(pixels, 'y') > 0
  if (ruled) {
    strike(pixels, mask, 'x')
    strike(pixels, mask, 'y')
    full = false
  }
  return { mask, full }
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

// The package ships types for another build of itself.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="./maxrects-packer.d.ts" />
import { MaxRectsPacker } from 'maxrects-packer/dist/maxrects-packer.mjs'
import { drawnBox, crop, type Pixels, type Rect } from './pixels'

export interface PackedFrame extends Rect {
  /** px of the frame it was cut from at which its top left lies. */
  ox: number
  oy: number
}

export interface PackedSheet {
  sheet: Pixels
  /** One for each picture that was given, in that order. */
  frames: PackedFrame[]
}

const MOST_SIDE = 8192

const same = (a: Pixels, b: Pixels): boolean => {
  if (a.width !== b.width || a.height !== b.height) return false
  for (let i = 0; i < a.data.length; i++) if (a.data[i] !== b.data[i]) return false
  return true
}

/**
 * Many pictures on one sheet: each cut to what is drawn, twins once, packed (maximal rectangles, Jylänki 2010) with
 * `gap` px between them so that smooth scaling does not let neighbours bleed. The same pictures give the same sheet.
 */
export function packFrames(pictures: readonly Pixels[], gap = 1): PackedSheet {
  const cut = pictures.map((picture) => {
    const box = drawnBox(picture, 0) ?? { x: 0, y: 0, w: 1, h: 1 }
    return { box, pixels: crop(picture, box) }
  })
  const twins = cut.map((one, i) => {
    for (let j = 0; j < i; j++) if (same(cut[j]!.pixels, one.pixels)) return j
    return i
  })
  const area = cut.reduce((sum, { box }, i) => sum + (twins[i] === i ? (box.w + gap) * (box.h + gap) : 0), 0)
  const widest = Math.max(...cut.map(({ box }) => box.w))
  const side = Math.min(MOST_SIDE, Math.max(widest, Math.ceil(Math.sqrt(area) * 1.15)))
  const packer = new MaxRectsPacker(side, MOST_SIDE, gap, {
    smart: true,
    pot: false,
    square: false,
    allowRotation: false,
    border: 0,
  })
  cut.forEach(({ box }, i) => {
    if (twins[i] === i) packer.add(box.w, box.h, i)
  })
  const bin = packer.bins[0]!
  if (packer.bins.length > 1) throw new RangeError('The frames do not fit one sheet.')
  const at = new Map(bin.rects.map((rect) => [rect.data, rect]))
  const width = Math.max(...bin.rects.map((rect) => rect.x + rect.width))
  const height = Math.max(...bin.rects.map((rect) => rect.y + rect.height))
  const sheet: Pixels = { width, height, data: new Uint8ClampedArray(width * height * 4) }
  const frames = cut.map(({ box, pixels }, i): PackedFrame => {
    const rect = at.get(twins[i]!)!
    if (twins[i] === i)
      for (let y = 0; y < box.h; y++)
        sheet.data.set(pixels.data.subarray(y * box.w * 4, (y + 1) * box.w * 4), ((rect.y + y) * width + rect.x) * 4)
    return { x: rect.x, y: rect.y, w: box.w, h: box.h, ox: box.x, oy: box.y }
  })
  return { sheet, frames }
}

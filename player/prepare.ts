import { recolourPixels } from '../core/art/recolour'
import type { GlyphSheetDoc, RecolourDoc } from '../core/game/types'

export type Picture = CanvasImageSource & { width: number; height: number }

/** What was made of a picture, so that it is made once: other colours, blur, widths of glyphs. */
const made = new WeakMap<object, Map<string, unknown>>()

function once<T>(picture: Picture, key: string, make: () => T): T {
  let kept = made.get(picture)
  if (kept === undefined) made.set(picture, (kept = new Map()))
  if (!kept.has(key)) {
    // A slider that is dragged asks for many; the first ones are not wanted again.
    if (kept.size > 24) kept.delete(kept.keys().next().value!)
    kept.set(key, make())
  }
  return kept.get(key) as T
}

function copy(picture: Picture, width = picture.width, height = picture.height): OffscreenCanvas {
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(width)), Math.max(1, Math.round(height)))
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height)
  return canvas
}

/** The same drawing in other colours. */
export function recoloured(picture: Picture, recolour: RecolourDoc | undefined): Picture {
  if (recolour === undefined) return picture
  return once(picture, JSON.stringify(recolour), () => {
    const canvas = copy(picture)
    const ink = canvas.getContext('2d')!
    const image = ink.getImageData(0, 0, canvas.width, canvas.height)
    recolourPixels(image.data, recolour)
    ink.putImageData(image, 0, 0)
    return canvas
  })
}

/**
 * Softened by about `radius` px of the picture: halved as often as needed and doubled again, which every browser can
 * and costs nothing once it is done.
 */
export function blurred(picture: Picture, radius: number): Picture {
  const halvings = Math.round(Math.log2(Math.max(1, radius)))
  if (halvings < 1) return picture
  return once(picture, `blur ${halvings}`, () => {
    let canvas: Picture = picture
    for (let i = 1; i <= halvings; i++) canvas = copy(canvas, picture.width / 2 ** i, picture.height / 2 ** i)
    for (let i = halvings - 1; i >= 0; i--) canvas = copy(canvas, picture.width / 2 ** i, picture.height / 2 ** i)
    return canvas
  })
}

/**
 * The whole picture at the size it is shown in, where that is clearly smaller: scaled once and not sixty times a
 * second. Anything else is given back as it is.
 */
export function shrunk(picture: Picture, scale: number): Picture {
  if (scale > 0.85) return picture
  const width = Math.max(1, Math.round(picture.width * scale))
  const height = Math.max(1, Math.round(picture.height * scale))
  return once(picture, `size ${width} ${height}`, () => {
    const canvas = new OffscreenCanvas(width, height)
    const ink = canvas.getContext('2d')!
    ink.imageSmoothingQuality = 'high'
    ink.drawImage(picture, 0, 0, width, height)
    return canvas
  })
}

export interface Glyph {
  /** px of the sheet. */
  x: number
  w: number
}

/** Where each glyph's ink begins and how wide it is, so that an i takes less room than an m. */
export function glyphsOf(picture: Picture, sheet: GlyphSheetDoc): Glyph[] {
  return once(picture, `glyphs ${sheet.columns} ${sheet.rows}`, () => {
    const canvas = copy(picture)
    const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height)
    const w = Math.floor(canvas.width / sheet.columns)
    const h = Math.floor(canvas.height / sheet.rows)
    return Array.from({ length: sheet.columns * sheet.rows }, (_, i): Glyph => {
      const left = (i % sheet.columns) * w
      const top = Math.floor(i / sheet.columns) * h
      let from = w
      let to = -1
      for (let y = top; y < top + h; y++)
        for (let x = 0; x < w; x++)
          if (data[(y * canvas.width + left + x) * 4 + 3]! > 40) {
            from = Math.min(from, x)
            to = Math.max(to, x)
          }
      return to < 0 ? { x: left, w: Math.round(w * 0.4) } : { x: left + from, w: to - from + 1 }
    })
  })
}

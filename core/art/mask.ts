import { maskKey, type SpriteContent } from '../kinds/drawing'
import { MOST_MASK } from '../kinds/values'
import { enlargement } from './crispness'
import { alphaGrid } from './outline'
import { inCanvas, framesOf, type PixelsOf } from './place'
import { looksLikePixelArt, type Pixels } from './pixels'

/** Fewer cells than this along the longer side would break off in lumps. */
const FEWEST = 16

/** Cells along the longer side: px of pixel art, cut into equal pieces where they are few and large. */
function cellsFor(pixels: Pixels): number {
  const long = Math.max(pixels.width, pixels.height)
  const most = Math.min(long, MOST_MASK)
  if (!looksLikePixelArt(pixels)) return most
  const art = long / enlargement(pixels)
  if (art > most) return most
  return art < FEWEST ? art * Math.floor(most / art) : art
}

/**
 * Which cells of a drawing are drawn, a row of hex digits (four cells each, the left one highest) for each row. A cell
 * is a px of art that was drawn pixel by pixel and has few enough of them; else the longer side has `MOST_MASK` cells. A
 * cell counts as drawn where its mean alpha is a half or more.
 */
export function maskRows(pixels: Pixels): { w: number; h: number; rows: string[] } {
  const { width, height, values } = alphaGrid(pixels, cellsFor(pixels))
  const rows = Array.from({ length: height }, (_, y) => {
    let row = ''
    for (let x = 0; x < width; x += 4) {
      let digit = 0
      for (let k = 0; k < 4; k++)
        if (x + k < width && values[(y + 1) * (width + 2) + x + k + 1]! >= 0.5) digit |= 8 >> k
      row += digit.toString(16)
    }
    return row
  })
  return { w: width, h: height, rows }
}

/** The drawing with the mask of its first frame, made anew. */
export const masked = (sprite: SpriteContent, pixelsOf: PixelsOf): SpriteContent => ({
  ...sprite,
  mask: { of: maskKey(sprite), ...maskRows(inCanvas(sprite, framesOf(sprite)[0]!, pixelsOf)) },
})

/** After anything was done to a drawing: one that has a mask has that of how it is drawn now. */
export const maskedAgain = (sprite: SpriteContent, pixelsOf: PixelsOf): SpriteContent =>
  sprite.mask === undefined || sprite.mask.of === maskKey(sprite) ? sprite : masked(sprite, pixelsOf)

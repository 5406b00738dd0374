import type { SpriteContent } from '../pack/content'
import { outlineOf, FULL_BOX } from './outline'
import { crop, looksLikePixelArt, type Pixels, type Rect } from './pixels'

/** What a template's sprite part asks of a new drawing. */
export interface SpriteWish {
  clips: readonly string[]
  optionalClips: readonly string[]
  /** The content to take speeds, pivot and size from. */
  like: SpriteContent
}

/** Cells of a strip, row by row. A size that does not divide loses the rest at the right and below. */
export function cells(width: number, height: number, columns: number, rows: number): Rect[] {
  const w = Math.max(1, Math.floor(width / columns))
  const h = Math.max(1, Math.floor(height / rows))
  return Array.from({ length: columns * rows }, (_, i) => ({
    x: (i % columns) * w,
    y: Math.floor(i / columns) * h,
    w,
    h,
  }))
}

/**
 * A guess at how many cells a picture is a strip of: a row of squares when the width is a whole multiple of the
 * height, else one picture.
 */
export function guessStrip(width: number, height: number): { columns: number; rows: number } {
  const ratio = width / height
  if (ratio >= 2 && ratio <= 16 && width % height === 0) return { columns: ratio, rows: 1 }
  return { columns: 1, rows: 1 }
}

/**
 * Makes the content of a sprite part from one picture cut into cells. With as many rows as clips, each row is a clip;
 * else all cells are one clip that serves for all. Pivot and shown height follow the template; the hit shape is the
 * outline of the first frame.
 */
export function spriteFromPicture(
  hash: string,
  pixels: Pixels,
  cut: { columns: number; rows: number },
  wish: SpriteWish,
): SpriteContent {
  const all = cells(pixels.width, pixels.height, cut.columns, cut.rows)
  const names = [...wish.clips, ...wish.optionalClips]
  const perClip = cut.rows > 1 && cut.rows <= names.length
  const clips: SpriteContent['clips'] = {}
  const groups = perClip ? names.slice(0, cut.rows) : names.slice(0, 1)
  groups.forEach((name, row) => {
    const rects = perClip ? all.slice(row * cut.columns, (row + 1) * cut.columns) : all
    const drawn = rects.filter((rect) => looksDrawn(pixels, rect))
    const like = wish.like.clips[name]
    const fps = like !== undefined && like.frames.length > 1 ? like.fps : 8
    clips[name] = {
      frames: (drawn.length > 0 ? drawn : rects.slice(0, 1)).map((rect) => ({ asset: hash, ...rect, hold: 1 })),
      fps,
      mode: like?.mode ?? 'loop',
    }
  })
  const first = clips[groups[0]!]!.frames[0]!
  const frame = crop(pixels, first)
  return {
    kind: 'sprite',
    clips,
    strip: cut,
    pivot: { ...wish.like.pivot },
    hitShape: outlineOf(frame) ?? FULL_BOX.map((p) => ({ ...p })),
    height: wish.like.height,
    crisp: looksLikePixelArt(frame),
  }
}

function looksDrawn(pixels: Pixels, rect: Rect): boolean {
  for (let y = rect.y; y < rect.y + rect.h; y++)
    for (let x = rect.x, at = (y * pixels.width + rect.x) * 4 + 3; x < rect.x + rect.w; x++, at += 4)
      if (pixels.data[at]! > 8) return true
  return false
}

import type { AssetFacts } from '../pack/asset'
import type { SpriteContent } from '../kinds/drawing'
import type { Workplace } from './bring-in'
import { enlargement } from './crispness'
import { keyOut, type KeyOut } from './key-out'
import { type PixelsOf, framesOf } from './place'
import type { Pixels } from './pixels'
import { shrinkArea, shrinkNearest } from './resize'
import { filledOut, levelled, topOf } from './tile'

/** A change of the drawing's own pixels. Everything else about a sprite is only numbers and needs no new file. */
export type Rework =
  | { do: 'key-out'; options: Omit<KeyOut, 'cells'> }
  /** To `height` px a frame: area mean for smooth art, whole factors for art drawn pixel by pixel. */
  | { do: 'resize'; height: number }
  /** Tiles: tops at one line, of the frames that have one of these places among all frames of the sprite. */
  | { do: 'level'; frames: readonly number[] }
  /** Tiles: drawn up to their sides. */
  | { do: 'fill-out' }

export interface Reworked {
  sprite: SpriteContent
  assets: Record<string, AssetFacts>
  files: Map<string, Uint8Array>
  /** Decoded, by hash, for whoever shows them next. */
  pixels: Map<string, Pixels>
}

/**
 * Works on every file a sprite's frames lie in and gives the sprite with the new ones in their place. The old files stay
 * as what the new ones were made from. `facts` and `pixelsOf` answer for the sprite's assets.
 */
export async function reworkSprite(
  sprite: SpriteContent,
  what: Rework,
  facts: (hash: string) => AssetFacts,
  pixelsOf: PixelsOf,
  place: Workplace,
): Promise<Reworked> {
  const result: Reworked = { sprite, assets: {}, files: new Map(), pixels: new Map() }
  const frames = framesOf(sprite)
  const low = what.do === 'level' ? what.frames.flatMap((i) => frames[i] ?? []) : []
  const top = Math.min(...low.map((frame) => topOf(pixelsOf(frame.asset), frame)))
  const tall = Math.max(...frames.map((frame) => sprite.canvas?.h ?? frame.h))
  for (const hash of new Set(frames.map((frame) => frame.asset))) {
    const old = pixelsOf(hash)
    const mine = (all: readonly (typeof frames)[number][]) => all.filter((frame) => frame.asset === hash)
    const made = what.do === 'level' ? levelled(old, mine(low), top) : change(old, what, mine(frames), tall)
    if (made === old) continue
    const { bytes, mime } = await place.encode(made)
    const to = await place.hash(bytes)
    result.files.set(to, bytes)
    result.pixels.set(to, made)
    result.assets[to] = {
      ...facts(hash),
      mime,
      bytes: bytes.length,
      width: made.width,
      height: made.height,
      madeFrom: hash,
    }
    result.sprite = replaceAsset(result.sprite, hash, to, made.width / old.width, made.height / old.height)
  }
  return result
}

function change(
  pixels: Pixels,
  what: Exclude<Rework, { do: 'level' }>,
  cells: readonly { x: number; y: number; w: number; h: number }[],
  tall: number,
): Pixels {
  if (what.do === 'key-out') return keyOut(pixels, { ...what.options, cells })
  if (what.do === 'fill-out') return filledOut(pixels, cells)
  const factor = tall / what.height
  if (factor <= 1) return pixels
  const drawnPixels = enlargement(pixels)
  if (drawnPixels > 1) return shrinkNearest(pixels, wholeFactor(drawnPixels, factor))
  // Cells stay whole where their size allows it: every rectangle is scaled by the same share.
  return shrinkArea(
    pixels,
    Math.max(1, Math.round(pixels.width / factor)),
    Math.max(1, Math.round(pixels.height / factor)),
  )
}

/** The largest divisor of an enlargement that is not above the factor that is wanted. */
function wholeFactor(enlarged: number, factor: number): number {
  for (let k = Math.min(enlarged, Math.floor(factor)); k > 1; k--) if (enlarged % k === 0) return k
  return 1
}

export function replaceAsset(sprite: SpriteContent, from: string, to: string, kx: number, ky: number): SpriteContent {
  const scaled = (value: number, k: number, least = 0) => Math.max(least, Math.round(value * k))
  const clips = Object.fromEntries(
    Object.entries(sprite.clips).map(([name, clip]) => [
      name,
      {
        ...clip,
        frames: clip.frames.map((f) =>
          f.asset !== from
            ? f
            : {
                ...f,
                asset: to,
                x: scaled(f.x, kx),
                y: scaled(f.y, ky),
                w: scaled(f.w, kx, 1),
                h: scaled(f.h, ky, 1),
                ...(f.ox === undefined ? {} : { ox: Math.round(f.ox * kx) }),
                ...(f.oy === undefined ? {} : { oy: Math.round(f.oy * ky) }),
              },
        ),
      },
    ]),
  )
  const canvas = sprite.canvas
  return {
    ...sprite,
    clips,
    ...(canvas === undefined ? {} : { canvas: { w: scaled(canvas.w, kx, 1), h: scaled(canvas.h, ky, 1) } }),
  }
}

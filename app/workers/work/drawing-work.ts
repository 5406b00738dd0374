import type { AlignBy } from '@core/art/align'
import { palette } from '@core/art/colours'
import { standOut } from '@core/art/contrast'
import { artPixels, enlargement } from '@core/art/crispness'
import { encodeGif } from '@core/art/gif'
import { borderColour } from '@core/art/key-out'
import { fairness, outlineOf, shapeArea } from '@core/art/outline'
import { aligned, framesOf, inCanvas, trimmed } from '@core/art/place'
import { maskedAgain } from '@core/art/mask'
import { coverage, drawnBox, type Pixels } from '@core/art/pixels'
import { findRepeat } from '@core/art/repeat'
import { reworkSprite, type Rework } from '@core/art/rework'
import { asFairAs, boxShape, capsuleShape } from '@core/art/shapes'
import { standAgain } from '@core/art/stand-in'
import { hairAt, SIDES, topOf } from '@core/art/tile'
import type { Point } from '@core/game/types'
import type { Frame, SpriteContent } from '@core/kinds/drawing'
import type { Template } from '@core/template/template'
import { answer } from './answer'
import type { FactsTable, WorkFiles, WorkshopPlace } from './files'

/** What the sprite editor tells about a drawing. */
export interface SpriteLook {
  palette: { colour: string; share: number }[]
  border: { r: number; g: number; b: number } | null
  /** 1 when it was not enlarged. */
  enlarged: number
  /** px of the art from top to bottom, null for smooth drawings. */
  art: number | null
  /** 0..1 of the canvas: box of what is drawn in the first frame. */
  drawn: { x: number; y: number; w: number; h: number } | null
}

/** Work on drawings that are in the pack, and what is told about them. */
export const drawingWork = (place: WorkshopPlace, { pixelsOf, pixelsFor }: WorkFiles) => ({
  trim: (sprite: SpriteContent, assets: FactsTable, template: Template, margin: number) =>
    answer(async () => {
      const of = await pixelsFor(sprite, assets, template)
      return maskedAgain(trimmed(sprite, of, margin), of)
    }),

  align: (sprite: SpriteContent, clip: string, by: AlignBy, assets: FactsTable, template: Template) =>
    answer(async () => {
      const of = await pixelsFor(sprite, assets, template)
      const { sprite: next, moves } = aligned(sprite, clip, by, of)
      return { sprite: maskedAgain(next, of), moves }
    }),

  /** Of each frame of a tile: px above its top, and the widest hair at one of its sides. */
  async tiles(sprite: SpriteContent, assets: FactsTable, template: Template): Promise<{ top: number; hair: number }[]> {
    const of = await pixelsFor(sprite, assets, template)
    return framesOf(sprite).map((frame) => {
      const pixels = of(frame.asset)
      return { top: topOf(pixels, frame), hair: Math.max(...SIDES.map((side) => hairAt(pixels, frame, side))) }
    })
  },

  /** `like` is the template's drawing: what was cut out of its backdrop stands where that one stands. */
  rework: (
    sprite: SpriteContent,
    what: Rework,
    assets: FactsTable,
    template: Template,
    like?: SpriteContent,
    likeFacts: FactsTable = {},
  ) =>
    answer(async () => {
      const of = await pixelsFor(sprite, assets, template, true)
      const made = await reworkSprite(sprite, what, (hash) => assets[hash]!, of, place)
      for (const [hash, pixels] of made.pixels) pixelsOf.put(hash, pixels)
      const now = (hash: string) => made.pixels.get(hash) ?? of(hash)
      let { sprite: next } = made
      if (what.do === 'key-out' && like !== undefined && made.files.size > 0) {
        const likeOf = await pixelsFor(like, likeFacts, template).catch(() => null)
        next = standAgain(next, now, like, likeOf)
      }
      return { sprite: maskedAgain(next, now), assets: made.assets, files: made.files }
    }),

  /** A frame with its backdrop taken out, as it would look: for the preview, nothing is kept. */
  previewRework: (sprite: SpriteContent, frame: Frame, what: Rework, assets: FactsTable, template: Template) =>
    answer(async () => {
      const of = await pixelsFor(sprite, assets, template)
      const one = { ...sprite, clips: { one: { frames: [frame], fps: 1, mode: 'once' as const } } }
      const made = await reworkSprite(one, what, (hash) => assets[hash]!, of, {
        ...place,
        encode: async () => ({ bytes: new Uint8Array(1), mime: 'image/png' as const }),
        hash: async () => 'preview',
      })
      const pixels = made.pixels.get('preview')
      if (pixels === undefined) return null
      const bitmap = await place.toShow(pixels)
      const at = Object.values(made.sprite.clips)[0]!.frames[0]!
      return place.transfer({ bitmap, x: at.x, y: at.y, w: at.w, h: at.h }, [bitmap])
    }),

  async look(sprite: SpriteContent, frame: Frame, assets: FactsTable, template: Template): Promise<SpriteLook | null> {
    const of = await pixelsFor(sprite, assets, template).catch(() => null)
    if (of === null) return null
    const pixels = inCanvas(sprite, frame, of)
    const box = drawnBox(pixels)
    return {
      palette: palette(pixels),
      border: borderColour(pixels),
      enlarged: enlargement(pixels),
      art: artPixels(pixels),
      drawn:
        box === null
          ? null
          : {
              x: box.x / pixels.width,
              y: box.y / pixels.height,
              w: box.w / pixels.width,
              h: box.h / pixels.height,
            },
    }
  },

  /** Area of the shape over the drawn area; null when that cannot be told. */
  async fairness(
    shape: Point[],
    sprite: SpriteContent,
    frame: Frame,
    assets: FactsTable,
    template: Template,
  ): Promise<number | null> {
    const of = await pixelsFor(sprite, assets, template).catch(() => null)
    const ratio = of === null ? Infinity : fairness(shape, inCanvas(sprite, frame, of))
    return Number.isFinite(ratio) ? ratio : null
  },

  /** A hit shape for one frame, 0..1 of the canvas. */
  async shape(
    kind: 'outline' | 'box' | 'capsule' | 'fair',
    points: number,
    ratio: number,
    sprite: SpriteContent,
    frame: Frame,
    assets: FactsTable,
    template: Template,
  ): Promise<Point[] | null> {
    const of = await pixelsFor(sprite, assets, template).catch(() => null)
    if (of === null) return null
    const pixels = inCanvas(sprite, frame, of)
    if (kind === 'box') return boxShape(pixels)
    if (kind === 'capsule') return capsuleShape(pixels)
    if (kind === 'outline') return outlineOf(pixels, points)
    const base = frame.hitShape ?? sprite.hitShape
    return coverage(pixels) === 0 || shapeArea(base) === 0 ? null : asFairAs(base, pixels, ratio)
  },

  async repeatOf(sprite: SpriteContent, frame: Frame, assets: FactsTable, template: Template): Promise<number | null> {
    const of = await pixelsFor(sprite, assets, template).catch(() => null)
    return of === null ? null : findRepeat(inCanvas(sprite, frame, of))
  },

  /** How well drawings stand out from a backdrop: one answer a sprite, null where it cannot be told. */
  async standOut(sprites: SpriteContent[], ground: string, dim: number, assets: FactsTable, template: Template) {
    const behind = await pixelsOf(ground, template, assets[ground])
    return Promise.all(
      sprites.map(async (sprite) => {
        const of = await pixelsFor(sprite, assets, template).catch(() => null)
        return of === null || behind === null ? null : standOut(inCanvas(sprite, framesOf(sprite)[0]!, of), behind, dim)
      }),
    )
  },

  makeGif: (frames: Pixels[], delayMs: number): Promise<Uint8Array> => encodeGif(frames, delayMs),
})

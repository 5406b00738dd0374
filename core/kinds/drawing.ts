import * as z from 'zod'
import { Colour, Hash, HitShape, Mask, Pivot } from './values'

export const Frame = z.object({
  asset: Hash,
  x: z.int().min(0).max(16384),
  y: z.int().min(0).max(16384),
  w: z.int().min(1).max(16384),
  h: z.int().min(1).max(16384),
  hold: z.number().min(0.1).max(20),
  ox: z.int().min(-16384).max(16384).optional(),
  oy: z.int().min(-16384).max(16384).optional(),
  hitShape: HitShape.optional(),
})
export type Frame = z.infer<typeof Frame>

export const Clip = z.object({
  frames: z.array(Frame).min(1).max(256),
  fps: z.number().min(0.5).max(60),
  mode: z.enum(['loop', 'once', 'bounce']),
  loopFrom: z.int().min(0).max(255).optional(),
  repeats: z.int().min(0).max(99).optional(),
  pivot: Pivot.optional(),
  hitShape: HitShape.optional(),
})
export type Clip = z.infer<typeof Clip>

/** How a strip was cut, kept so that the cut can be changed again. px; all but columns and rows are 0 when absent. */
export const Strip = z.object({
  columns: z.int().min(1).max(256),
  rows: z.int().min(1).max(256),
  marginX: z.int().min(0).max(4096).optional(),
  marginY: z.int().min(0).max(4096).optional(),
  gapX: z.int().min(0).max(1024).optional(),
  gapY: z.int().min(0).max(1024).optional(),
  /** px of a cell; what is left at the right and below stays unused. Without them cells share the picture evenly. */
  cellW: z.int().min(1).max(16384).optional(),
  cellH: z.int().min(1).max(16384).optional(),
  /** Clip of each row; an empty name for a row of no clip. */
  clips: z
    .array(z.union([z.string().regex(/^[a-z][a-z0-9-]{0,23}$/), z.literal('')]))
    .max(256)
    .optional(),
  /** Cells (row by row, from 0) that are not frames. */
  without: z.array(z.int().min(0).max(65535)).max(4096).optional(),
})
export type Strip = z.infer<typeof Strip>

export const Recolour = z.object({
  hue: z.number().min(-180).max(180),
  tint: z.union([Colour, z.literal('')]),
  share: z.number().min(0).max(1),
  swaps: z.array(z.object({ from: Colour, to: Colour, near: z.number().min(0).max(1) })).max(16),
})
export type Recolour = z.infer<typeof Recolour>

export const SpriteContent = z.object({
  kind: z.literal('sprite'),
  clips: z.record(z.string().regex(/^[a-z][a-z0-9-]{0,23}$/), Clip),
  strip: Strip,
  canvas: z.object({ w: z.int().min(1).max(16384), h: z.int().min(1).max(16384) }).optional(),
  pivot: Pivot,
  hitShape: HitShape,
  height: z.number().min(0.1).max(10),
  crisp: z.boolean(),
  /** In a game that came as a folder: written in its own size, not in that of the file it stands for. */
  ownSize: z.literal(true).optional(),
  recolour: Recolour.optional(),
  repeatFrom: z.number().min(0).max(1).optional(),
  /** Which cells of the first frame are drawn, for what crumbles; `of` is what it was made of (`maskKey`). */
  mask: z.intersection(z.object({ of: z.string().max(160) }), Mask).optional(),
})
export type SpriteContent = z.infer<typeof SpriteContent>

/** What a mask is made of: the first frame, and where it lies. One of anything else is of no use. */
export function maskKey({ clips, canvas }: Pick<SpriteContent, 'clips' | 'canvas'>): string {
  const { asset, x, y, w, h, ox = 0, oy = 0 } = Object.values(clips)[0]!.frames[0]!
  return [asset, x, y, w, h, ox, oy, canvas?.w ?? w, canvas?.h ?? h].join(' ')
}

/** One drawing in a content: the part's own, under an empty entry, or that of an entry with its name. */
export interface Drawing {
  entry: string
  name: string
  sprite: SpriteContent
}

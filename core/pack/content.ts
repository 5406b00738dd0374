import * as z from 'zod'
import { SoundEdit } from '../sound/edit'
import { EffectRecipe } from '../sound/effect-maker'

/** SHA-256 of an asset's bytes, lower-case hex: the only name a file has inside a pack. */
export const Hash = z.string().regex(/^[0-9a-f]{64}$/)
/** Stable words: `hero`, `catch-sound`. */
export const PartId = z.string().regex(/^[a-z][a-z0-9-]{0,39}$/)
/** A part, or a part in one of its places only: `backdrop@won`. */
export const PartKey = z.string().regex(/^[a-z][a-z0-9-]{0,39}(@[a-z][a-z0-9-]{0,23})?$/)

/** A text: a wording part, or one line of a story (`intro-story#a1`). */
export const WordKey = z.string().regex(/^[a-z][a-z0-9-]{0,39}(@[a-z][a-z0-9-]{0,23})?(#[a-z0-9]{1,12})?$/)

const unit = z.number().min(-2).max(3)
export const PointSchema = z.object({ x: unit, y: unit })

export const HitShape = z.array(PointSchema).min(3).max(64)
const Pivot = z.object({ x: z.number().min(-1).max(2), y: z.number().min(-1).max(2) })
const Colour = z.string().regex(/^#[0-9a-f]{6}$/)

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

export const Clip = z.object({
  frames: z.array(Frame).min(1).max(256),
  fps: z.number().min(0.5).max(60),
  mode: z.enum(['loop', 'once', 'bounce']),
  loopFrom: z.int().min(0).max(255).optional(),
  repeats: z.int().min(0).max(99).optional(),
  pivot: Pivot.optional(),
  hitShape: HitShape.optional(),
})

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

export const Recolour = z.object({
  hue: z.number().min(-180).max(180),
  tint: z.union([Colour, z.literal('')]),
  share: z.number().min(0).max(1),
  swaps: z.array(z.object({ from: Colour, to: Colour, near: z.number().min(0).max(1) })).max(16),
})

export const SpriteContent = z.object({
  kind: z.literal('sprite'),
  clips: z.record(z.string().regex(/^[a-z][a-z0-9-]{0,23}$/), Clip),
  strip: Strip,
  canvas: z.object({ w: z.int().min(1).max(16384), h: z.int().min(1).max(16384) }).optional(),
  pivot: Pivot,
  hitShape: HitShape,
  height: z.number().min(0.1).max(10),
  crisp: z.boolean(),
  recolour: Recolour.optional(),
  repeatFrom: z.number().min(0).max(1).optional(),
})

export const PictureContent = z.object({
  kind: z.literal('picture'),
  asset: Hash,
  fit: z.enum(['cover', 'contain', 'tile']),
  crisp: z.boolean(),
  clip: Clip.optional(),
  dim: z.number().min(0).max(0.9).optional(),
  blur: z.number().min(0).max(1).optional(),
  speed: z.number().min(0).max(2).optional(),
  layers: z
    .array(z.object({ asset: Hash, speed: z.number().min(0).max(2) }))
    .max(6)
    .optional(),
})

/** A null asset is silence on purpose. `made` says what was done to which file, `effect` what it was worked out from. */
const audible = {
  asset: Hash.nullable(),
  gainDb: z.number().min(-40).max(12),
  made: z.object({ from: Hash, edit: SoundEdit }).optional(),
  effect: EffectRecipe.optional(),
}
export const SoundContent = z.object({
  kind: z.literal('sound'),
  ...audible,
  /** dB the music steps back by while this sounds: for speech. */
  duckDb: z.number().min(-24).max(0).optional(),
})
/** From `loopFromS` to `loopToS` (0: the end) it goes round; what comes before is played once. */
export const MusicContent = z.object({
  kind: z.literal('music'),
  ...audible,
  loopFromS: z.number().min(0).max(3600).optional(),
  loopToS: z.number().min(0).max(3600).optional(),
})
const LetterScale = z.number().min(0.3).max(2)
export const TextStyle = z.object({
  colour: Colour.optional(),
  outlineColour: Colour.optional(),
  /** Letter heights. */
  outline: z.number().min(0).max(0.4).optional(),
  align: z.enum(['left', 'center', 'right']).optional(),
  typeface: Hash.optional(),
})
export const WordingContent = z.object({
  kind: z.literal('wording'),
  text: z.string().max(2000),
  scale: LetterScale,
  /** Letters get smaller by themselves where the text would not fit, down to this. */
  shrinkTo: LetterScale.optional(),
  style: TextStyle.optional(),
})

/** Lines before or after a play. `seconds` 0 waits for a press. */
export const StoryLine = z.object({
  id: z.string().regex(/^[a-z0-9]{1,12}$/),
  text: z.string().max(600),
  picture: Hash.nullable(),
  sound: Hash.nullable(),
  seconds: z.number().min(0).max(120),
})
export const StoryContent = z.object({ kind: z.literal('story'), lines: z.array(StoryLine).max(600) })
export const DialContent = z.object({ kind: z.literal('dial'), value: z.number().min(-100000).max(100000) })

/** Letters: a font file or a sheet of drawn glyphs; with neither, the family that comes with every game. */
export const TypefaceContent = z.object({
  kind: z.literal('typeface'),
  name: z.string().max(80),
  asset: Hash.nullable(),
  glyphs: z
    .object({
      asset: Hash,
      columns: z.int().min(1).max(64),
      rows: z.int().min(1).max(64),
      order: z.string().min(1).max(512),
    })
    .nullable(),
})

export const CastEntry = z.object({
  id: PartId,
  name: z.string().max(60),
  sprite: SpriteContent,
  points: z.int().min(-9999).max(9999),
  harm: z.int().min(0).max(99),
  often: z.number().min(0).max(100),
})
export const CastContent = z.object({ kind: z.literal('cast'), entries: z.array(CastEntry).max(60) })

export const PartContent = z.discriminatedUnion('kind', [
  SpriteContent,
  PictureContent,
  SoundContent,
  MusicContent,
  WordingContent,
  DialContent,
  CastContent,
  TypefaceContent,
  StoryContent,
])

export type Frame = z.infer<typeof Frame>
export type Clip = z.infer<typeof Clip>
export type SpriteContent = z.infer<typeof SpriteContent>
export type PictureContent = z.infer<typeof PictureContent>
export type SoundContent = z.infer<typeof SoundContent>
export type MusicContent = z.infer<typeof MusicContent>
export type WordingContent = z.infer<typeof WordingContent>
export type DialContent = z.infer<typeof DialContent>
export type CastEntry = z.infer<typeof CastEntry>
export type CastContent = z.infer<typeof CastContent>
export type TypefaceContent = z.infer<typeof TypefaceContent>
export type TextStyle = z.infer<typeof TextStyle>
export type StoryLine = z.infer<typeof StoryLine>
export type StoryContent = z.infer<typeof StoryContent>
export type Recolour = z.infer<typeof Recolour>
export type Strip = z.infer<typeof Strip>
export type PartContent = z.infer<typeof PartContent>
export type PartKind = PartContent['kind']

/** Every asset a content uses, each once, in order of first use. */
export function assetsOf(content: PartContent): string[] {
  const found = new Set<string>()
  const sprite = (s: SpriteContent) => {
    for (const clip of Object.values(s.clips)) for (const frame of clip.frames) found.add(frame.asset)
  }
  switch (content.kind) {
    case 'sprite':
      sprite(content)
      break
    case 'cast':
      for (const entry of content.entries) sprite(entry.sprite)
      break
    case 'picture':
      found.add(content.asset)
      for (const layer of content.layers ?? []) found.add(layer.asset)
      for (const frame of content.clip?.frames ?? []) found.add(frame.asset)
      break
    case 'typeface':
      if (content.asset !== null) found.add(content.asset)
      if (content.glyphs !== null) found.add(content.glyphs.asset)
      break
    case 'sound':
    case 'music':
      if (content.asset !== null) found.add(content.asset)
      break
    case 'story':
      for (const line of content.lines) {
        if (line.picture !== null) found.add(line.picture)
        if (line.sound !== null) found.add(line.sound)
      }
      break
    case 'wording':
      if (content.style?.typeface !== undefined) found.add(content.style.typeface)
      break
    case 'dial':
      break
  }
  return [...found]
}

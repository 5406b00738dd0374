import * as z from 'zod'
import type { today } from '../game/doc-versions'
import { SHAPES } from '../game/stage'
import { ROLES, type GameDoc } from '../game/types'
import { FieldContent } from '../kinds/field'
import { MusicContent, SoundContent } from '../kinds/audible'
import { DeckContent } from '../kinds/deck'
import { LayoutContent } from '../kinds/layout'
import { WayContent } from '../kinds/way'
import { PictureContent } from '../kinds/picture'
import { SpriteContent } from '../kinds/drawing'
import { Colour, Hash } from '../kinds/values'
import { WordingContent } from '../kinds/wording'
import { MOST_LEVELS } from '../pack/level'
import { TextBoxSchema } from './template'

const By = <T extends z.ZodType>(what: T) => z.record(z.string().max(100), what)
const Id = z.string().max(60)
const Sprite = SpriteContent.omit({ kind: true, strip: true })
const Audible = { kind: true, made: true, effect: true } as const

/** `game.json`, version 2: parts by kind and then by id. Kinds that are not named here are handed on as they are. */
export const GameDocSchema = z.object({
  format: z.literal('pack-post-game'),
  version: z.literal(2),
  template: z.object({ id: Id, version: z.string().max(20) }),
  title: z.string().max(400),
  stage: z.enum(SHAPES),
  colours: z.object({ accent: z.string(), plate: z.string(), ink: z.string() }),
  roles: z.partialRecord(z.enum(ROLES), Id),
  parts: z
    .object({
      sprite: By(Sprite),
      picture: By(PictureContent.omit({ kind: true })),
      sound: By(SoundContent.omit(Audible)),
      music: By(MusicContent.omit(Audible)),
      wording: By(WordingContent.omit({ kind: true }).extend({ box: TextBoxSchema })),
      story: By(z.object({ lines: z.array(z.object({ id: Id, seconds: z.number().min(0).max(120) })).max(600) })),
      dial: By(z.number()),
      cast: By(
        z.array(z.object({ id: Id, name: z.string().max(60), sprite: Sprite, fields: By(FieldContent) })).max(60),
      ),
      choice: By(z.string().max(24)),
      switch: By(z.boolean()),
      colour: By(Colour),
      spot: By(z.object({ x: z.number(), y: z.number() })),
      layout: By(z.object({ pieces: LayoutContent.shape.pieces })),
      way: By(z.object({ spaces: WayContent.shape.spaces })),
      deck: By(z.object({ key: z.string().max(100), rows: DeckContent.shape.rows })),
    })
    .partial()
    .catchall(By(z.unknown())),
  levels: z
    .array(z.object({ id: Id, name: z.string().max(60) }))
    .max(MOST_LEVELS)
    .optional(),
  dresses: z.object({ looks: Id, of: Id, price: Id }).optional(),
  languages: z
    .array(z.object({ tag: z.string().max(35), name: z.string().max(60), words: By(z.string().max(2000)) }))
    .max(21),
  credits: z.array(z.object({ what: z.string(), author: z.string(), licence: z.string(), link: z.string() })),
  pixels: z.int().min(0).max(64),
  glyphs: z.object({ asset: Hash, columns: z.int(), rows: z.int(), order: z.string().max(512) }).optional(),
  assets: By(z.object({ file: z.string().max(200), mime: z.string().max(60) })),
  typeface: z.string().max(200).optional(),
})

/** Version 1 was written by arcades for themselves only; of it no more is asked than what tells it apart. */
const GameDoc1 = z.looseObject({
  format: z.literal('pack-post-game'),
  version: z.literal(1),
  sprites: By(z.unknown()),
  dials: By(z.number()),
  casts: By(z.array(z.unknown())),
})

/** A document of any version as it was stored; throws for what is none. */
export const readGameDoc = (raw: unknown): Parameters<typeof today>[0] =>
  z.discriminatedUnion('version', [GameDocSchema, GameDoc1]).parse(raw) as unknown as GameDoc

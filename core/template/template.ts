import * as z from 'zod'
import { Device } from '../label/label'
import { CATEGORIES } from '../label/names'
import { AssetFacts } from '../pack/asset'
import { MOST_LEVELS } from '../pack/level'
import { PartContent } from '../kinds'
import { DeckColumn } from '../kinds/deck'
import { FieldSpec } from '../kinds/field'
import { Place } from '../kinds/spot'
import { ROLES, type Role } from '../game/types'
import { SHAPES } from '../game/stage'
import { GuideLine, MOST_LINES } from './guide'
import { PartId, PartKey } from '../kinds/values'
import { Folder } from './folder'

export const MOMENTS = ['start', 'play', 'end', 'all'] as const
export type Moment = (typeof MOMENTS)[number]
export const MOMENT_NAMES: Record<Moment, string> = { start: 'Start', play: 'In play', end: 'End', all: 'All over' }

export const TextBoxSchema = z.object({
  x: z.number(),
  y: z.number(),
  w: z.number().positive(),
  h: z.number().positive(),
  size: z.number().positive(),
  lines: z.int().min(1).max(20),
  align: z.enum(['left', 'center', 'right']),
  tone: z.enum(['title', 'plain', 'plate', 'hud']),
})

export const DialSpec = z.object({
  min: z.number(),
  max: z.number(),
  step: z.number().positive(),
  unit: z.string().max(20),
  /** What turning it up does, in one line. */
  effect: z.string().max(160),
  /** Where the presets put it; absent for dials that no preset moves. */
  gentle: z.number().optional(),
  wild: z.number().optional(),
})

/** One place a part is met in; with a `use` something else can be shown there only. */
export const Use = z.object({
  use: z.union([z.string().regex(/^[a-z][a-z0-9-]{0,23}$/), z.literal('')]),
  name: z.string().max(80),
})
export type Use = z.infer<typeof Use>

export const PartSpec = z.object({
  id: PartKey,
  name: z.string().min(1).max(100),
  /** One line: what it is in the game. */
  about: z.string().max(200),
  moment: z.enum(MOMENTS),
  /** Parts that share a sheet are one row in the list and edited together. */
  sheet: z.string().max(40).optional(),
  /** Fine as it comes: not counted as "still the template's". */
  fineAsIs: z.boolean(),
  /** Where it shows. */
  appearsIn: z.array(Use).min(1),
  /** Sprites: clips the game asks for, the first of them always needed. */
  clips: z.array(z.string()).optional(),
  optionalClips: z.array(z.string()).optional(),
  /** Sprites: drawn as a column whose lower rows repeat. */
  column: z.boolean().optional(),
  /** Sprites: crumbles in play, cell by cell, as it is drawn. */
  crumbles: z.boolean().optional(),
  /** Casts: what its entries do. */
  role: z.enum(['good', 'bad']).optional(),
  /** Casts: what each entry says of itself. */
  fields: z.array(FieldSpec).max(20).optional(),
  /** Where its text stands: on the stage's shape that a pack has chosen, once a template is fitted to that pack. */
  box: TextBoxSchema.optional(),
  /** Where it stands on a tall stage instead. */
  tallBox: TextBoxSchema.optional(),
  dial: DialSpec.optional(),
  /** Choices: the ways there are. */
  options: z
    .array(z.object({ id: z.string().regex(/^[a-z][a-z0-9-]{0,23}$/), name: z.string().max(60) }))
    .min(2)
    .max(12)
    .optional(),
  /** Courses: the cast their tiles are of, and the casts of what may stand in them. */
  course: z
    .object({
      /** None where nothing is laid cell by cell. */
      tiles: PartId.optional(),
      things: z.array(PartId).max(8),
      /** A play begins at its start; not where it is a pattern that plays bring in. */
      starts: z.boolean().optional(),
      /** The cast that what is only seen is one of: a picture that is dropped beside all things is a new one of these. */
      decor: PartId.optional(),
      /** Which of them go a way that is drawn: those whose field says one of these. */
      ways: z
        .array(z.object({ part: PartId, field: z.string(), is: z.array(z.string()).min(1) }))
        .max(8)
        .optional(),
    })
    .optional(),
  /** Decks: what each row says. */
  deck: z
    .object({
      columns: z.array(DeckColumn).min(1).max(8),
      /** What its rows are called, more than one of them. */
      rows: z.string().min(1).max(20),
      /** There is a game without any row. */
      optional: z.boolean().optional(),
      /** The dial that says how many whole rows a play needs. */
      fills: PartId.optional(),
    })
    .optional(),
  /** Places: what stands there and what it is seen under, both parts, and how far it may be moved. World units. */
  spot: z.object({ of: PartId, under: PartId, least: Place, most: Place }).optional(),
  /** Ways: the decks that a space can have a card drawn of, the column that says what a card does, whether spaces give points. */
  way: z.object({ decks: z.array(PartId).max(3), does: PartId, points: z.boolean() }).optional(),
  /** Only there in a pack that has those. */
  needs: z.enum(['levels', 'looks']).optional(),
  /** Casts: its entries are looks of that sprite, for players to choose. One of its fields means the price. */
  dresses: PartId.optional(),
  /** What the part is to the game. */
  as: z.enum(ROLES).optional(),
  /** Its name and where it belongs were guessed, and nobody has said so by hand. */
  guess: z.boolean().optional(),
  /** False while it was not seen, heard or read in a play. */
  met: z.boolean().optional(),
  /** A heading that its maker gave it in the list of parts, in place of its moment's. */
  group: z.string().min(1).max(40).optional(),
  content: PartContent,
})
export type PartSpec = z.infer<typeof PartSpec>

/** The heading that what a play has not shown yet stands under. */
export const NOT_MET = 'Not met yet'
/** What a part stands under in a list: a heading its maker gave it, else the moment it is met. */
export const headingOf = ({ met, group, moment }: PartSpec): string =>
  met === false ? NOT_MET : (group ?? MOMENT_NAMES[moment])
/** Headings of those parts in the order they are read: moments, then those made by hand, then what was not met. */
export const headingsOf = (parts: readonly PartSpec[]): string[] => [
  ...new Set([...Object.values(MOMENT_NAMES), ...parts.map(headingOf).filter((one) => one !== NOT_MET), NOT_MET]),
]

/** A part that has to have something in it; `say` tells a maker what, in one sentence. */
export const Requirement = z.object({ part: PartId, say: z.string().min(8).max(200) })
export type Requirement = z.infer<typeof Requirement>

const Common = z.object({
  format: z.literal('pack-post-template'),
  version: z.string().max(20),
  id: PartId,
  name: z.string().max(60),
  tagline: z.string().max(160),
  author: z.string().max(120),
  licence: z.string().max(60),
  /** What kind of game it is: where a new pack’s label begins. */
  category: z.enum(CATEGORIES),
  players: z.string().max(40),
  controls: z.array(z.string().max(80)),
  /** What it can be played with. */
  inputs: z.array(Device).min(1),
  /** Shapes of the stage it can be played on, the usual one first. */
  stages: z.array(z.enum(SHAPES)).min(1),
  colours: z.object({ accent: z.string(), plate: z.string(), ink: z.string() }),
  parts: z.array(PartSpec).min(1),
  /** How many levels a pack may have, and the parts that may be something else in each. */
  levels: z.object({ most: z.int().min(2).max(MOST_LEVELS), parts: z.array(PartId).min(1) }).optional(),
  /** What a game cannot run without, said where it would run, with the part to fill. */
  requires: z.array(Requirement).max(12).optional(),
  /** What makers ask, and where the answer is; the first three are offered to a new pack. */
  guide: z.array(GuideLine).max(MOST_LINES).optional(),
  /** By hash; `path` is relative to the template's folder. */
  assets: z.record(z.string(), z.object({ path: z.string(), facts: AssetFacts })),
})

/** One made of a folder of files that play themselves. */
export const FolderTemplate = Common.extend({ kind: z.literal('folder'), folder: Folder })
export type FolderTemplate = z.infer<typeof FolderTemplate>

/** A prebuilt game with parts of default content: one our engine plays, its rules by the id, or a folder of files that play themselves. */
export const Template = z.discriminatedUnion('kind', [Common.extend({ kind: z.literal('engine') }), FolderTemplate])
export type Template = z.infer<typeof Template>

export function specOf(template: Template, part: string): PartSpec | undefined {
  return template.parts.find((spec) => spec.id === part)
}

/** The part that is that to the game. */
export const partWith = (template: Pick<Template, 'parts'>, role: Role): PartSpec | undefined =>
  template.parts.find((spec) => spec.as === role)

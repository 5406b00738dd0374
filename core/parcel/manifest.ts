import * as z from 'zod'
import { AssetFacts } from '../pack/asset'
import { Hash, PartId, PartKey } from '../kinds/values'
import { PartContent } from '../kinds'
import { SHAPES } from '../game/stage'
import { Level, MOST_LEVELS } from '../pack/level'
import { ENGLISH, Kept, Language, LineageLine, MainLanguage } from '../pack/pack'
import { Label } from '../label/label'
import { FolderPath, LONGEST_PATH, MOST_FOLDER_FILES } from '../template/folder'

export const PARCEL_FORMAT = 'pack-post-parcel'
export const PARCEL_VERSION = 1
/** A folder of the most files, and as many that are handed on beside them. */
export const MOST_PARCEL_FILES = 2 * MOST_FOLDER_FILES + 100

/** Where ours lies in the parcel of a game that came as a folder and has files of such names itself. */
export const BESIDE = 'pack-post/'
/** The template of such a game, in a parcel that goes to an arcade. */
export const HANDED_TEMPLATE = `${BESIDE}template.json`
/** The list of a parcel among its files; undefined where there is none. */
export const manifestFile = (files: ReadonlyMap<string, Uint8Array>): string | undefined =>
  [`${BESIDE}parcel.json`, 'parcel.json'].find((name) => files.has(name))

/** parcel.json: what a host needs to inspect a game without trusting its sender. */
export const ParcelManifest = z.object({
  format: z.literal(PARCEL_FORMAT),
  version: z.literal(PARCEL_VERSION),
  template: z.object({ id: PartId, version: z.string().max(20) }),
  /** The pack as it was built: no notes, no postings. Who can see the game is told to the host apart from this. */
  parts: z.record(PartKey, PartContent),
  stage: z.enum(SHAPES).default('wide'),
  levels: z.array(Level).max(MOST_LEVELS).default([]),
  pixels: z.int().min(0).max(64).default(0),
  language: MainLanguage.default({ ...ENGLISH }),
  languages: z.array(Language).max(20).default([]),
  assets: z.record(Hash, AssetFacts),
  label: Label.omit({ visibility: true }),
  lineage: z.array(LineageLine).max(100).default([]),
  /** Findings the maker left as they are, and why. */
  kept: Kept.default({}),
  /** Of a game that came as a folder: the page it starts with, and the files of it that the pack changes. */
  folder: z.object({ page: FolderPath, changed: z.array(FolderPath).max(MOST_FOLDER_FILES) }).optional(),
  /** Every other file of the parcel. */
  files: z
    .array(z.object({ name: z.string().max(LONGEST_PATH), bytes: z.int().min(0), sha256: Hash }))
    .max(MOST_PARCEL_FILES),
})
export type ParcelManifest = z.infer<typeof ParcelManifest>

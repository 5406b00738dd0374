import { Label } from '@core/label/label'
import { AssetFacts } from '@core/pack/asset'
import { History } from '@core/pack/history'
import { migratePack } from '@core/pack/migrations'
import { Pack } from '@core/pack/pack'
import Dexie, { type EntityTable } from 'dexie'
import * as z from 'zod'

/** Everything a user has lives here, in the browser. Rows are read through schemas: an old tab may have written them. */
export const PackRow = z.object({
  id: z.string(),
  /** Goes up by one with each save, so that two tabs notice each other. */
  rev: z.int(),
  changed: z.string(),
  pack: z.preprocess(migratePack, Pack),
  history: History,
})
export type PackRow = z.infer<typeof PackRow>

/** One file the user ever brought in, once per content. */
export const MineRow = z.object({ hash: z.string(), facts: AssetFacts })
export type MineRow = z.infer<typeof MineRow>

interface AssetRow {
  hash: string
  bytes: Uint8Array
}

export interface KeyRow {
  host: string
  key: string
}

/** What somebody always says on a label, under a name of its own and apart from every pack. */
export const PresetRow = z.object({
  name: z.string().min(1).max(60),
  says: Label.pick({ author: true, tags: true, visibility: true, privacy: true, copies: true }),
})
export type PresetRow = z.infer<typeof PresetRow>

export const db = () => (opened ??= open())
type Db = Dexie & {
  packs: EntityTable<PackRow, 'id'>
  assets: EntityTable<AssetRow, 'hash'>
  mine: EntityTable<MineRow, 'hash'>
  keys: EntityTable<KeyRow, 'host'>
  presets: EntityTable<PresetRow, 'name'>
}
let opened: Db | null = null

function open(): Db {
  const made = new Dexie('pack-post') as Db
  made.version(1).stores({ packs: 'id, changed', assets: 'hash', mine: 'hash', keys: 'host' })
  made.version(2).stores({ presets: 'name' })
  return made
}

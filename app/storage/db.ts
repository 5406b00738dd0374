import { Label } from '@core/label/label'
import { AssetFacts } from '@core/pack/asset'
import { emptyHistory, History } from '@core/pack/history'
import type { Pack } from '@core/pack/pack'
import { readPack, whyUnreadable } from '@core/pack/read'
import Dexie, { type EntityTable } from 'dexie'
import * as z from 'zod'

/** Everything a user has lives here, in the browser. Rows are read through schemas: an old tab may have written them. */
export const PackRow = z.object({
  id: z.string(),
  /** Goes up by one with each save, so that two tabs notice each other. */
  rev: z.int(),
  changed: z.string(),
  pack: z.unknown().transform((raw, ctx): Pack => {
    const pack = readPack(raw)
    if (pack !== null) return pack
    ctx.addIssue({ code: 'custom', message: whyUnreadable(raw) })
    return z.NEVER
  }),
  /** Undo is worth less than the pack: without it the pack still opens. */
  history: History.catch(emptyHistory),
})
export type PackRow = z.infer<typeof PackRow>

/** A row that cannot be opened here, as it is stored. */
export interface ClosedRow {
  id: string
  title: string
  why: string
  /** ISO time; empty where even that is lost. */
  changed: string
  raw: { pack: unknown; history?: unknown }
}

const Title = z.object({ label: z.object({ title: z.string() }) })
export function closedRow(stored: unknown): ClosedRow {
  const row = z
    .object({
      id: z.string().catch(''),
      changed: z.string().catch(''),
      pack: z.unknown().optional(),
      history: z.unknown().optional(),
    })
    .parse(stored)
  const title = Title.safeParse(row.pack)
  return {
    id: row.id,
    title: title.success ? title.data.label.title.slice(0, 200) : '',
    why: whyUnreadable(row.pack),
    changed: row.changed,
    raw: { pack: row.pack ?? null, history: row.history ?? null },
  }
}

/** One file the user ever brought in, once per content. */
export const MineRow = z.object({ hash: z.string(), facts: AssetFacts })
export type MineRow = z.infer<typeof MineRow>

interface AssetRow {
  hash: string
  bytes: Uint8Array
}

export const OldKey = z.object({ key: z.string().min(1), until: z.string() })
export type OldKey = z.infer<typeof OldKey>
export const KeyRow = z.object({ host: z.string(), key: z.string().min(1), old: z.array(OldKey).default([]) })
export type KeyRow = z.infer<typeof KeyRow>

/** How safe a pack is outside of this browser: when it was last saved as a file, and when to ask again. */
export const CareRow = z.object({
  id: z.string(),
  /** ISO times; empty for never. */
  filed: z.string(),
  filedRev: z.int(),
  remindFrom: z.string(),
})
export type CareRow = z.infer<typeof CareRow>

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
  care: EntityTable<CareRow, 'id'>
  /** Templates made of folders in this browser; their files lie in `assets`. */
  templates: EntityTable<{ id: string; template: unknown }, 'id'>
}
let opened: Db | null = null

function open(): Db {
  const made = new Dexie('pack-post') as Db
  made.version(1).stores({ packs: 'id, changed', assets: 'hash', mine: 'hash', keys: 'host' })
  made.version(2).stores({ presets: 'name' })
  made.version(3).stores({ care: 'id' })
  made.version(4).stores({ templates: 'id' })
  return made
}

import type { History } from '@core/pack/history'
import type { Pack } from '@core/pack/pack'
import { db, PackRow } from './db'

/** Another tab saved this pack in the meantime. */
export class SavedElsewhere extends Error {}

export async function loadPack(id: string): Promise<PackRow | null> {
  const row = await db().packs.get(id)
  return row === undefined ? null : PackRow.parse(row)
}

/** All packs, the last changed first. A row that cannot be read is left alone and left out. */
export async function listPacks(): Promise<PackRow[]> {
  const rows = await db().packs.orderBy('changed').reverse().toArray()
  return rows.flatMap((row) => {
    const read = PackRow.safeParse(row)
    return read.success ? [read.data] : []
  })
}

/** Saves over revision `rev` and returns the new one; throws SavedElsewhere when the stored one is another. */
export async function savePack(pack: Pack, history: History, rev: number): Promise<number> {
  return db().transaction('rw', db().packs, async () => {
    const stored = await db().packs.get(pack.id)
    if ((stored?.rev ?? 0) !== rev) throw new SavedElsewhere()
    await db().packs.put({ id: pack.id, rev: rev + 1, changed: new Date().toISOString(), pack, history })
    return rev + 1
  })
}

export async function removePack(id: string): Promise<void> {
  await db().packs.delete(id)
}

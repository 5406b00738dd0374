import type { History } from '@core/pack/history'
import type { Pack } from '@core/pack/pack'
import { closedRow, db, PackRow, type ClosedRow } from './db'

/** Another tab saved this pack in the meantime. */
export class SavedElsewhere extends Error {}

/** Null when there is none; throws when it cannot be read here. */
export async function loadPack(id: string): Promise<PackRow | null> {
  const row = await db().packs.get(id)
  return row === undefined ? null : PackRow.parse(row)
}

/** All packs, the last changed first, and the rows that cannot be opened here, which are left as they are. */
export async function listPacks(): Promise<{ packs: PackRow[]; closed: ClosedRow[] }> {
  const packs: PackRow[] = []
  const closed: ClosedRow[] = []
  // Not by the index of changes: a damaged row may not stand in it.
  for (const row of await db().packs.toArray()) {
    const read = PackRow.safeParse(row)
    if (read.success) packs.push(read.data)
    else closed.push(closedRow(row))
  }
  const lastFirst = (a: { changed: string }, b: { changed: string }) => (a.changed < b.changed ? 1 : -1)
  return { packs: packs.sort(lastFirst), closed: closed.sort(lastFirst) }
}

/** Whether a row of this id is there, readable or not. */
export const hasPack = async (id: string): Promise<boolean> => (await db().packs.where('id').equals(id).count()) > 0

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

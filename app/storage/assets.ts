import type { AssetFacts } from '@core/pack/asset'
import { db, MineRow } from './db'

let keeping: Promise<void> = Promise.resolve()

/** Resolves when everything handed over so far is stored; rejects when something could not be. */
export const bytesKept = (): Promise<void> => keeping

export async function readBytes(hash: string): Promise<Uint8Array | null> {
  const row = await db().assets.get(hash)
  return row === undefined ? null : row.bytes
}

/**
 * Stores files by hash. Whoever shows them need not wait; whoever saves a pack that names them does (`bytesKept`), so
 * that no stored pack ever names bytes that are not there.
 */
export function keepBytes(files: ReadonlyMap<string, Uint8Array>): Promise<void> {
  const before = keeping
  const mine = db()
    .assets.bulkPut([...files].map(([hash, bytes]) => ({ hash, bytes })))
    .then(() => undefined)
  keeping = before.then(() => mine)
  // A failure is told by the save that waits for it, and must not stop every later one.
  keeping.catch(() => {
    keeping = Promise.resolve()
  })
  return mine
}

export async function keepMine(hash: string, facts: AssetFacts): Promise<void> {
  await db().mine.put({ hash, facts })
}

export async function listMine(): Promise<MineRow[]> {
  const rows = await db().mine.toArray()
  return rows.flatMap((row) => {
    const read = MineRow.safeParse(row)
    return read.success ? [read.data] : []
  })
}

import type { AssetFacts } from '@core/pack/asset'
import { db, MineRow } from './db'

export async function readBytes(hash: string): Promise<Uint8Array | null> {
  const row = await db().assets.get(hash)
  return row === undefined ? null : row.bytes
}

export async function keepBytes(files: ReadonlyMap<string, Uint8Array>): Promise<void> {
  await db().assets.bulkPut([...files].map(([hash, bytes]) => ({ hash, bytes })))
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

import type { AssetFacts } from '@core/pack/asset'
import { db, MineRow } from './db'
import { shippedBytes } from './shipped'

/** Bytes that are not stored (yet): shown, checked and saved as a file from here, and tried again. */
const unstored = new Map<string, Uint8Array>()
let writing: Promise<unknown> = Promise.resolve()

async function store(files: ReadonlyMap<string, Uint8Array>): Promise<void> {
  await db().assets.bulkPut([...files].map(([hash, bytes]) => ({ hash, bytes })))
  for (const hash of files.keys()) unstored.delete(hash)
}

/**
 * Resolves when everything handed over so far is stored; what failed before is tried again. Rejects when something
 * still cannot be stored: a pack that names it must not be saved then.
 */
export async function bytesKept(): Promise<void> {
  await writing
  if (unstored.size > 0) await store(new Map(unstored))
}

/** What only this tab has, for a worker that would look in the browser's database. */
export const unstoredBytes = (): ReadonlyMap<string, Uint8Array> => unstored

/** Takes bytes that another thread could not store. */
export function lendBytes(files: ReadonlyMap<string, Uint8Array>): void {
  for (const [hash, bytes] of files) unstored.set(hash, bytes)
}

/** Bytes by hash: from this browser, or from the set that ships, and then this browser has them; null where neither does. */
export async function readBytes(hash: string): Promise<Uint8Array | null> {
  const stored = unstored.get(hash) ?? (await db().assets.get(hash))?.bytes
  if (stored !== undefined) return stored
  const shipped = await shippedBytes(hash)
  // Where there is no room it is fetched again.
  if (shipped !== null) await store(new Map([[hash, shipped]])).catch(() => undefined)
  return shipped
}

/** Stores what a pack names and only the shipped set has yet: a later Pack Post may ship another. */
export async function keepNamed(hashes: readonly string[]): Promise<void> {
  const there = new Set(await db().assets.where('hash').anyOf(hashes).primaryKeys())
  await Promise.all(hashes.filter((hash) => !there.has(hash)).map(readBytes))
}

/**
 * Stores files by hash. Whoever shows them need not wait; whoever saves a pack that names them does (`bytesKept`), so
 * that no stored pack ever names bytes that are not there.
 */
export function keepBytes(files: ReadonlyMap<string, Uint8Array>): Promise<void> {
  for (const [hash, bytes] of files) unstored.set(hash, bytes)
  // A failure is told by the save that waits for it (`bytesKept`), which tries again: what shows need not know.
  const mine = store(files).catch(() => undefined)
  writing = Promise.all([writing, mine])
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

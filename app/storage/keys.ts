import { db, KeyRow, type OldKey } from './db'

/** The secret that proves to a host that a game is mine. Never logged, never in a pack file. */
export async function readKey(host: string): Promise<string | null> {
  return (await rowOf(host))?.key ?? null
}

/** Keys this browser had for a host before, the last one first: games posted with them can still be looked after. */
export async function oldKeys(host: string): Promise<OldKey[]> {
  return (await rowOf(host))?.old ?? []
}

/** Makes `key` the one that is used at a host. The one before it is put aside, and never thrown away. */
export async function keepKey(host: string, key: string): Promise<void> {
  await db().transaction('rw', db().keys, async () => {
    const row = await rowOf(host)
    const kept = (row?.old ?? []).filter((one) => one.key !== key)
    const aside =
      row === null || row.key === key || kept.some((one) => one.key === row.key)
        ? []
        : [{ key: row.key, until: new Date().toISOString() }]
    await db().keys.put({ host, key, old: [...aside, ...kept] })
  })
}

async function rowOf(host: string): Promise<KeyRow | null> {
  const row = await db().keys.get(host)
  return row === undefined ? null : KeyRow.parse(row)
}

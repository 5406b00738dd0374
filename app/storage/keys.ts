import { db } from './db'

/** The secret that proves to a host that a game is mine. Never logged, never in a pack file. */
export async function readKey(host: string): Promise<string | null> {
  return (await db().keys.get(host))?.key ?? null
}

export async function keepKey(host: string, key: string): Promise<void> {
  await db().keys.put({ host, key })
}

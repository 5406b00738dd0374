import { createHash, randomBytes, timingSafeEqual } from 'node:crypto'
import type { Db } from './database'

export const hashKey = (key: string): string => createHash('sha256').update(key).digest('hex')
export const newKey = (): string => randomBytes(32).toString('base64url')
export const newId = (word: string): string => `${word}-${randomBytes(8).toString('hex')}`

export function sameText(a: string, b: string): boolean {
  const x = Buffer.from(a)
  const y = Buffer.from(b)
  return x.length === y.length && timingSafeEqual(x, y)
}

export interface Maker {
  id: string
  banned: boolean
}

/** A new maker with a key, which is told this once. */
export async function newMaker(db: Db): Promise<{ maker: string; key: string }> {
  const key = newKey()
  const hash = hashKey(key)
  const created = new Date().toISOString()
  // A maker is called by the hash of its first key; later keys come and go.
  await db.insertInto('makers').values({ id: hash, created, read_until: '', banned: 0, served: 0 }).execute()
  await db.insertInto('keys').values({ hash, maker: hash, created, revoked: null }).execute()
  return { maker: hash, key }
}

/** Whose key this is; null for one that is not known or was taken back. */
export async function makerOfKey(db: Db, keyHash: string): Promise<Maker | null> {
  const row = await db
    .selectFrom('keys')
    .innerJoin('makers', 'makers.id', 'keys.maker')
    .select(['makers.id', 'makers.banned'])
    .where('keys.hash', '=', keyHash)
    .where('keys.revoked', 'is', null)
    .executeTakeFirst()
  return row === undefined ? null : { id: row.id, banned: row.banned === 1 }
}

/** A new key for a maker. The ones before it, and every session that came from them, end now. */
export async function changeKey(db: Db, maker: string): Promise<string> {
  const key = newKey()
  const now = new Date().toISOString()
  await db.deleteFrom('sessions').where('maker', '=', maker).execute()
  await db.updateTable('keys').set({ revoked: now }).where('maker', '=', maker).where('revoked', 'is', null).execute()
  await db
    .insertInto('keys')
    .values({ hash: hashKey(key), maker, created: now, revoked: null })
    .execute()
  return key
}

export const SESSION_MS = 400 * 86_400_000

/** A session for a browser: a secret of its own, so that the key itself is in no cookie. */
export async function newSession(db: Db, maker: string, keyHash: string): Promise<string> {
  const session = newKey()
  const expires = Date.now() + SESSION_MS
  await db
    .insertInto('sessions')
    .values({ hash: hashKey(session), maker, key_hash: keyHash, expires })
    .execute()
  return session
}

export async function makerOfSession(db: Db, session: string): Promise<string | null> {
  const row = await db
    .selectFrom('sessions')
    .select(['maker', 'expires'])
    .where('hash', '=', hashKey(session))
    .executeTakeFirst()
  return row === undefined || row.expires < Date.now() ? null : row.maker
}

export async function endSession(db: Db, session: string): Promise<void> {
  await db.deleteFrom('sessions').where('hash', '=', hashKey(session)).execute()
}

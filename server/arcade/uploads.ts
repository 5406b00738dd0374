import { sql } from 'kysely'
import type { Db } from './database'

/** Unfinished uploads, and finished ones nobody posted, go after this. */
export const UPLOAD_MS = 24 * 3_600_000

export interface UploadRow {
  id: string
  maker: string
  bytes: number
  used: boolean
  hash: string | null
}

export async function addUpload(
  db: Db,
  upload: { id: string; maker: string; address: string; bytes: number },
): Promise<void> {
  await db
    .insertInto('uploads')
    .values({ ...upload, created: Date.now(), used: 0, hash: null })
    .execute()
}

export async function readUpload(db: Db, id: string): Promise<UploadRow | null> {
  const row = await db.selectFrom('uploads').selectAll().where('id', '=', id).executeTakeFirst()
  return row === undefined
    ? null
    : { id: row.id, maker: row.maker, bytes: row.bytes, used: row.used === 1, hash: row.hash }
}

/** Bytes on their way: of one maker, and of one address. */
export async function bytesOnTheWay(
  db: Db,
  maker: string,
  address: string,
): Promise<{ maker: number; address: number }> {
  const row = await db
    .selectFrom('uploads')
    .select([
      sql<number | null>`sum(case when maker = ${maker} then bytes else 0 end)`.as('own'),
      sql<number | null>`sum(case when address = ${address} then bytes else 0 end)`.as('there'),
    ])
    .where((at) => at.or([at('maker', '=', maker), at('address', '=', address)]))
    .executeTakeFirst()
  return { maker: Number(row?.own ?? 0), address: Number(row?.there ?? 0) }
}

/** An upload is for one posting: false when it was used, or is not there. */
export async function useUpload(db: Db, id: string, maker: string): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('uploads')
    .set({ used: 1 })
    .where('id', '=', id)
    .where('maker', '=', maker)
    .where('used', '=', 0)
    .executeTakeFirst()
  return numUpdatedRows === 1n
}

/** A whole upload lies among the files now, where every server finds it. */
export const placeUpload = (db: Db, id: string, hash: string) =>
  db.updateTable('uploads').set({ hash }).where('id', '=', id).execute()

export const forgetUpload = (db: Db, id: string) => db.deleteFrom('uploads').where('id', '=', id).execute()

/** Uploads nobody goes on with. */
export async function staleUploads(db: Db, before: number): Promise<string[]> {
  const posted = db.selectFrom('postings').select('upload').where('state', 'in', ['sent', 'in-inspection'])
  const rows = await db
    .selectFrom('uploads')
    .select('id')
    .where('created', '<', before)
    .where('id', 'not in', posted)
    .execute()
  return rows.map((row) => row.id)
}

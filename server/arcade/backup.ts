import { createReadStream, createWriteStream } from 'node:fs'
import { rename, rm, stat } from 'node:fs/promises'
import { pipeline } from 'node:stream/promises'
import { createGunzip, createGzip } from 'node:zlib'
import { buffer } from 'node:stream/consumers'
import { extract, pack } from 'tar-stream'
import * as z from 'zod'
import type { Arcade } from './arcade'
import { sha256 } from '../sha256'
import { HASH } from './hash-name'
import { bumpChanges, type Db } from './database'
import { relistAll } from './games'
import { STEPS } from './migrations'
import type { Schema } from './schema'

/** Tables in the order that rows can be put back in: what is pointed at comes first. */
const TABLES = [
  ...(['meta', 'makers', 'keys', 'sessions', 'games', 'postcodes', 'game_tags', 'releases', 'release_files'] as const),
  ...(['invites', 'postings', 'uploads', 'tickets', 'figures', 'emails', 'reports', 'letters'] as const),
  ...(['scores', 'play_log', 'audit'] as const),
] as const satisfies readonly (keyof Schema)[]
type Table = (typeof TABLES)[number]
/** Numbered by the database itself. */
const COUNTED: ReadonlySet<string> = new Set(['scores', 'play_log', 'audit'])

const FORMAT = 'pack-post-arcade'
const Head = z.object({
  format: z.literal(FORMAT),
  version: z.literal(1),
  /** The last step of the database's migrations. */
  step: z.string(),
  made: z.string(),
  rows: z.record(z.string(), z.int()),
  files: z.int(),
  /** SHA-256 of the records that follow. */
  records: z.string().regex(HASH),
})
export type BackupHead = z.infer<typeof Head>
const Row = z.tuple([z.enum(TABLES), z.record(z.string(), z.union([z.string(), z.number(), z.null()]))])

const AT_ONCE = 200
/** Larger than the records of any arcade this was made for; read as a whole when it is put back. */
const MOST_RECORDS = 2_000_000_000

/** All rows at one moment, whatever is written meanwhile, as lines of JSON. */
async function recordsOf({
  db,
  dialect,
}: Pick<Arcade, 'db' | 'dialect'>): Promise<{ text: string; rows: Record<string, number> }> {
  const work = async (at: Db) => {
    const lines: string[] = []
    const rows: Record<string, number> = {}
    for (const table of TABLES) {
      const found = await at.selectFrom(table).selectAll().execute()
      rows[table] = found.length
      for (const row of found) lines.push(JSON.stringify([table, row]))
    }
    return { text: `${lines.join('\n')}\n`, rows }
  }
  const transaction = db.transaction()
  return dialect === 'postgres'
    ? transaction.setIsolationLevel('repeatable read').execute(work)
    : transaction.execute(work)
}

/**
 * Writes everything an arcade keeps into one file (tar, gzip), while it goes on serving: its records as of one moment,
 * and every file they name. The file is whole or not there.
 */
export async function backup(
  arcade: Pick<Arcade, 'db' | 'dialect' | 'blobs'>,
  file: string,
  made: string,
): Promise<BackupHead> {
  const { text, rows } = await recordsOf(arcade)
  const records = Buffer.from(text)
  const hashes = new Set<string>()
  for (const line of text.split('\n'))
    if (line.startsWith('["release_files"')) hashes.add(String(Row.parse(JSON.parse(line))[1]['hash']))
  const head: BackupHead = {
    ...{ format: FORMAT, version: 1, step: STEPS.at(-1)![0], made, rows, files: hashes.size },
    records: sha256(records),
  }
  const tar = pack()
  const beside = `${file}.part`
  const writing = pipeline(tar, createGzip({ level: 6 }), createWriteStream(beside, { mode: 0o600 }))
  writing.catch(() => undefined)
  try {
    const put = (name: string, bytes: Buffer) =>
      new Promise<void>((done, failed) => {
        tar.entry({ name, mode: 0o600, mtime: new Date(made) }, bytes, (error) => (error ? failed(error) : done()))
      })
    await put('head.json', Buffer.from(JSON.stringify(head)))
    await put('records.ndjson', records)
    for (const hash of hashes) {
      const bytes = await arcade.blobs.get(hash)
      if (bytes === null || sha256(bytes) !== hash)
        throw new Error(`The file ${hash} is not what it was, or gone. Run “check” to see which games it belongs to.`)
      await put(`files/${hash}`, bytes)
    }
    tar.finalize()
    await writing
    await rename(beside, file)
  } catch (error) {
    tar.destroy()
    await writing.catch(() => undefined)
    await rm(beside, { force: true })
    throw error
  }
  return head
}

/**
 * Puts a backup into an arcade that is empty: files first, then all records in one step, then everything is counted.
 * Throws an Error with a sentence, and no records were taken, when the file is not whole or the arcade is not empty.
 */
export async function restore(arcade: Pick<Arcade, 'db' | 'dialect' | 'blobs'>, file: string): Promise<BackupHead> {
  const { db, dialect, blobs } = arcade
  await stat(file).catch(() => {
    throw new Error(`There is no file ${file}.`)
  })
  const full = await db.selectFrom('makers').select('id').limit(1).executeTakeFirst()
  if (full !== undefined) throw new Error('This arcade is not empty. Restore into a new folder or database.')
  let head: BackupHead | null = null
  let records = ''
  let files = 0
  const tar = extract()
  const reading = pipeline(createReadStream(file), createGunzip(), tar)
  // It may fail before anybody waits for it: the loop below tells that, too.
  reading.catch(() => undefined)
  const bad = (why: string) => new Error(`“${file}” ${why}. Nothing was restored.`)
  try {
    for await (const entry of tar) {
      const { name, size } = entry.header
      if (size !== undefined && size > MOST_RECORDS) throw bad('holds something larger than a backup may')
      const bytes = await buffer(entry)
      if (name === 'head.json') {
        const read = Head.safeParse(JSON.parse(bytes.toString('utf8')))
        if (!read.success) throw bad('is not a backup of this version of Pack Post')
        if (!STEPS.some(([step]) => step === read.data.step))
          throw bad('was made by a newer Pack Post; update this one')
        head = read.data
      } else if (head === null) throw bad('does not begin as a backup does')
      else if (name === 'records.ndjson') {
        if (sha256(bytes) !== head.records) throw bad('is damaged: its records are not what they were')
        records = bytes.toString('utf8')
      } else if (name.startsWith('files/')) {
        const hash = name.slice('files/'.length)
        if (!HASH.test(hash) || sha256(bytes) !== hash) throw bad(`is damaged: ${name.slice(0, 90)} is not what it was`)
        await blobs.put(hash, bytes)
        files++
      }
    }
    await reading
  } catch (error) {
    tar.destroy()
    await reading.catch(() => undefined)
    if (error instanceof Error && error.message.includes('Nothing was restored')) throw error
    throw bad('is not a whole backup file')
  }
  const whole = head
  if (whole === null || files !== whole.files) throw bad('is cut off: files are missing')
  await db.transaction().execute(async (at) => {
    await at.deleteFrom('meta').execute()
    const waiting = new Map<Table, Record<string, string | number | null>[]>()
    for (const line of records.split('\n')) {
      if (line === '') continue
      const [table, { id, ...rest }] = Row.parse(JSON.parse(line))
      const row = COUNTED.has(table) || id === undefined ? rest : { id, ...rest }
      waiting.set(table, [...(waiting.get(table) ?? []), row])
    }
    for (const table of TABLES) {
      const rows = waiting.get(table) ?? []
      for (let i = 0; i < rows.length; i += AT_ONCE)
        await at
          .insertInto(table)
          .values(rows.slice(i, i + AT_ONCE) as never)
          .execute()
      if (rows.length !== whole.rows[table])
        throw bad(`is damaged: ${table} has ${rows.length} rows of ${whole.rows[table]}`)
    }
    await relistAll(at, dialect)
    await bumpChanges(at)
  })
  return whole
}

export interface Checked {
  games: number
  releases: number
  files: number
  bytes: number
  /** One sentence each. */
  wrong: string[]
}

/** Reads everything and says what is wrong: files that are missing or not what they were, records that make no sense. */
export async function check({ db, blobs }: Pick<Arcade, 'db' | 'blobs'>): Promise<Checked> {
  const wrong: string[] = []
  const named = await db
    .selectFrom('release_files')
    .innerJoin('games', 'games.id', 'release_files.game')
    .select(['hash', 'name', 'release', 'games.postcode', 'release_files.bytes'])
    .orderBy('hash')
    .execute()
  const seen = new Map<string, boolean>()
  let bytes = 0
  for (const row of named) {
    if (!seen.has(row.hash)) {
      const found = await blobs.get(row.hash)
      bytes += found?.length ?? 0
      seen.set(row.hash, found !== null && found.length === row.bytes && sha256(found) === row.hash)
    }
    if (seen.get(row.hash) !== true)
      wrong.push(`${row.postcode}, release ${row.release}: the file ${row.name} is missing or not what it was.`)
  }
  const games = await db.selectFrom('games').select(['id', 'postcode', 'live']).execute()
  const releases = await db.selectFrom('releases').select(['game', 'release', 'record']).execute()
  const { ReleaseRecord } = await import('./records')
  for (const { game, release, record } of releases)
    if (!ReleaseRecord.safeParse(JSON.parse(record)).success)
      wrong.push(`Release ${release} of ${game}: its record makes no sense.`)
  for (const { id, postcode, live } of games)
    if (live !== null && !releases.some((one) => one.game === id && one.release === live))
      wrong.push(`${postcode}: release ${live} should be live, but is not there.`)
  return { games: games.length, releases: releases.length, files: seen.size, bytes, wrong }
}

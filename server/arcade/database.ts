import { chmodSync, existsSync, mkdirSync } from 'node:fs'
import { EventEmitter } from 'node:events'
import { join } from 'node:path'
import { Kysely, PostgresDialect, sql, SqliteDialect, type SqliteDatabase, type Transaction } from 'kysely'
import type { Pool, PoolClient } from 'pg'
import { migrate, type DialectName } from './migrations'
import type { Schema } from './schema'

export type Db = Kysely<Schema> | Transaction<Schema>

export interface Database {
  db: Kysely<Schema>
  dialect: DialectName
  /** Only with PostgreSQL. */
  pool: Pool | null
  /** What other processes of the same arcade say, and this one too: see `tell`. */
  heard: EventEmitter
  /** Tells all processes of this arcade; nothing waits for it. */
  tell(channel: Channel, text: string): void
  close(): Promise<void>
}

/** `posting`: one changed (its id). `queue`: there is something to inspect. */
export type Channel = 'posting' | 'queue'
const CHANNELS: readonly Channel[] = ['posting', 'queue']

/** Milliseconds another process may hold the file before this one gives up. */
const BUSY_MS = 5000

/** Opens the arcade's database and brings it up to this version. Throws an Error with a sentence for the keeper. */
export async function openDatabase(dir: string, url: string): Promise<Database> {
  const opened = url === '' ? await openSqlite(dir) : await openPostgres(url)
  await migrate(opened.db, opened.dialect)
  return opened
}

export const SQLITE_FILE = 'arcade.db'

async function openSqlite(dir: string): Promise<Database> {
  const { default: Libsql } = await import('libsql')
  mkdirSync(dir, { recursive: true, mode: 0o700 })
  const file = join(dir, SQLITE_FILE)
  const raw = new Libsql(file)
  // Whoever can read it can read hashes of keys and addresses players left.
  for (const path of [file, `${file}-wal`, `${file}-shm`]) if (existsSync(path)) chmodSync(path, 0o600)
  raw.exec(`pragma busy_timeout = ${BUSY_MS}`)
  raw.exec('pragma journal_mode = wal')
  // Acknowledged is on the disk, also when the machine loses power.
  raw.exec('pragma synchronous = full')
  raw.exec('pragma foreign_keys = on')
  const db = new Kysely<Schema>({ dialect: new SqliteDialect({ database: raw as unknown as SqliteDatabase }) })
  const heard = new EventEmitter().setMaxListeners(0)
  return {
    db,
    dialect: 'sqlite',
    pool: null,
    heard,
    tell: (channel, text) => void setImmediate(() => heard.emit(channel, text)),
    close: () => db.destroy(),
  }
}

const LISTEN_AGAIN_MS = 1000

async function openPostgres(url: string): Promise<Database> {
  const pg = await import('pg')
  const { Pool: PgPool, types } = pg.default
  // Counts and milliseconds: whole numbers that JavaScript holds exactly.
  types.setTypeParser(20, Number)
  const pool = new PgPool({ connectionString: url, max: 16 })
  // A connection the server ended while it was idle: the pool makes another one.
  pool.on('error', () => undefined)
  const db = new Kysely<Schema>({ dialect: new PostgresDialect({ pool }) })
  const heard = new EventEmitter().setMaxListeners(0)
  let closed = false
  let ear: PoolClient | null = null
  async function listen(): Promise<void> {
    if (closed) return
    try {
      ear = await pool.connect()
      ear.on('notification', ({ channel, payload }) => heard.emit(channel.slice('arcade_'.length), payload ?? ''))
      ear.on('error', again)
      for (const channel of CHANNELS) await ear.query(`listen arcade_${channel}`)
      // What was said while nobody listened: everything is looked at again.
      heard.emit('queue', '')
    } catch {
      again()
    }
  }
  function again(): void {
    ear?.release(true)
    ear = null
    if (!closed) setTimeout(() => void listen(), LISTEN_AGAIN_MS).unref()
  }
  await sql`select 1`.execute(db)
  await listen()
  return {
    db,
    dialect: 'postgres',
    pool,
    heard,
    tell: (channel, text) =>
      void pool.query('select pg_notify($1, $2)', [`arcade_${channel}`, text]).catch(() => undefined),
    async close() {
      closed = true
      ear?.release(true)
      await db.destroy()
    },
  }
}

/** Whether a write was refused because something that may be there once only is there already. */
export function isTaken(error: unknown): boolean {
  const code = (error as { code?: unknown } | null)?.code
  return code === '23505' || code === 'SQLITE_CONSTRAINT_UNIQUE' || code === 'SQLITE_CONSTRAINT_PRIMARYKEY'
}

/** The value of a key in `meta`; null when there is none. */
export async function readMeta(db: Db, key: string): Promise<string | null> {
  return (await db.selectFrom('meta').select('value').where('key', '=', key).executeTakeFirst())?.value ?? null
}

export async function writeMeta(db: Db, key: string, value: string): Promise<void> {
  await db
    .insertInto('meta')
    .values({ key, value })
    .onConflict((at) => at.column('key').doUpdateSet({ value }))
    .execute()
}

/** Counted up with every change of what pages show: what was made from an older state is out of date. */
export async function bumpChanges(db: Db): Promise<void> {
  await db
    .insertInto('meta')
    .values({ key: 'changes', value: '1' })
    .onConflict((at) => at.column('key').doUpdateSet({ value: sql`cast(cast(meta.value as integer) + 1 as text)` }))
    .execute()
}

export const changesNow = async (db: Db): Promise<string> => (await readMeta(db, 'changes')) ?? '0'

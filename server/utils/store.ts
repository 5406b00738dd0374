import { createHash, createHmac, randomBytes, timingSafeEqual } from 'node:crypto'
import { join, resolve } from 'node:path'
import type { Storage } from 'unstorage'
import { createStorage } from 'unstorage'
import type * as z from 'zod'
import { atomicFs, dropHalfWritten } from './atomic-fs'
import { EmailRecord, FiguresRecord, GameRecord, PostingRow, ReportRow, ScoreRecord } from './records'

export interface Arcade {
  storage: Storage
  dir: string
  secret: string
  inspectionMs: number
}

let opened: Promise<Arcade> | null = null

/** The arcade's storage: an unstorage mount, files by default. */
export function arcade(): Promise<Arcade> {
  opened ??= open()
  return opened
}

async function open(): Promise<Arcade> {
  const config = useRuntimeConfig()
  const dir = resolve(config.dataDir)
  const home = join(dir, 'arcade')
  await dropHalfWritten(home)
  const storage = createStorage({ driver: atomicFs(home) })
  let secret = await storage.getItem<string>('secret')
  if (typeof secret !== 'string') {
    secret = randomBytes(32).toString('hex')
    await storage.setItem('secret', secret)
  }
  return { storage, dir, secret: String(secret), inspectionMs: Math.max(0, Number(config.inspectionSeconds)) * 1000 }
}

const READ_AT_ONCE = 64

/** A record that makes no sense is moved to `aside/`, and said so: nothing is dropped in silence. */
async function putAside(storage: Storage, key: string): Promise<void> {
  const raw = await storage.getItemRaw<Uint8Array>(key)
  await storage.setItemRaw(`aside:${key}`, raw)
  await storage.removeItem(key)
  console.error(`arcade: the record ${key} makes no sense; it was put aside under aside/.`)
}

/** Rows of one kind: read from storage once and kept in memory, written through. One process owns the storage. */
function table<T extends { id: string }>(prefix: string, schema: z.ZodType<T>) {
  let loading: Promise<Map<string, T>> | null = null
  let changes = 0
  async function load(): Promise<Map<string, T>> {
    const { storage } = await arcade()
    const keys = (await storage.getKeys(prefix)).filter((key) => !key.endsWith('.part'))
    const rows = new Map<string, T>()
    // A few at a time: an open file each, and there are not many to be had. One that cannot be read stops the start,
    // since a list that lacks it would be taken for the whole.
    for (let at = 0; at < keys.length; at += READ_AT_ONCE)
      await Promise.all(
        keys.slice(at, at + READ_AT_ONCE).map(async (key) => {
          const raw = await storage.getItem(key)
          const read = schema.safeParse(raw)
          if (read.success) rows.set(read.data.id, read.data)
          else await putAside(storage, key)
        }),
      )
    return rows
  }
  const rows = () => (loading ??= load())
  return {
    get: async (id: string): Promise<T | null> => (await rows()).get(id) ?? null,
    all: async (): Promise<T[]> => [...(await rows()).values()],
    async set(row: T): Promise<void> {
      const kept = await rows()
      await (await arcade()).storage.setItem(`${prefix}:${row.id}`, row as never)
      kept.set(row.id, row)
      changes++
    },
    async remove(id: string): Promise<void> {
      const kept = await rows()
      await (await arcade()).storage.removeItem(`${prefix}:${id}`)
      kept.delete(id)
      changes++
    },
    /** How often a row was written or removed: what was made from an older state is out of date. */
    changes: (): number => changes,
  }
}

export const games = table('games', GameRecord)
export const postings = table('postings', PostingRow)
export const reports = table('reports', ReportRow)
export const scores = table('scores', ScoreRecord)
export const figures = table('figures', FiguresRecord)
export const emails = table('emails', EmailRecord)

/** Reads everything once, so that what is wrong with it is said at the start and not to the first player. */
export async function readAllRecords(): Promise<{ records: number; aside: number }> {
  let records = 0
  for (const kind of [games, postings, reports, scores, figures, emails]) records += (await kind.all()).length
  return { records, aside: (await (await arcade()).storage.getKeys('aside')).length }
}

export const readGame = games.get
export const writeGame = games.set
export const allGames = games.all
export const readPosting = postings.get
export const writePosting = postings.set
export const allPostings = postings.all

const turns = new Map<string, Promise<unknown>>()
/** One after the other for the same key: reading, changing and writing a row must not be cut into by another request. */
export function inTurn<T>(key: string, does: () => Promise<T>): Promise<T> {
  const mine = (turns.get(key) ?? Promise.resolve()).then(does, does)
  const settled = mine.catch(() => undefined)
  turns.set(key, settled)
  void settled.then(() => turns.get(key) === settled && turns.delete(key))
  return mine
}

export async function gameByPostcode(postcode: string): Promise<GameRecord | null> {
  const id = await (await arcade()).storage.getItem<string>(`postcodes:${postcode}`)
  return typeof id === 'string' ? readGame(id) : null
}

export const hashKey = (key: string): string => createHash('sha256').update(key).digest('hex')

export function sameText(a: string, b: string): boolean {
  const x = Buffer.from(a)
  const y = Buffer.from(b)
  return x.length === y.length && timingSafeEqual(x, y)
}

/** Unguessable, and another one after each change of who can see the game. */
export async function ticketFor(game: GameRecord, release: number): Promise<string> {
  const { secret } = await arcade()
  return createHmac('sha256', secret).update(`${game.id}.${release}.${game.epoch}`).digest('base64url').slice(0, 24)
}

/** A seal that only this arcade can put on a text. */
export const sealOf = async (text: string): Promise<string> =>
  createHmac('sha256', (await arcade()).secret)
    .update(text)
    .digest('base64url')

export const newId = (word: string): string => `${word}-${randomBytes(8).toString('hex')}`
export const newKey = (): string => randomBytes(32).toString('base64url')

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

/** Rows of one kind: read from storage once and kept in memory, written through. One process owns the storage. */
function table<T extends { id: string }>(prefix: string, schema: z.ZodType<T>) {
  let loading: Promise<Map<string, T>> | null = null
  let changes = 0
  async function load(): Promise<Map<string, T>> {
    const { storage } = await arcade()
    const keys = (await storage.getKeys(prefix)).filter((key) => !key.endsWith('.part'))
    const rows = new Map<string, T>()
    await Promise.all(
      keys.map(async (key) => {
        const read = schema.safeParse(await storage.getItem(key).catch(() => null))
        if (read.success) rows.set(read.data.id, read.data)
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

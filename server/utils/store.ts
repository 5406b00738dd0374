import { createHash, createHmac, randomBytes, timingSafeEqual } from 'node:crypto'
import { join, resolve } from 'node:path'
import type { Storage } from 'unstorage'
import { createStorage } from 'unstorage'
import type * as z from 'zod'
import { atomicFs } from './atomic-fs'
import { GameRecord, PostingRow } from './records'

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
  const storage = createStorage({ driver: atomicFs(join(dir, 'arcade')) })
  let secret = await storage.getItem<string>('secret')
  if (typeof secret !== 'string') {
    secret = randomBytes(32).toString('hex')
    await storage.setItem('secret', secret)
  }
  return { storage, dir, secret: String(secret), inspectionMs: Math.max(0, Number(config.inspectionSeconds)) * 1000 }
}

const parseRow = <T>(schema: z.ZodType<T>, raw: unknown): T | null => {
  const read = schema.safeParse(raw)
  return read.success ? read.data : null
}

export const readGame = async (id: string): Promise<GameRecord | null> =>
  parseRow(GameRecord, await (await arcade()).storage.getItem(`games:${id}`))
export const writeGame = async (game: GameRecord): Promise<void> =>
  (await arcade()).storage.setItem(`games:${game.id}`, game)
export const readPosting = async (id: string): Promise<PostingRow | null> =>
  parseRow(PostingRow, await (await arcade()).storage.getItem(`postings:${id}`))
export const writePosting = async (row: PostingRow): Promise<void> =>
  (await arcade()).storage.setItem(`postings:${row.id}`, row)

async function readAll<T>(prefix: string, schema: z.ZodType<T>): Promise<T[]> {
  const { storage } = await arcade()
  const keys = (await storage.getKeys(prefix)).filter((key) => !key.endsWith('.part'))
  const rows = await Promise.all(keys.map(async (key) => parseRow(schema, await storage.getItem(key))))
  return rows.filter((row): row is Awaited<T> & {} => row !== null) as T[]
}
export const allGames = (): Promise<GameRecord[]> => readAll('games', GameRecord)
export const allPostings = (): Promise<PostingRow[]> => readAll('postings', PostingRow)

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

export const newId = (word: string): string => `${word}-${randomBytes(8).toString('hex')}`
export const newKey = (): string => randomBytes(32).toString('base64url')

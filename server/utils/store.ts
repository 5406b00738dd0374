import { createHmac } from 'node:crypto'
import { LRUCache } from 'lru-cache'
import { openArcade, type Arcade } from '../arcade/arcade'
import { changesNow, type Db } from '../arcade/database'
import { gameByPostcode, readGame } from '../arcade/games'
import { holdFolder } from '../arcade/lock'
import { makePlayLog } from '../arcade/plays'
import { freeLeases } from '../arcade/postings'
import type { GameRecord } from '../arcade/records'
import { Settings } from '../arcade/settings'
import { takeOver } from '../arcade/take-over'
import { log } from './log'
import { hostOwn, shelf } from './templates'

export { hashKey, newId, newKey, sameText } from '../arcade/makers'

interface Served extends Arcade {
  countPlay: ReturnType<typeof makePlayLog>
  release(): void
}

let opened: Promise<Served> | null = null

/** The arcade this server serves; opened once. */
export function arcade(): Promise<Served> {
  opened ??= open()
  return opened
}

async function open(): Promise<Served> {
  const settings = Settings.parse({ ...useRuntimeConfig() })
  // Several servers share PostgreSQL; a folder belongs to one. While it is worked on, the server comes anew in one process.
  const alone = settings.databaseUrl === '' && import.meta.dev !== true
  const release = alone ? await holdFolder(settings.dataDir) : () => undefined
  const made = await openArcade(settings)
  const taken = await takeOver(made, shelf, hostOwn)
  if (taken !== null) log.info(taken, 'the folder of an earlier version was taken over and kept aside')
  if (made.dialect === 'sqlite') {
    await freeLeases(made.db)
    await made.blobs.tidy()
  }
  return { ...made, countPlay: makePlayLog(made), release }
}

/** Ends it: what was begun is written, and the folder is free for another process. */
export async function closeArcade(): Promise<void> {
  const it = (await opened?.catch(() => null)) ?? null
  // Whoever still asks is told no, and nothing is opened again behind its back.
  opened = Promise.reject(new Error('the arcade is closed'))
  opened.catch(() => undefined)
  if (it === null) return
  await it.close()
  it.release()
}

const recent = new LRUCache<string, { at: string; game: GameRecord | null }>({ max: 500 })

/** What many ask for, read again whenever any game changed. */
async function recently(key: string, read: (db: Db) => Promise<GameRecord | null>): Promise<GameRecord | null> {
  const { db } = await arcade()
  const at = await changesNow(db)
  const known = recent.get(key)
  if (known?.at === at) return known.game
  const game = await read(db)
  recent.set(key, { at, game })
  return game
}
export const recentGame = (id: string): Promise<GameRecord | null> => recently(`id ${id}`, (db) => readGame(db, id))
export const recentByPostcode = (code: string): Promise<GameRecord | null> =>
  recently(`code ${code}`, (db) => gameByPostcode(db, code))

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

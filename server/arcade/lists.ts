import { bandRank } from '@core/label/age-guide'
import { BANDS, PLACES } from '@core/label/names'
import { tidyTag } from '@core/label/tags'
import type { ListQuery } from '@core/posting/list'
import { sql } from 'kysely'
import * as z from 'zod'
import type { Db } from './database'
import { gamesWithLive, recordOf } from './games'
import type { DialectName } from './migrations'
import type { GameRecord } from './records'
import { having, meantWords, soughtWords } from './words'

/** Where a list goes on: the last game's place in its order. */
const Cursor = z.tuple([z.union([z.string(), z.number()]), z.string()])
const readCursor = (text: string | undefined) => {
  try {
    return Cursor.parse(JSON.parse(Buffer.from(text ?? '', 'base64url').toString('utf8')))
  } catch {
    return null
  }
}
const writeCursor = (value: string | number, id: string): string =>
  Buffer.from(JSON.stringify([value, id])).toString('base64url')

export const PAGE = 24
const FRONT = PLACES.find((place) => place.id === 'front')!.upTo

const ORDERS = {
  new: { column: 'games.updated', direction: 'desc' },
  title: { column: 'games.title_sort', direction: 'asc' },
  'short-load': { column: 'games.bytes', direction: 'asc' },
} as const

/** What is listed: public, live, and not taken off. Only what puts it in order: records are long to sort. */
const publicGames = (db: Db) =>
  db
    .selectFrom('games')
    .select(['games.id', 'games.updated', 'games.title_sort', 'games.bytes'])
    .where('games.visibility', '=', 'public')
    .where('games.live', 'is not', null)
    .where('games.hidden', '=', 0)

export interface Page {
  games: GameRecord[]
  /** To ask for what comes after; null at the end. */
  next: string | null
}

/** Games that fit a question, a page of them. The time it takes does not depend on how many there are. */
export async function listGames(db: Db, dialect: DialectName, query: ListQuery, size = PAGE): Promise<Page> {
  const words = soughtWords(query.q ?? '')
  const page = await pageOf(db, dialect, query, words, size)
  if (words.length === 0 || page.games.length > 0 || query.after) return page
  // Nothing has these words: those that were likely meant are looked for.
  const meant = await meantWords(db, dialect, words)
  return meant.join(' ') === words.join(' ') ? page : pageOf(db, dialect, query, meant, size)
}

async function pageOf(
  db: Db,
  dialect: DialectName,
  query: ListQuery,
  words: readonly string[],
  size: number,
): Promise<Page> {
  let found = publicGames(db)
  const most = bandRank(query.band || FRONT)
  if (most < BANDS.length - 1) found = found.where('games.band', '<=', most)
  if (query.category) found = found.where('games.category', '=', query.category)
  if (query.device) found = found.where('games.devices', 'like', `%,${query.device},%`)
  const tag = tidyTag(query.tag ?? '')
  if (tag !== '')
    found = found.where('games.id', 'in', (at) => at.selectFrom('game_tags').select('game').where('tag', '=', tag))
  if (words.length > 0) found = found.where(await having(db, dialect, words))
  const { column, direction } = ORDERS[query.sort || 'new']
  const after = readCursor(query.after)
  if (after !== null) {
    const [value, id] = after
    const beyond = direction === 'desc' ? sql.raw('<') : sql.raw('>')
    found = found.where(sql<boolean>`(${sql.ref(column)}, games.id) ${beyond} (${value}, ${id})`)
  }
  const rows = await found
    .orderBy(column, direction)
    .orderBy('games.id', direction)
    .limit(size + 1)
    .execute()
  const page = rows.slice(0, size)
  const last = page.at(-1)
  const valueOf = { new: last?.updated, title: last?.title_sort, 'short-load': last?.bytes }[query.sort || 'new']
  return {
    games: await gamesInOrder(
      db,
      page.map((row) => row.id),
    ),
    next: rows.length > size && last !== undefined ? writeCursor(valueOf ?? '', last.id) : null,
  }
}

/** Games by their ids, in that order. */
async function gamesInOrder(db: Db, ids: readonly string[]): Promise<GameRecord[]> {
  if (ids.length === 0) return []
  const rows = await gamesWithLive(db).where('games.id', 'in', ids).execute()
  const byId = new Map(rows.map((row) => [row.id, recordOf(row)]))
  return ids.flatMap((id) => byId.get(id) ?? [])
}

/** Postcodes of all public games and when they changed, the newest first; for maps of the site. */
export async function publicPostcodes(db: Db, most: number): Promise<{ postcode: string; updated: string }[]> {
  return db
    .selectFrom('games')
    .select(['postcode', 'updated'])
    .where('visibility', '=', 'public')
    .where('live', 'is not', null)
    .where('hidden', '=', 0)
    .orderBy('updated', 'desc')
    .orderBy('id', 'desc')
    .limit(most)
    .execute()
}

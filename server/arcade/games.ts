import { randomBytes, randomInt } from 'node:crypto'
import { ageResult, bandRank } from '@core/label/age-guide'
import { Visibility } from '@core/label/label'
import { tidyTag } from '@core/label/tags'
import { makePostcode } from '@core/posting/postcode'
import { sql, type Selectable } from 'kysely'
import { LRUCache } from 'lru-cache'
import { bumpChanges, isTaken, type Db } from './database'
import type { DialectName } from './migrations'
import { InviteRecord, ReleaseRecord, type GameRecord } from './records'
import type { GamesTable } from './schema'
import { fold, indexGame } from './words'

type Row = Selectable<GamesTable>

/** Releases do not change once they are cleared: reading and checking a record is done once for many who ask. */
const readRecords = new LRUCache<string, ReleaseRecord>({ max: 500 })

function releaseOf(game: string, text: string): ReleaseRecord {
  const key = `${game} ${text.length} ${text.slice(0, 120)}`
  const known = readRecords.get(key)
  if (known !== undefined) return known
  const read = ReleaseRecord.parse(JSON.parse(text))
  readRecords.set(key, read)
  return read
}

function gameOf(row: Row, release: string | null): GameRecord {
  return {
    id: row.id,
    owner: row.owner,
    postcode: row.postcode,
    token: row.token,
    visibility: Visibility.parse(row.visibility),
    epoch: row.epoch,
    live: row.live ?? 0,
    hidden: row.hidden === 1,
    release: release === null ? null : releaseOf(row.id, release),
    created: row.created,
    updated: row.updated,
  }
}

/** Games with the record of their live release. */
export const gamesWithLive = (db: Db) =>
  db
    .selectFrom('games')
    .leftJoin('releases', (join) =>
      join.onRef('releases.game', '=', 'games.id').onRef('releases.release', '=', 'games.live'),
    )
    .selectAll('games')
    .select('releases.record as record')

export const recordOf = (row: Row & { record: string | null }): GameRecord => gameOf(row, row.record)

export async function readGame(db: Db, id: string): Promise<GameRecord | null> {
  const row = await gamesWithLive(db).where('games.id', '=', id).executeTakeFirst()
  return row === undefined ? null : recordOf(row)
}

export async function gameByPostcode(db: Db, code: string): Promise<GameRecord | null> {
  const row = await gamesWithLive(db).where('games.postcode', '=', code).executeTakeFirst()
  return row === undefined ? null : recordOf(row)
}

export async function gamesOf(db: Db, owner: string): Promise<GameRecord[]> {
  return (await gamesWithLive(db).where('games.owner', '=', owner).execute()).map(recordOf)
}

/** The band of a release; one from before the age guide is shown with the oldest. */
export const bandOf = (release: ReleaseRecord) => ageResult(release.label.ageGuide).band ?? '15'

/** A title as players tell titles apart. */
export const titleKey = (title: string): string => title.normalize('NFKC').trim().toLowerCase().replace(/\s+/g, ' ')

/** Puts titles in order as people do: without accents and case, and 9 before 10. */
const titleSort = (title: string): string =>
  fold(title)
    .replace(/\d+/g, (digits) => digits.padStart(9, '0'))
    .trim()

/** What lists are made from. */
function listing(release: ReleaseRecord | null) {
  if (release === null)
    return { title: '', title_key: '', title_sort: '', band: 0, category: '', devices: '', bytes: 0 }
  const { label } = release
  return {
    title: label.title,
    title_key: titleKey(label.title),
    title_sort: titleSort(label.title),
    band: bandRank(bandOf(release)),
    category: label.category,
    devices: `,${release.devices.join(',')},`,
    bytes: release.bytes,
  }
}

/** Lists, tags and the search follow what is live and who may see it. */
async function relist(db: Db, dialect: DialectName, id: string): Promise<void> {
  await db.deleteFrom('game_tags').where('game', '=', id).execute()
  const game = await readGame(db, id)
  const shown = game !== null && game.visibility === 'public' && !game.hidden ? game.release : null
  const tags = new Set(shown?.label.tags.map(tidyTag).filter((tag) => tag !== ''))
  if (tags.size > 0)
    await db
      .insertInto('game_tags')
      .values([...tags].map((tag) => ({ game: id, tag })))
      .execute()
  const { label } = shown ?? {}
  await indexGame(
    db,
    dialect,
    id,
    label === undefined ? '' : [label.title, label.short, label.author, ...label.tags].join(' '),
  )
  await bumpChanges(db)
}

/** Makes all lists and the search anew. */
export async function relistAll(db: Db, dialect: DialectName): Promise<void> {
  for (const { id } of await db.selectFrom('games').select('id').execute()) await relist(db, dialect, id)
}

/** Another live public game has this title. */
export class TitleTaken extends Error {
  constructor(readonly title: string) {
    super(`the title ${title} is taken`)
  }
}

export interface GameChange {
  visibility?: Visibility
  /** 0 takes it off. */
  live?: number
  hidden?: boolean
  /** All addresses of its files stop working. */
  newAddresses?: boolean
}

/**
 * Changes a game as one step, within a transaction. Throws TitleTaken when that would make a second public game of a
 * title; null when the game is gone or has no such release.
 */
export async function changeGame(
  db: Db,
  dialect: DialectName,
  id: string,
  { visibility, live, hidden, newAddresses = false }: GameChange,
): Promise<GameRecord | null> {
  const before = await readGame(db, id)
  if (before === null) return null
  let release = before.release
  if (live !== undefined) {
    const row = live === 0 ? null : await readRelease(db, id, live)
    if (live !== 0 && row === null) return null
    release = row
  }
  const change = {
    ...(visibility === undefined ? {} : { visibility }),
    ...(live === undefined ? {} : { live: live === 0 ? null : live, ...listing(release) }),
    ...(hidden === undefined ? {} : { hidden: hidden ? (1 as const) : (0 as const) }),
    ...(newAddresses ? { epoch: before.epoch + 1 } : {}),
    updated: new Date().toISOString(),
  }
  try {
    await db.updateTable('games').set(change).where('id', '=', id).execute()
  } catch (error) {
    throw isTaken(error) ? new TitleTaken(release?.label.title ?? '') : error
  }
  await relist(db, dialect, id)
  return readGame(db, id)
}

export async function readRelease(db: Db, game: string, release: number): Promise<ReleaseRecord | null> {
  const row = await db
    .selectFrom('releases')
    .select('record')
    .where('game', '=', game)
    .where('release', '=', release)
    .executeTakeFirst()
  return row === undefined ? null : ReleaseRecord.parse(JSON.parse(row.record))
}

export async function releasesOf(db: Db, game: string): Promise<ReleaseRecord[]> {
  const rows = await db.selectFrom('releases').select('record').where('game', '=', game).orderBy('release').execute()
  return rows.map((row) => ReleaseRecord.parse(JSON.parse(row.record)))
}

/** A file of a release: its name in the game and where its bytes lie. */
export interface ReleaseFile {
  name: string
  hash: string
  bytes: number
}

export async function filesOf(db: Db, game: string, release: number): Promise<ReleaseFile[]> {
  return db
    .selectFrom('release_files')
    .select(['name', 'hash', 'bytes'])
    .where('game', '=', game)
    .where('release', '=', release)
    .execute()
}

/** Rows a database takes in one statement. */
const AT_ONCE = 200

/** A cleared release with its files, all of which are stored already. */
export async function addRelease(
  db: Db,
  game: string,
  record: ReleaseRecord,
  files: readonly ReleaseFile[],
): Promise<void> {
  const { release } = record
  await db.deleteFrom('releases').where('game', '=', game).where('release', '=', release).execute()
  await db
    .insertInto('releases')
    .values({ game, release, record: JSON.stringify(record) })
    .execute()
  for (let at = 0; at < files.length; at += AT_ONCE)
    await db
      .insertInto('release_files')
      .values(files.slice(at, at + AT_ONCE).map((file) => ({ game, release, ...file })))
      .execute()
}

export const newToken = (): string => randomBytes(12).toString('base64url')
const chance = () => randomInt(0, 2 ** 32) / 2 ** 32

/** A game comes into being with its first cleared release; only public ones get a short postcode. */
export async function makeGame(
  db: Db,
  game: { id: string; owner: string; visibility: Visibility },
  given?: { postcode: string; token: string; created: string; updated: string; epoch: number },
): Promise<string> {
  const at = new Date().toISOString()
  for (;;) {
    const postcode = given?.postcode ?? makePostcode(chance, game.visibility === 'public' ? 'short' : 'long')
    if (given === undefined && (await isPostcodeUsed(db, postcode))) continue
    await db
      .insertInto('games')
      .values({
        ...game,
        postcode,
        token: given?.token ?? newToken(),
        epoch: given?.epoch ?? 1,
        live: null,
        hidden: 0,
        created: given?.created ?? at,
        updated: given?.updated ?? at,
        ...listing(null),
      })
      .execute()
    await db
      .insertInto('postcodes')
      .values({ code: postcode, game: game.id })
      .onConflict((conflict) => conflict.column('code').doUpdateSet({ game: game.id }))
      .execute()
    return postcode
  }
}

const isPostcodeUsed = async (db: Db, code: string): Promise<boolean> =>
  (await db.selectFrom('postcodes').select('code').where('code', '=', code).executeTakeFirst()) !== undefined

/** Everything of a game goes, but for its postcode. */
export async function removeGame(db: Db, dialect: DialectName, id: string): Promise<void> {
  await db.deleteFrom('postings').where('game', '=', id).execute()
  await indexGame(db, dialect, id, '')
  await db.deleteFrom('games').where('id', '=', id).execute()
  await bumpChanges(db)
}

export async function invitesOf(db: Db, game: string): Promise<InviteRecord[]> {
  const rows = await db
    .selectFrom('invites')
    .select(['id', 'hash', 'name', 'made', 'used'])
    .where('game', '=', game)
    .orderBy('made')
    .execute()
  return rows.map((row) => InviteRecord.parse(row))
}

/** Whether one of these invites (by hash of key) is for this game. */
export async function isInvited(db: Db, game: string, hashes: readonly string[]): Promise<boolean> {
  if (hashes.length === 0) return false
  const row = await db
    .selectFrom('invites')
    .select('id')
    .where('game', '=', game)
    .where('hash', 'in', [...hashes])
    .executeTakeFirst()
  return row !== undefined
}

/** Whether another live public game has this title. */
export async function isTitleTaken(db: Db, title: string, but: string): Promise<boolean> {
  const row = await db
    .selectFrom('games')
    .select('id')
    .where('title_key', '=', titleKey(title))
    .where('visibility', '=', 'public')
    .where('live', 'is not', null)
    .where('hidden', '=', 0)
    .where('id', '!=', but)
    .executeTakeFirst()
  return row !== undefined
}

/** Bytes that all releases of a maker take together, each file counted once. */
export async function bytesOfMaker(db: Db, owner: string): Promise<number> {
  const row = await db
    .selectFrom(
      db
        .selectFrom('release_files')
        .innerJoin('games', 'games.id', 'release_files.game')
        .select(['hash', sql<number>`max(release_files.bytes)`.as('bytes')])
        .where('games.owner', '=', owner)
        .groupBy('hash')
        .as('each'),
    )
    .select(sql<number | null>`sum(bytes)`.as('sum'))
    .executeTakeFirst()
  return Number(row?.sum ?? 0)
}

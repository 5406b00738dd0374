import type { Visibility } from '@core/label/label'
import type { GoLive } from '@core/posting/protocol'
import type { PostingState } from '@core/pack/posting-record'
import { sql, type Selectable } from 'kysely'
import { isTaken, type Db } from './database'
import { newId } from './makers'
import type { DialectName } from './migrations'
import { PostingRow } from './records'
import type { PostingsTable } from './schema'

const postingsWithPostcode = (db: Db) =>
  db
    .selectFrom('postings')
    .leftJoin('games', 'games.id', 'postings.game')
    .selectAll('postings')
    .select('games.postcode as postcode')

function postingOf(row: Selectable<PostingsTable> & { postcode: string | null }): PostingRow {
  return PostingRow.parse({
    ...row,
    postcode: row.postcode ?? '',
    states: JSON.parse(row.states),
    goLive: JSON.parse(row.go_live),
    findings: JSON.parse(row.findings),
  })
}

export async function readPosting(db: Db, id: string): Promise<PostingRow | null> {
  const row = await postingsWithPostcode(db).where('postings.id', '=', id).executeTakeFirst()
  return row === undefined ? null : postingOf(row)
}

export async function postingsOf(db: Db, owner: string, most: number): Promise<PostingRow[]> {
  const rows = await postingsWithPostcode(db)
    .where('postings.owner', '=', owner)
    .orderBy('postings.created', 'desc')
    .limit(most)
    .execute()
  return rows.map(postingOf)
}

/** Whether a maker has a posting of a game that is not there yet. */
export async function isPromised(db: Db, game: string, owner: string): Promise<boolean> {
  const row = await db
    .selectFrom('postings')
    .select('id')
    .where('game', '=', game)
    .where('owner', '=', owner)
    .executeTakeFirst()
  return row !== undefined
}

export interface NewPosting {
  owner: string
  /** Of the game it is a release of; absent for a first one, whose game comes into being when it is cleared. */
  game?: string
  visibility: Visibility
  note: string
  goLive: GoLive
  answer: string
  bytes: number
  upload: string
  notBefore: number
}

const dueOf = (goLive: GoLive): number | null => (goLive.when === 'at' ? Date.parse(goLive.at) : null)

/** A posting that waits for its inspection. Releases of a game are counted, over returned ones too. */
export async function addPosting(db: Db, given: NewPosting): Promise<string> {
  const id = newId('posting')
  const game = given.game ?? newId('game')
  const at = new Date()
  for (let tries = 0; ; tries++) {
    const last = await db
      .selectFrom('postings')
      .select((one) => one.fn.max('release').as('release'))
      .where('game', '=', game)
      .executeTakeFirst()
    const kept = await db
      .selectFrom('releases')
      .select((one) => one.fn.max('release').as('release'))
      .where('game', '=', game)
      .executeTakeFirst()
    try {
      await db
        .insertInto('postings')
        .values({
          id,
          game,
          owner: given.owner,
          release: Math.max(Number(last?.release ?? 0), Number(kept?.release ?? 0)) + 1,
          state: 'sent',
          states: JSON.stringify([{ state: 'sent', at: at.toISOString() }]),
          visibility: given.visibility,
          note: given.note,
          go_live: JSON.stringify(given.goLive),
          due: dueOf(given.goLive),
          answer: given.answer,
          title: '',
          bytes: given.bytes,
          findings: '[]',
          problem: '',
          upload: given.upload,
          created: at.getTime(),
          not_before: given.notBefore,
          attempts: 0,
          lease: 0,
        })
        .execute()
      return id
    } catch (error) {
      // Two postings of one game at the same moment: the other one took the number.
      if (!isTaken(error) || tries > 4) throw error
    }
  }
}

export interface PostingChange {
  findings?: PostingRow['findings']
  problem?: string
  title?: string
}

/** Moves a posting on; null when it is gone, or no longer in one of the states it is moved from. */
export async function movePosting(
  db: Db,
  id: string,
  from: readonly PostingState[],
  state: PostingState,
  change: PostingChange = {},
  at: string = new Date().toISOString(),
): Promise<PostingRow | null> {
  const row = await readPosting(db, id)
  if (row === null || !from.includes(row.state)) return null
  const states = [...row.states, { state, at }]
  const { numUpdatedRows } = await db
    .updateTable('postings')
    .set({
      state,
      states: JSON.stringify(states),
      ...(change.findings === undefined ? {} : { findings: JSON.stringify(change.findings) }),
      ...(change.problem === undefined ? {} : { problem: change.problem }),
      ...(change.title === undefined ? {} : { title: change.title }),
      ...(state === 'in-inspection' || state === 'cleared' ? {} : { lease: 0 }),
    })
    .where('id', '=', id)
    .where('state', '=', row.state)
    .executeTakeFirst()
  return numUpdatedRows === 0n ? null : readPosting(db, id)
}

const WAITING = ['sent', 'in-inspection'] as const
/** What somebody has still to do something with; a cleared one goes live or is held in the next moment. */
const UNDONE = [...WAITING, 'cleared'] as const

/** How many wait: of everybody, and of one maker. */
export async function waitingPostings(db: Db, owner: string): Promise<{ all: number; own: number }> {
  const row = await db
    .selectFrom('postings')
    .select((at) => [
      at.fn.countAll<number>().as('all'),
      sql<number>`sum(case when owner = ${owner} then 1 else 0 end)`.as('own'),
    ])
    .where('state', 'in', [...WAITING])
    .executeTakeFirst()
  return { all: Number(row?.all ?? 0), own: Number(row?.own ?? 0) }
}

/**
 * The next posting to be inspected, and it is this process's until `until`: of the maker who was served longest ago,
 * the oldest. Null when nothing waits. In PostgreSQL others step over a row that is being taken.
 */
export async function claimPosting(
  db: Db,
  dialect: DialectName,
  now: number,
  until: number,
): Promise<PostingRow | null> {
  const free = db
    .selectFrom('postings')
    .innerJoin('makers', 'makers.id', 'postings.owner')
    .select(['postings.id', 'postings.owner'])
    .where('postings.state', 'in', [...UNDONE])
    .where('postings.not_before', '<=', now)
    .where('postings.lease', '<=', now)
    .orderBy('makers.served')
    .orderBy('postings.created')
    .limit(1)
  const next = await (dialect === 'postgres' ? free.forUpdate('postings').skipLocked() : free).executeTakeFirst()
  if (next === undefined) return null
  await db
    .updateTable('postings')
    .set((at) => ({ lease: until, attempts: at('attempts', '+', 1) }))
    .where('id', '=', next.id)
    .execute()
  await db.updateTable('makers').set({ served: now }).where('id', '=', next.owner).execute()
  return readPosting(db, next.id)
}

export const renewLease = (db: Db, id: string, until: number) =>
  db
    .updateTable('postings')
    .set({ lease: until })
    .where('id', '=', id)
    .where('state', 'in', [...UNDONE])
    .execute()

/** When the next posting that waits may be taken, ms; null when none waits. */
export async function nextClaim(db: Db): Promise<number | null> {
  const row = await db
    .selectFrom('postings')
    .select(sql<number | null>`min(case when lease > not_before then lease else not_before end)`.as('at'))
    .where('state', 'in', [...UNDONE])
    .executeTakeFirst()
  return row?.at ?? null
}

/** After a start on a folder of one's own: nobody else inspects anything. */
export const freeLeases = (db: Db) =>
  db
    .updateTable('postings')
    .set({ lease: 0 })
    .where('state', 'in', [...UNDONE])
    .execute()

/** Held releases whose time has come. */
export async function duePostings(db: Db, now: number): Promise<string[]> {
  const rows = await db
    .selectFrom('postings')
    .select('id')
    .where('state', '=', 'held')
    .where('due', '<=', now)
    .orderBy('due')
    .execute()
  return rows.map((row) => row.id)
}

export async function nextDue(db: Db): Promise<number | null> {
  const row = await db
    .selectFrom('postings')
    .select((at) => at.fn.min('due').as('due'))
    .where('state', '=', 'held')
    .executeTakeFirst()
  return row?.due ?? null
}

/** Postings that say something else than their game about which release is live. */
export async function settleLive(db: Db, game: string, live: number): Promise<string[]> {
  const rows = await db
    .selectFrom('postings')
    .select(['id', 'release', 'state'])
    .where('game', '=', game)
    .where('state', 'in', ['cleared', 'held', 'live', 'withdrawn'])
    .execute()
  const moved: string[] = []
  // One moment for all of it: that is how letters know a release that made room from one that was taken off.
  const at = new Date().toISOString()
  for (const row of rows) {
    const wanted = row.release === live ? 'live' : row.state === 'live' ? 'withdrawn' : row.state
    if (wanted === row.state) continue
    await movePosting(db, row.id, [row.state as PostingState], wanted as PostingState, {}, at)
    moved.push(row.id)
  }
  return moved
}

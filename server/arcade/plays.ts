import { count, newDay } from '@core/posting/figures'
import { DayFigures, PlayEvent, type ScoreRow } from '@core/posting/protocol'
import { sql, type Transaction } from 'kysely'
import { isTaken, type Database, type Db } from './database'
import type { DialectName } from './migrations'
import type { Schema } from './schema'

/** Days of figures that are told; older ones stay in the database. */
const DAYS_TOLD = 400
/** Any number, the same in every process. */
const ROLL_LOCK = 7_201_001
/** Plays that are rolled up at once. */
const ROLL_AT_ONCE = 5000

export interface LoggedPlay {
  game: string
  release: number
  day: string
  event: PlayEvent['event']
  seconds: number
  cause: string
}

/** Statements of a hundred rows: many plays take one write to the disk. */
const ROWS = 100

/**
 * Counts plays. What comes within a moment is written together, and each is acknowledged when it is on the disk; one
 * whose game is gone meanwhile is let go.
 */
export function makePlayLog({ db }: Pick<Database, 'db'>, everyMs = 10) {
  let waiting: { play: LoggedPlay; done: () => void; failed: (error: unknown) => void }[] = []
  let timer: NodeJS.Timeout | null = null
  let writing: Promise<void> = Promise.resolve()

  async function write(batch: typeof waiting): Promise<void> {
    try {
      await db.transaction().execute(async (at) => {
        const games = [...new Set(batch.map(({ play }) => play.game))]
        const there = await at.selectFrom('games').select('id').where('id', 'in', games).execute()
        const known = new Set(there.map((row) => row.id))
        const plays = batch.map(({ play }) => play).filter((play) => known.has(play.game))
        for (let i = 0; i < plays.length; i += ROWS)
          await at
            .insertInto('play_log')
            .values(plays.slice(i, i + ROWS))
            .execute()
      })
      for (const { done } of batch) done()
    } catch (error) {
      for (const { failed } of batch) failed(error)
    }
  }
  function flush(): void {
    timer = null
    const batch = waiting
    waiting = []
    writing = writing.then(() => write(batch))
  }
  return (play: LoggedPlay): Promise<void> =>
    new Promise((done, failed) => {
      waiting.push({ play, done, failed })
      timer ??= setTimeout(flush, everyMs)
    })
}

/** Adds what was logged to the figures of its day, and takes it out of the log, in one step. Returns how many plays. */
export async function rollUp(db: Transaction<Schema>, dialect: DialectName, game?: string): Promise<number> {
  // One process at a time: two that read the same day would each forget what the other added.
  if (dialect === 'postgres') await sql`select pg_advisory_xact_lock(${ROLL_LOCK})`.execute(db)
  let log = db.selectFrom('play_log').selectAll().orderBy('id').limit(ROLL_AT_ONCE)
  if (game !== undefined) log = log.where('game', '=', game)
  const rows = await log.execute()
  const days = new Map<string, { game: string; day: DayFigures }>()
  for (const { game: of, release, day, event, seconds, cause } of rows) {
    const key = `${of} ${release} ${day}`
    const known = days.get(key)?.day ?? (await readDay(db, of, release, day)) ?? newDay(day, release)
    const read = PlayEvent.safeParse({ event, seconds, cause })
    if (read.success) days.set(key, { game: of, day: count(known, read.data) })
  }
  for (const { game: of, day } of days.values()) await writeDay(db, of, day)
  for (let i = 0; i < rows.length; i += ROWS)
    await db
      .deleteFrom('play_log')
      .where(
        'id',
        'in',
        rows.slice(i, i + ROWS).map((row) => row.id),
      )
      .execute()
  return rows.length
}

async function readDay(db: Db, game: string, release: number, day: string): Promise<DayFigures | null> {
  const row = await db
    .selectFrom('figures')
    .select('record')
    .where('game', '=', game)
    .where('release', '=', release)
    .where('day', '=', day)
    .executeTakeFirst()
  return row === undefined ? null : DayFigures.parse(JSON.parse(row.record))
}

export async function writeDay(db: Db, game: string, figures: DayFigures): Promise<void> {
  const record = JSON.stringify(figures)
  await db
    .insertInto('figures')
    .values({ game, release: figures.release, day: figures.day, record })
    .onConflict((at) => at.columns(['game', 'release', 'day']).doUpdateSet({ record }))
    .execute()
}

/** A game's days, the oldest first. */
export async function figuresOf(db: Db, game: string): Promise<DayFigures[]> {
  const rows = await db
    .selectFrom('figures')
    .select('record')
    .where('game', '=', game)
    .orderBy('day', 'desc')
    .orderBy('release', 'desc')
    .limit(DAYS_TOLD)
    .execute()
  return rows.map((row) => DayFigures.parse(JSON.parse(row.record))).reverse()
}

/** Rows of a table of scores. */
export const TABLE = 50

export async function scoresOf(db: Db, game: string): Promise<ScoreRow[]> {
  return db
    .selectFrom('scores')
    .select(['name', 'score', 'release', 'day'])
    .where('game', '=', game)
    .orderBy('score', 'desc')
    .orderBy('id')
    .limit(TABLE)
    .execute()
}

/** False when this very play is there already. What falls off the end of the table goes. */
export async function addScore(db: Db, game: string, row: ScoreRow & { proof: string }): Promise<boolean> {
  try {
    await db
      .insertInto('scores')
      .values({ game, ...row })
      .execute()
  } catch (error) {
    if (isTaken(error)) return false
    throw error
  }
  const best = db
    .selectFrom('scores')
    .select('id')
    .where('game', '=', game)
    .orderBy('score', 'desc')
    .orderBy('id')
    .limit(TABLE)
  await db.deleteFrom('scores').where('game', '=', game).where('id', 'not in', best).execute()
  return true
}

/** Uses a ticket up; false when it was used before. */
export async function useTicket(db: Db, mac: string, until: number): Promise<boolean> {
  const { numInsertedOrUpdatedRows } = await db
    .insertInto('tickets')
    .values({ mac, until })
    .onConflict((at) => at.column('mac').doNothing())
    .executeTakeFirst()
  return numInsertedOrUpdatedRows === 1n
}

export const isTicketUsed = async (db: Db, mac: string): Promise<boolean> =>
  (await db.selectFrom('tickets').select('mac').where('mac', '=', mac).executeTakeFirst()) !== undefined

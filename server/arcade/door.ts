import { randomUUID } from 'node:crypto'
import type { Db } from './database'
import type { ReportRow } from './records'

/** Addresses a game's list holds; more are refused, and none is ever dropped to make room. */
export const MOST_EMAILS = 5000

const now = () => new Date().toISOString()

/** False when the list is full. An address that is there already gets its new date. */
export async function keepEmail(db: Db, game: string, email: string, until: string): Promise<boolean> {
  const held = await db
    .selectFrom('emails')
    .select((at) => at.fn.countAll<number>().as('all'))
    .where('game', '=', game)
    .where('until', '>', now())
    .where('email', '!=', email)
    .executeTakeFirst()
  if (Number(held?.all ?? 0) >= MOST_EMAILS) return false
  await db
    .insertInto('emails')
    .values({ game, email, until })
    .onConflict((at) => at.columns(['game', 'email']).doUpdateSet({ until }))
    .execute()
  return true
}

export async function emailsOf(db: Db, game: string): Promise<{ email: string; until: string }[]> {
  return db
    .selectFrom('emails')
    .select(['email', 'until'])
    .where('game', '=', game)
    .where('until', '>', now())
    .orderBy('until')
    .execute()
}

/** What is due goes: addresses of players, sessions, tickets. Returns how many addresses. */
export async function sweep(db: Db): Promise<number> {
  await db.deleteFrom('sessions').where('expires', '<', Date.now()).execute()
  await db.deleteFrom('tickets').where('until', '<', Date.now()).execute()
  const { numDeletedRows } = await db.deleteFrom('emails').where('until', '<=', now()).executeTakeFirst()
  return Number(numDeletedRows)
}

export async function addReport(db: Db, report: Omit<ReportRow, 'id' | 'at'>): Promise<void> {
  await db
    .insertInto('reports')
    .values({ id: `report-${randomUUID()}`, at: now(), closed: 0, ...report })
    .execute()
}

/** What the keeper did, and to what: kept for as long as the arcade is. */
export async function audit(db: Db, act: string, subject: string, detail = ''): Promise<void> {
  await db.insertInto('audit').values({ at: now(), act, subject, detail }).execute()
}

export async function writeLetter(db: Db, maker: string, game: string, text: string): Promise<void> {
  await db
    .insertInto('letters')
    .values({ id: `letter-${randomUUID()}`, maker, game, at: now(), text })
    .execute()
}

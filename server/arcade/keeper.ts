import { readPostcode } from '@core/posting/postcode'
import { REPORT_NAMES, REPORT_REASONS } from '@core/posting/protocol'
import * as z from 'zod'
import type { Arcade } from './arcade'
import { audit, writeLetter } from './door'
import { changeGame, gameByPostcode, gamesOf, readGame, removeGame } from './games'
import type { GameRecord } from './records'

type Kept = Pick<Arcade, 'db' | 'dialect'>
const Reason = z.enum(REPORT_REASONS).catch('other')

/** A game by what a keeper has of it: its postcode, its link or its id. Throws an Error with a sentence. */
export async function gameNamed({ db }: Kept, name: string): Promise<GameRecord> {
  const step = name.split('/').at(-1)?.split('~')[0] ?? ''
  const postcode = readPostcode(step)
  const game = postcode === null ? await readGame(db, name) : await gameByPostcode(db, postcode)
  if (game === null)
    throw new Error(`There is no game “${name.slice(0, 80)}” here. Give its postcode, its link or its id.`)
  return game
}

export interface OpenReport {
  id: string
  at: string
  postcode: string
  title: string
  why: string
  text: string
}

/** Reports of players that were not closed yet, the oldest first. */
export async function openReports({ db }: Kept): Promise<OpenReport[]> {
  const rows = await db
    .selectFrom('reports')
    .innerJoin('games', 'games.id', 'reports.game')
    .select(['reports.id', 'reports.at', 'reports.reason', 'reports.text', 'games.postcode', 'games.title'])
    .where('reports.closed', '=', 0)
    .orderBy('reports.at')
    .execute()
  return rows.map(({ reason, ...row }) => ({ ...row, why: REPORT_NAMES[Reason.parse(reason)] }))
}

/** Closes the reports of a game, or one report. Returns how many. */
export async function closeReports({ db }: Kept, what: { game: string } | { report: string }): Promise<number> {
  const open = db.updateTable('reports').set({ closed: 1 }).where('closed', '=', 0)
  const { numUpdatedRows } = await (
    'game' in what ? open.where('game', '=', what.game) : open.where('id', '=', what.report)
  ).executeTakeFirst()
  await audit(db, 'close reports', 'game' in what ? what.game : what.report, String(numUpdatedRows))
  return Number(numUpdatedRows)
}

/** Nobody but its maker sees it any more; its addresses stop working at once. The maker gets a letter. */
export async function hideGame({ db, dialect }: Kept, game: GameRecord, letter: string): Promise<void> {
  await db.transaction().execute(async (at) => {
    await changeGame(at, dialect, game.id, { hidden: true, newAddresses: true })
    await writeLetter(at, game.owner, game.id, letter)
    await audit(at, 'hide', game.id, letter)
  })
}

/** As it was before. Throws TitleTaken when its title is another public game's by now. */
export async function showGame({ db, dialect }: Kept, game: GameRecord, letter = ''): Promise<void> {
  await db.transaction().execute(async (at) => {
    await changeGame(at, dialect, game.id, { hidden: false })
    if (letter !== '') await writeLetter(at, game.owner, game.id, letter)
    await audit(at, 'show', game.id, letter)
  })
}

/** Gone for good, releases and all; the letter stays, and the postcode leads to nothing for ever. */
export async function takeDown({ db, dialect }: Kept, game: GameRecord, letter: string): Promise<void> {
  await db.transaction().execute(async (at) => {
    await writeLetter(at, game.owner, game.id, letter)
    await audit(at, 'take down', game.id, `${game.postcode}: ${letter}`)
    await removeGame(at, dialect, game.id)
  })
}

export async function sendLetter({ db }: Kept, game: GameRecord, letter: string): Promise<void> {
  await db.transaction().execute(async (at) => {
    await writeLetter(at, game.owner, game.id, letter)
    await audit(at, 'letter', game.id, letter)
  })
}

/** Shuts a maker out: their keys change nothing any more, and their games are hidden. Returns how many games. */
export async function shutOut({ db, dialect }: Kept, maker: string, letter: string): Promise<number> {
  return db.transaction().execute(async (at) => {
    const { numUpdatedRows } = await at
      .updateTable('makers')
      .set({ banned: 1 })
      .where('id', '=', maker)
      .executeTakeFirst()
    if (numUpdatedRows === 0n) throw new Error(`There is no maker “${maker.slice(0, 80)}” here.`)
    const games = await gamesOf(at, maker)
    for (const game of games) await changeGame(at, dialect, game.id, { hidden: true, newAddresses: true })
    await writeLetter(at, maker, games[0]?.id ?? '', letter)
    await audit(at, 'shut out', maker, letter)
    return games.length
  })
}

/** Lets a maker back in. Games stay hidden until each is shown again. */
export async function letIn({ db }: Kept, maker: string): Promise<void> {
  await db.transaction().execute(async (at) => {
    const { numUpdatedRows } = await at
      .updateTable('makers')
      .set({ banned: 0 })
      .where('id', '=', maker)
      .executeTakeFirst()
    if (numUpdatedRows === 0n) throw new Error(`There is no maker “${maker.slice(0, 80)}” here.`)
    await audit(at, 'let in', maker)
  })
}

/** What keepers did, the newest first. */
export async function auditLog({ db }: Kept, most: number) {
  return db.selectFrom('audit').select(['at', 'act', 'subject', 'detail']).orderBy('id', 'desc').limit(most).execute()
}

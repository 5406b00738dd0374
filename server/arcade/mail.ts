import { REPORT_NAMES, type MailView, REPORT_REASONS } from '@core/posting/protocol'
import * as z from 'zod'
import type { Db } from './database'
import { gamesOf, readRelease } from './games'
import { postingsOf } from './postings'

const KINDS = new Set(['returned', 'held', 'live', 'withdrawn'])
const MOST = 200
const Reason = z.enum(REPORT_REASONS)

/**
 * Letters follow from what happened: every turn of a posting that a maker waits for, reports of players, and what the
 * keeper of the arcade wrote.
 */
export async function mailOf(db: Db, owner: string): Promise<{ letters: MailView[]; readUntil: string }> {
  const own = new Map((await gamesOf(db, owner)).map((game) => [game.id, game]))
  const titleOf = (game: string) => own.get(game)?.release?.label.title ?? ''
  const letters: MailView[] = []
  const rows = await postingsOf(db, owner, MOST)
  // A release that made room for the next one is no news: the next one's own letter says it.
  const replaced = (game: string, at: string) =>
    rows.some((row) => row.game === game && row.states.some((turn) => turn.state === 'live' && turn.at === at))
  for (const row of rows)
    row.states.forEach(({ state, at }, i) => {
      if (!KINDS.has(state) || (state === 'withdrawn' && replaced(row.game, at))) return
      letters.push({
        id: `${row.id}-${i}`,
        at,
        kind: state as MailView['kind'],
        game: row.game,
        posting: row.id,
        title: row.title || titleOf(row.game) || '',
        release: row.release,
        postcode: row.postcode,
        findings: state === 'returned' ? row.findings : [],
        text: state === 'returned' ? row.problem : '',
      })
    })
  const ids = [...own.keys()]
  const reports =
    ids.length === 0
      ? []
      : await db.selectFrom('reports').selectAll().where('game', 'in', ids).orderBy('at', 'desc').limit(MOST).execute()
  const about = async (game: string, kind: MailView['kind'], id: string, at: string, text: string) => {
    const its = own.get(game)
    letters.push({
      ...{ id, at, kind, game, text, posting: '', findings: [] },
      title: titleOf(game) || (await readRelease(db, game, 1))?.label.title || '',
      release: its?.live ?? 0,
      postcode: its?.postcode ?? '',
    })
  }
  for (const { id, game, at, reason, text } of reports)
    await about(
      game,
      'report',
      id,
      at,
      `${REPORT_NAMES[Reason.catch('other').parse(reason)]}.${text.trim() === '' ? '' : ` “${text.trim()}”`}`,
    )
  const written = await db
    .selectFrom('letters')
    .selectAll()
    .where('maker', '=', owner)
    .orderBy('at', 'desc')
    .limit(MOST)
    .execute()
  for (const { id, game, at, text } of written) await about(game, 'keeper', id, at, text)
  const maker = await db.selectFrom('makers').select('read_until').where('id', '=', owner).executeTakeFirst()
  return {
    letters: letters.sort((a, b) => (a.at < b.at ? 1 : -1)).slice(0, MOST),
    readUntil: maker?.read_until ?? '',
  }
}

import { REPORT_NAMES, type MailView } from '@core/posting/protocol'
import { liveRelease } from './game-view'
import { arcade, games, postings, reports } from './store'

const KINDS = new Set(['returned', 'held', 'live', 'withdrawn'])
const MOST = 200

/** Letters follow from what happened: every turn of a posting that a maker waits for, and reports of players. */
export async function mailOf(owner: string): Promise<{ letters: MailView[]; readUntil: string }> {
  const own = (await games.all()).filter((game) => game.owner === owner)
  const titles = new Map(own.map((game) => [game.id, (liveRelease(game) ?? game.releases.at(-1))?.label.title ?? '']))
  const letters: MailView[] = []
  for (const row of await postings.all()) {
    if (row.owner !== owner) continue
    row.states.forEach(({ state, at }, i) => {
      if (!KINDS.has(state)) return
      letters.push({
        id: `${row.id}-${i}`,
        at,
        kind: state as MailView['kind'],
        game: row.game,
        posting: row.id,
        title: row.title || titles.get(row.game) || '',
        release: row.release,
        postcode: row.postcode,
        findings: state === 'returned' ? row.findings : [],
        text: state === 'returned' ? row.problem : '',
      })
    })
  }
  for (const report of await reports.all()) {
    const game = own.find((one) => one.id === report.game)
    if (game === undefined) continue
    letters.push({
      id: report.id,
      at: report.at,
      kind: 'report',
      game: game.id,
      posting: '',
      title: titles.get(game.id) ?? '',
      release: game.live,
      postcode: game.postcode,
      findings: [],
      text: `${REPORT_NAMES[report.reason]}.${report.text.trim() === '' ? '' : ` “${report.text.trim()}”`}`,
    })
  }
  const read = await (await arcade()).storage.getItem<string>(`read:${owner}`)
  return {
    letters: letters.sort((a, b) => (a.at < b.at ? 1 : -1)).slice(0, MOST),
    readUntil: typeof read === 'string' ? read : '',
  }
}

import { createHash, randomInt } from 'node:crypto'
import type { GameDoc } from '@core/game/types'
import { makeSetup, type Setup } from '@core/game/setup'
import { replayProof } from '@core/game/proof'
import { STEPS_PER_SECOND } from '@core/game/types'
import { count, newDay } from '@core/posting/figures'
import { NAME_COUNT, nameOf } from '@core/posting/names'
import type { PlayEvent, ScoreRequest, ScoreRow, ScoreTicket } from '@core/posting/protocol'
import { LRUCache } from 'lru-cache'
import { refuse } from './problem'
import type { GameRecord } from './records'
import { arcade, emails, figures, inTurn, sameText, scores, sealOf } from './store'

const DAYS_KEPT = 400
const TABLE = 50
const TICKET_MS = 12 * 3_600_000
/** A play longer than this is not played again here. */
const LONGEST_PLAY_S = 900

const today = () => new Date().toISOString().slice(0, 10)

export const countPlay = (game: string, release: number, event: PlayEvent): Promise<void> =>
  inTurn(`figures:${game}`, async () => {
    const kept = (await figures.get(game)) ?? { id: game, days: [] }
    const day = today()
    const at = kept.days.findIndex((one) => one.day === day && one.release === release)
    const next = count(kept.days[at] ?? newDay(day, release), event)
    const days = at < 0 ? [...kept.days, next] : kept.days.with(at, next)
    await figures.set({ id: game, days: days.slice(-DAYS_KEPT) })
  })

const sealed = ({ seed, until, release, names }: Omit<ScoreTicket, 'mac'>, game: string): string =>
  ['score', game, release, seed, until, names.join(',')].join('.')

/** A ticket names the seed, so that nobody looks for a lucky one at home first. */
export async function newTicket(game: GameRecord): Promise<ScoreTicket> {
  const ticket = {
    seed: randomInt(0, 2 ** 32),
    until: Date.now() + TICKET_MS,
    release: game.live,
    names: [0, 1, 2].map(() => randomInt(0, NAME_COUNT)),
  }
  return { ...ticket, mac: await sealOf(sealed(ticket, game.id)) }
}

const setups = new LRUCache<string, Setup>({ max: 50 })

async function setupOf(game: GameRecord, release: number): Promise<Setup> {
  const key = `${game.id}:${release}`
  const known = setups.get(key)
  if (known !== undefined) return known
  const bytes = await (await arcade()).storage.getItemRaw<Uint8Array>(`files:${key}:game.json`)
  if (bytes === null) throw refuse.missing('This release')
  // It was compared with its parts when it was inspected.
  const setup = makeSetup(JSON.parse(new TextDecoder().decode(bytes)) as GameDoc)
  setups.set(key, setup)
  return setup
}

const plain = ({ name, score, release, day }: ScoreRow): ScoreRow => ({ name, score, release, day })
export const tableOf = async (game: string): Promise<ScoreRow[]> => ((await scores.get(game))?.rows ?? []).map(plain)

/** Plays it again and keeps it only when the same score comes out. */
export async function takeScore(game: GameRecord, { ticket, name, score, proof }: ScoreRequest): Promise<ScoreRow[]> {
  const wrong = (detail: string) => refuse.conflict(detail)
  if (!sameText(ticket.mac, await sealOf(sealed(ticket, game.id))) || ticket.until < Date.now())
    throw wrong('This play was not begun here, or too long ago. Play again and send that one.')
  if (ticket.release !== game.live) throw wrong('The game has a new release since. Play that one.')
  const said = ticket.names.includes(name) ? nameOf(name) : null
  if (said === null) throw wrong('Choose one of the names offered.')
  if (proof.seed !== ticket.seed) throw wrong('This is not the play that was begun here.')
  const played = replayProof(await setupOf(game, game.live), proof, LONGEST_PLAY_S * STEPS_PER_SECOND)
  if (played.outcome === 'playing' || played.score !== score)
    throw wrong('Played again, these moves do not make this score. It was not taken.')
  const hash = createHash('sha256').update(JSON.stringify(proof)).digest('hex')
  return inTurn(`scores:${game.id}`, async () => {
    const kept = (await scores.get(game.id))?.rows ?? []
    if (kept.some((row) => row.proof === hash)) throw wrong('This play is in the table already.')
    const rows = [...kept, { name: said, score, release: game.live, day: today(), proof: hash }]
      .sort((a, b) => b.score - a.score)
      .slice(0, TABLE)
    await scores.set({ id: game.id, rows })
    return rows.map(plain)
  })
}

/** Rows that are due are dropped whenever the list is touched. */
const notDue = <T extends { until: string }>(rows: readonly T[]): T[] =>
  rows.filter((row) => row.until > new Date().toISOString())

export const keepEmail = (game: string, email: string, days: number): Promise<void> =>
  inTurn(`emails:${game}`, async () => {
    const rows = notDue((await emails.get(game))?.rows ?? []).filter((row) => row.email !== email)
    const until = new Date(Date.now() + days * 86_400_000).toISOString()
    await emails.set({ id: game, rows: [...rows, { email, until }].slice(-5000) })
  })

export const emailsOf = (game: string) =>
  inTurn(`emails:${game}`, async () => {
    const row = await emails.get(game)
    if (row === null) return []
    const rows = notDue(row.rows)
    if (rows.length < row.rows.length) await emails.set({ id: game, rows })
    return rows
  })

/** Addresses that are due go, also where nobody looks at the list any more. */
export async function dropDueEmails(): Promise<void> {
  for (const { id } of await emails.all()) await emailsOf(id)
}

export function safeJson(text: string | undefined): unknown {
  try {
    return JSON.parse(text ?? '')
  } catch {
    return null
  }
}

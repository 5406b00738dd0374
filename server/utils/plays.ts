import { createHash, randomInt } from 'node:crypto'
import { today as asToday } from '@core/game/doc-versions'
import type { GameDoc } from '@core/game/types'
import { readGameDoc } from '@core/template/game-doc-schema'
import { canonicalProof, MOST_PLAYS } from '@core/game/proof'
import { STEPS_PER_SECOND } from '@core/game/types'
import { NAME_COUNT, nameOf } from '@core/posting/names'
import type { PlayEvent, ScoreRequest, ScoreRow, ScoreTicket } from '@core/posting/protocol'
import { addScore, figuresOf, isTicketUsed, rollUp, scoresOf, useTicket } from '../arcade/plays'
import type { GameRecord } from '../arcade/records'
import { makeReplayer, TooMuch, type Replayer } from '../arcade/replay'
import { replayerScript } from './beside'
import { log } from './log'
import { refuse } from './problem'
import { gameFile } from './serve-game'
import { arcade, sameText, sealOf } from './store'

const TICKET_MS = 12 * 3_600_000
/** A play longer than this is not played again here. */
const LONGEST_PLAY_S = 600

const today = () => new Date().toISOString().slice(0, 10)

/** Counts a play; resolves when it is written. What ended it is kept as plain words only. */
export async function countPlay(game: string, release: number, { event, seconds, cause }: PlayEvent): Promise<void> {
  const words = cause.replace(/[^\p{L}\p{M}\p{N} '’,.-]/gu, '').trim()
  await (await arcade()).countPlay({ game, release, day: today(), event, seconds, cause: words })
}

/** A game's days, with everything counted up to now. */
export async function figuresNow(game: string) {
  const { db, dialect } = await arcade()
  for (let left = 1; left > 0;) left = await db.transaction().execute((at) => rollUp(at, dialect, game))
  return figuresOf(db, game)
}

const sealed = ({ seed, until, release, names }: Omit<ScoreTicket, 'mac'>, game: string): string =>
  ['score', game, release, seed, until, names.join(',')].join('.')

/** A ticket names the seed, so that nobody looks for a lucky one at home first. It is for one score. */
export async function newTicket(game: GameRecord): Promise<ScoreTicket> {
  const ticket = {
    seed: randomInt(0, 2 ** 32),
    until: Date.now() + TICKET_MS,
    release: game.live,
    names: [0, 1, 2].map(() => randomInt(0, NAME_COUNT)),
  }
  return { ...ticket, mac: await sealOf(sealed(ticket, game.id)) }
}

let replayer: Replayer | null = null

/** The document as the arcade wrote it when it cleared the release. */
async function docOf(game: string, release: number): Promise<GameDoc> {
  const bytes = await gameFile(game, release, 'game.json')
  if (bytes === null) throw refuse.missing('This release')
  return asToday(readGameDoc(JSON.parse(bytes.toString('utf8'))))
}

export const tableOf = async (game: string): Promise<ScoreRow[]> => scoresOf((await arcade()).db, game)

/** Plays it again, in a thread of its own, and keeps it only when the same score comes out. */
export async function takeScore(game: GameRecord, { ticket, name, score, proof }: ScoreRequest): Promise<ScoreRow[]> {
  const { db } = await arcade()
  const wrong = (detail: string) => refuse.conflict(detail)
  if (!sameText(ticket.mac, await sealOf(sealed(ticket, game.id))) || ticket.until < Date.now())
    throw wrong('This play was not begun here, or too long ago. Play again and send that one.')
  if (ticket.release !== game.live) throw wrong('The game has a new release since. Play that one.')
  const said = ticket.names.includes(name) ? nameOf(name) : null
  if (said === null) throw wrong('Choose one of the names offered.')
  if (proof.seed !== ticket.seed) throw wrong('This is not the play that was begun here.')
  if (proof.plays - (proof.before?.length ?? 0) > MOST_PLAYS)
    throw wrong('That was tried too often. Load the page again, play, and send that one.')
  const used = () => wrong('A score was sent for this play already. Play again and send that one.')
  if (await isTicketUsed(db, ticket.mac)) throw used()
  replayer ??= makeReplayer(replayerScript())
  const most = LONGEST_PLAY_S * STEPS_PER_SECOND
  const played = await replayer
    .play(`${game.id}:${game.live}`, () => docOf(game.id, game.live), proof, most)
    .catch((error: unknown) => {
      if (!(error instanceof TooMuch)) throw error
      log.warn({ game: game.id, why: error.message }, 'a play was not played again')
      throw refuse.busy('This play could not be checked now. It was not taken; try again in a while.')
    })
  if (played.outcome === 'playing' || played.score !== score)
    throw wrong('Played again, these moves do not make this score. It was not taken.')
  const hash = createHash('sha256')
    .update(JSON.stringify(canonicalProof(proof, played.steps)))
    .digest('hex')
  // The ticket and the score in one step: a ticket used up without its score would be somebody's loss.
  return db.transaction().execute(async (at) => {
    if (!(await useTicket(at, ticket.mac, ticket.until))) throw used()
    const row = { name: said, score, release: game.live, day: today(), proof: hash }
    if (!(await addScore(at, game.id, row))) throw wrong('This play is in the table already.')
    return scoresOf(at, game.id)
  })
}

export function closeReplayer(): void {
  replayer?.close()
  replayer = null
}

export function safeJson(text: string | undefined): unknown {
  try {
    return JSON.parse(text ?? '')
  } catch {
    return null
  }
}

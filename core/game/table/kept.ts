import type { GameState } from '../game'
import { stateHash } from '../hash'
import type { Rounds } from '../kept'
import { BOARD_WIDTH } from '../progress'
import type { PlayState } from '../rules'
import type { Setup } from '../setup'
import { tablePlan } from './plan'
import { startTable } from './play'
import type { Table } from './state'

export const isTable = (state: PlayState): state is Table => 'pieces' in state

const fingerprint = (setup: Setup): string =>
  stateHash([setup.doc.stage, tablePlan(setup).starts.map(({ entry, nth }) => `${entry} ${nth}`)])

const HUNDREDTH = 100
/** Each piece as its number among the starts, where it is, and how large and which way round. */
function boardOf({ pieces }: Table, setup: Setup): number[] {
  const { starts } = tablePlan(setup)
  return pieces.flatMap((piece) => [
    starts.findIndex(({ entry, nth }) => entry === piece.entry && nth === piece.nth),
    ...[piece.x, piece.y, piece.size].map((value) => Math.max(0, Math.round(value * HUNDREDTH))),
    piece.mirrored ? 1 : 0,
  ])
}

function again(setup: Setup, board: readonly number[], seed: number): Table | null {
  const state = startTable(setup, seed)
  const { starts } = tablePlan(setup)
  if (board.length !== state.pieces.length * BOARD_WIDTH) return null
  const laid = []
  const used = new Set<number>()
  for (let i = 0; i < board.length; i += BOARD_WIDTH) {
    const [at, x, y, size, mirrored] = board.slice(i, i + BOARD_WIDTH) as [number, number, number, number, number]
    const piece = state.pieces[at]
    if (piece === undefined || used.has(at)) return null
    used.add(at)
    const k = Math.max(0.1, size / HUNDREDTH) / starts[at]!.size
    laid.push({
      ...piece,
      ...{ x: Math.min(setup.stage.width, x / HUNDREDTH), y: Math.min(setup.stage.height, y / HUNDREDTH) },
      ...{ size: size / HUNDREDTH, halfW: piece.halfW * k, halfH: piece.halfH * k, mirrored: mirrored === 1 },
    })
  }
  state.pieces = laid
  return state
}

/**
 * A board by hand waits as it stands, not by what was pressed: an evening of dragging is long. Rules that keep rounds of
 * their own go on doing so.
 */
export const tableRounds = (own: Rounds | undefined): Rounds => ({
  keep(state: GameState, setup, proof) {
    const { play, progress, level } = state
    if (play === null || !isTable(play)) return own?.keep(state, setup, proof)
    if (play.outcome !== 'playing') delete progress.round
    else if (play.step > 0)
      progress.round = {
        ...{ of: fingerprint(setup), seed: proof.seed, plays: proof.plays, level, look: progress.worn, runs: [] },
        board: boardOf(play, setup),
      }
  },
  again(rules, whole, here, round, seed) {
    if (round.board === undefined) return own?.again(rules, whole, here, round, seed) ?? null
    return round.of === fingerprint(here) ? again(here, round.board, seed) : null
  },
})

import { playAll, type DryGame } from '@core/dry-run/batch'
import { roundsOf, type WayRounds } from '@core/dry-run/way'
import { layingFor, type Explored } from '@core/game/laying'
import { makeSetup, type Setup } from '@core/game/setup'
import type { GameDoc } from '@core/game/types'
import * as Comlink from 'comlink'

let last: { key: string; setup: Setup } | null = null

const worker = {
  /** Plays games of a document; `key` names it, so that it is set up once for a row of calls. */
  play(key: string, doc: GameDoc, games: { skill: number; seed: number }[]): DryGame[] {
    if (last?.key !== key) last = { key, setup: makeSetup(doc) }
    return playAll(last.setup, games)
  },
  /** Rounds of so many players of a game along a way; null for another one. */
  rounds(doc: GameDoc, sides: number, rounds: number, seed: number): WayRounds | null {
    return roundsOf(doc, sides, rounds, seed)
  },
  /** Where in its course one gets to; null for a game without one. */
  explore(doc: GameDoc): Explored | null {
    return layingFor(doc.template.id)?.explore(makeSetup(doc)) ?? null
  },
}

export type DryRunWorker = typeof worker
Comlink.expose(worker)

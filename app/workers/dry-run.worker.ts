import { playAll, type DryGame } from '@core/dry-run/batch'
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
}

export type DryRunWorker = typeof worker
Comlink.expose(worker)

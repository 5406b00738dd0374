import { parentPort } from 'node:worker_threads'
import { replayProof, type Proof } from '@core/game/proof'
import { makeSetup, type Setup } from '@core/game/setup'
import type { GameDoc } from '@core/game/types'

/** A play to be played again; `doc` comes with the first play of a game this thread is asked for. */
export interface ReplayJob {
  id: number
  game: string
  doc: GameDoc | null
  proof: Proof
  mostSteps: number
}

const MOST_SETUPS = 20
const setups = new Map<string, Setup>()

parentPort!.on('message', ({ id, game, doc, proof, mostSteps }: ReplayJob) => {
  try {
    const setup = setups.get(game) ?? (doc === null ? null : makeSetup(doc))
    if (setup === null) return parentPort!.postMessage({ id, again: true })
    setups.delete(game)
    setups.set(game, setup)
    if (setups.size > MOST_SETUPS) setups.delete(setups.keys().next().value!)
    parentPort!.postMessage({ id, played: replayProof(setup, proof, mostSteps) })
  } catch (error) {
    parentPort!.postMessage({ id, failed: error instanceof Error ? error.message : 'unknown' })
  }
})

import type { DryGame } from '@core/dry-run/batch'
import type { WayRounds } from '@core/dry-run/way'
import type { Explored } from '@core/game/laying'
import type { GameDoc } from '@core/game/types'
import * as Comlink from 'comlink'
import type { DryRunWorker } from './dry-run.worker'

const MOST_WORKERS = 4
/** Small enough that another wish need not wait long, large enough that handing over costs nothing. */
const CHUNK = 12

let pool: Comlink.Remote<DryRunWorker>[] | null = null
let runs = 0

function workers(): Comlink.Remote<DryRunWorker>[] {
  pool ??= Array.from({ length: Math.max(1, Math.min(MOST_WORKERS, (navigator.hardwareConcurrency || 2) - 1)) }, () =>
    Comlink.wrap<DryRunWorker>(new Worker(new URL('./dry-run.worker.ts', import.meta.url), { type: 'module' })),
  )
  return pool
}

/**
 * Plays games on all workers and gives them back in the order they were asked for: the figures are the same however
 * many workers there are. Null when `wanted` says that nobody waits for it any more.
 */
export async function dryRun(
  doc: GameDoc,
  asked: readonly { skill: number; seed: number }[],
  wanted: () => boolean,
  progress: (done: number) => void = () => undefined,
): Promise<DryGame[] | null> {
  const key = String(++runs)
  const plain = JSON.parse(JSON.stringify(doc)) as GameDoc
  const results: DryGame[] = []
  let next = 0
  let done = 0
  await Promise.all(
    workers().map(async (worker) => {
      while (next < asked.length && wanted()) {
        const from = next
        next += CHUNK
        const games = asked.slice(from, from + CHUNK).map((one) => ({ ...one }))
        const played = await worker.play(key, plain, games)
        played.forEach((game, i) => (results[from + i] = game))
        progress((done += played.length))
      }
    }),
  )
  return wanted() ? results : null
}

/** Where in its course a game's player gets to, worked out by the last of the workers; null for a game without one. */
export const explore = (doc: GameDoc): Promise<Explored | null> =>
  workers()
    .at(-1)!
    .explore(JSON.parse(JSON.stringify(doc)) as GameDoc)

/** Rounds of so many players of a game along a way, played by the last of the workers; null for another game. */
export const roundsAmong = (doc: GameDoc, sides: number, rounds: number, seed: number): Promise<WayRounds | null> =>
  workers()
    .at(-1)!
    .rounds(JSON.parse(JSON.stringify(doc)) as GameDoc, sides, rounds, seed)

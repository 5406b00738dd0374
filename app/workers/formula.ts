import * as Comlink from 'comlink'
import type { FormulaWorker } from './formula.worker'

let remote: Comlink.Remote<FormulaWorker> | null = null

/** Who draws mathematics; fetched with the first formula. */
export function formulaWorker(): Comlink.Remote<FormulaWorker> {
  remote ??= Comlink.wrap<FormulaWorker>(
    new Worker(new URL('./formula.worker.ts', import.meta.url), { type: 'module' }),
  )
  return remote
}

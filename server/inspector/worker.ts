import { parentPort, workerData } from 'node:worker_threads'
import { UserError } from '@core/errors'
import type { JobAnswer } from '../utils/apart'
import { inspect, type Inspected, type Shipped } from './inspect'

/** What the thread is given, and looks at once. */
export interface InspectorJob {
  bytes: Uint8Array
  shelf: ReadonlyMap<string, Shipped>
}

const { bytes, shelf } = workerData as InspectorJob
const say = (answer: JobAnswer<Inspected>) => parentPort!.postMessage(answer)
inspect(bytes, shelf).then(
  (value) => say({ ok: true, value }),
  (error: unknown) => {
    if (!(error instanceof UserError)) throw error
    say({ ok: false, code: error.code, message: error.message })
  },
)

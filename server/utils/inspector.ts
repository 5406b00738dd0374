// The thread’s native codec is named here, so that the build takes it along.
import 'sharp'
import { userError } from '@core/errors'
import type { Inspected } from '../inspector/inspect'
import type { InspectorJob } from '../inspector/worker'
import { apart } from './apart'
import { inTurn } from './store'
import { shelf } from './templates'

const MOST_MS = 120_000
const HEAP_MB = 1024

/**
 * Looks at a parcel in a thread, one parcel after the other. Its code is a file of its own beside the server's
 * (modules/inspector.ts). Throws a UserError for what cannot be read, or not in time.
 */
export const inspectApart = (bytes: Uint8Array): Promise<Inspected> =>
  inTurn('inspector', async () => {
    const job: InspectorJob = { bytes, shelf: await shelf() }
    return apart(new URL('inspector.mjs', import.meta.url), job, {
      most: MOST_MS,
      heap: HEAP_MB,
      late: userError(
        'too-slow',
        'Looking at this parcel took the arcade longer than two minutes. Make its pictures and sounds smaller and send it again.',
      ),
    })
  })

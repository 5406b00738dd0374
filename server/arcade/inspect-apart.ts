import { randomUUID } from 'node:crypto'
import { mkdir, readFile, rm } from 'node:fs/promises'
import { join } from 'node:path'
import { userError, UserError } from '@core/errors'
import type { Inspected, InspectorJob } from '../inspector/job'
import { InspectorAnswer } from '../inspector/job'
import { runApart } from './apart'
import { sha256 } from '../sha256'

const INSPECTION_MS = 120_000
/** Megabytes. A parcel at all its limits was seen to need about 700. */
const MEMORY_MB = 1400

export interface Looked extends Omit<Inspected, 'files'> {
  /** Name and bytes of each file that is kept, one after the other; their hashes are those that were inspected. */
  files: () => AsyncIterable<{ name: string; hash: string; bytes: Uint8Array }>
}

/**
 * Has a parcel looked at in a process of its own, hands what it found to `use`, and clears up. Throws a UserError for
 * what cannot be read, or not within the limits.
 */
export async function inspectApart<T>(
  place: { script: string; shelf: string; tmp: string },
  parcel: string,
  use: (looked: Looked) => Promise<T>,
  limits: { ms?: number; memoryMb?: number } = {},
): Promise<T> {
  const out = join(place.tmp, `inspection-${randomUUID()}`)
  await mkdir(out, { recursive: true, mode: 0o700 })
  try {
    const job: InspectorJob = { parcel, shelf: place.shelf, out }
    const time = limits.ms ?? INSPECTION_MS
    const said = await runApart(place.script, JSON.stringify(job), {
      time,
      cpu: Math.ceil(time / 1000),
      memory: limits.memoryMb ?? MEMORY_MB,
      late: userError(
        'too-slow',
        'Looking at this parcel took the arcade longer than two minutes. Make its pictures and sounds smaller and send it again.',
      ),
      large: userError(
        'too-large-inside',
        'Something in this parcel unpacks to more than the arcade has room for. Make its pictures and sounds smaller and send it again.',
      ),
    })
    const answer = InspectorAnswer.parse(JSON.parse(said))
    if (!answer.ok) throw new UserError(answer.message, answer.code)
    const { files, ...rest } = answer.value
    return await use({
      ...rest,
      async *files() {
        for (const { name, hash } of files) {
          const bytes = await readFile(join(out, hash))
          if (sha256(bytes) !== hash) throw new Error(`${name} changed between its inspection and its storing`)
          yield { name, hash, bytes }
        }
      },
    })
  } finally {
    await rm(out, { recursive: true, force: true })
  }
}

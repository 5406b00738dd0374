import { UserError } from '@core/errors'
import * as Comlink from 'comlink'
import type { Workshop } from './work/make-workshop'

const remotes = new Map<string, Comlink.Remote<Workshop>>()
const workers = new Map<string, Worker>()
/** Those who wait for the workshop. */
const waiting = new Set<(error: Error) => void>()

function remote(name: string): Comlink.Remote<Workshop> {
  const known = remotes.get(name)
  if (known !== undefined) return known
  const worker = new Worker(new URL('./workshop.worker.ts', import.meta.url), { type: 'module' })
  const made = Comlink.wrap<Workshop>(worker)
  remotes.set(name, made)
  workers.set(name, worker)
  return made
}

/** The one workshop of this tab: art, sound, parcels. Started with the first call. */
export const workshop = (): Comlink.Remote<Workshop> => remote('workshop')

/** The same again, for the check: a file that comes in must not wait for a check of what was there before. */
export const checker = (): Comlink.Remote<Workshop> => remote('checker')

/** Waits for work of the workshop; rejects when somebody stops it. */
export async function untilStopped<T>(work: Promise<T>): Promise<T> {
  let refuse: (error: Error) => void = () => undefined
  const stopped = new Promise<never>((_, reject) => (refuse = reject))
  waiting.add(refuse)
  try {
    return await Promise.race([work, stopped])
  } finally {
    waiting.delete(refuse)
  }
}

/** Ends whatever the workshop is at, at once. Who waits for it is told; the next call starts a new one. */
export function stopWorkshop(): void {
  workers.get('workshop')?.terminate()
  workers.delete('workshop')
  remotes.delete('workshop')
  for (const refuse of waiting) refuse(new UserError('Stopped. Nothing was changed.', 'stopped'))
}

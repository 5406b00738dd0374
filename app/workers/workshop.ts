import * as Comlink from 'comlink'
import type { Workshop } from './workshop.worker'

const remotes = new Map<string, Comlink.Remote<Workshop>>()

function remote(name: string): Comlink.Remote<Workshop> {
  const known = remotes.get(name)
  if (known !== undefined) return known
  const worker = new Worker(new URL('./workshop.worker.ts', import.meta.url), { type: 'module' })
  const made = Comlink.wrap<Workshop>(worker)
  remotes.set(name, made)
  return made
}

/** The one workshop of this tab: art, sound, parcels. Started with the first call. */
export const workshop = (): Comlink.Remote<Workshop> => remote('workshop')

/** The same again, for the check: a file that comes in must not wait for a check of what was there before. */
export const checker = (): Comlink.Remote<Workshop> => remote('checker')

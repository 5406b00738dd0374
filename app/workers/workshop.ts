import * as Comlink from 'comlink'
import type { Workshop } from './workshop.worker'

let remote: Comlink.Remote<Workshop> | null = null

/** The one workshop of this tab: art, sound, checks, parcels. Started with the first call. */
export function workshop(): Comlink.Remote<Workshop> {
  remote ??= Comlink.wrap<Workshop>(new Worker(new URL('./workshop.worker.ts', import.meta.url), { type: 'module' }))
  return remote
}

import Dexie from 'dexie'
import { IDBFactory, IDBKeyRange } from 'fake-indexeddb'
import { createPinia, setActivePinia, type Pinia } from 'pinia'
import { vi } from 'vitest'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './fixtures'

/**
 * What a browser gives the stores, for tests of them without one: IndexedDB, local storage, fetch of the shipped
 * folders. The worker is stood in for by `workshop`.
 */
const realFetch = globalThis.fetch
let workshopNow: Record<string, unknown> = {}

/**
 * Stores are asked for with the pinia this returns: what still runs of an earlier test makes its own the active one.
 */
export function standInForBrowser(workshop: Record<string, unknown> = {}): Pinia {
  workshopNow = workshop
  const pinia = createPinia()
  setActivePinia(pinia)
  Object.assign(Dexie.dependencies, { indexedDB: new IDBFactory(), IDBKeyRange })
  for (const name of ['localStorage', 'sessionStorage']) {
    const kept = new Map<string, string>()
    vi.stubGlobal(name, {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => void kept.set(key, value),
      removeItem: (key: string) => void kept.delete(key),
    })
  }
  vi.stubGlobal('fetch', async (path: string) => {
    // Encoders bring their WebAssembly along in their address.
    if (path.startsWith('data:')) return realFetch(path)
    try {
      const bytes = readFileSync(join(root, path.replace('/shipped/', '')))
      return new Response(bytes)
    } catch {
      return new Response('', { status: 404 })
    }
  })
  vi.doMock('../../app/workers/workshop', () => ({
    workshop: () => workshopNow,
    checker: () => workshopNow,
    untilStopped: <T>(work: Promise<T>) => work,
    stopWorkshop: () => undefined,
  }))
  return pinia
}

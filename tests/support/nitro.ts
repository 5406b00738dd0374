import { mkdtempSync, readFileSync, existsSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { vi } from 'vitest'
import { root } from './fixtures'

/** What Nitro hands to server code, for tests of that code by itself. Returns the data folder. */
export function standInForNitro(folder?: string): string {
  const dataDir = folder ?? mkdtempSync(join(tmpdir(), 'pack-post-unit-'))
  vi.stubGlobal('useRuntimeConfig', () => ({ dataDir, inspectionSeconds: 0 }))
  const path = (key: string) => join(root, 'templates', key.replaceAll(':', '/'))
  vi.stubGlobal('useStorage', () => ({
    getItem: async (key: string) => (existsSync(path(key)) ? JSON.parse(readFileSync(path(key), 'utf8')) : null),
    getItemRaw: async (key: string) => (existsSync(path(key)) ? readFileSync(path(key)) : null),
  }))
  // The thread is a file of the build; here its work is done in this one.
  vi.doMock('../../server/utils/inspector', async () => {
    const [{ inspect }, { shelf }] = await Promise.all([
      import('../../server/inspector/inspect'),
      import('../../server/utils/templates'),
    ])
    return { inspectApart: async (bytes: Uint8Array) => inspect(bytes, await shelf()) }
  })
  return dataDir
}

import { createHash } from 'node:crypto'
import { existsSync, mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { vi } from 'vitest'
import type { inspect as Inspect } from '../../server/inspector/inspect'
import { root } from './fixtures'

const FOLDERS: Record<string, string> = {
  'assets:templates': 'templates',
  'assets:typeface': 'node_modules/@fontsource-variable/bricolage-grotesque/files',
}

/** The same parcel looks the same each time: one look is enough for all tests of a file. */
const inspected = new Map<string, ReturnType<typeof Inspect>>()
/** What ships is the same for each arcade: read once for all tests of a file. */
let shipped: Promise<object> | null = null

/**
 * What Nitro hands to server code, for tests of that code by itself. Returns the data folder. What runs in processes
 * and threads of the build runs in this one.
 */
export function standInForNitro(folder?: string, config: Record<string, unknown> = {}): string {
  const dataDir = folder ?? mkdtempSync(join(tmpdir(), 'pack-post-unit-'))
  vi.stubGlobal('useRuntimeConfig', () => ({ dataDir, inspectionSeconds: 0, ...config }))
  vi.stubGlobal('useStorage', (base: string) => {
    const path = (key: string) => join(root, FOLDERS[base] ?? base, key.replaceAll(':', '/'))
    return {
      getItem: async (key: string) => (existsSync(path(key)) ? JSON.parse(readFileSync(path(key), 'utf8')) : null),
      getItemRaw: async (key: string) => (existsSync(path(key)) ? readFileSync(path(key)) : null),
    }
  })
  vi.doMock('#player-code', () => ({ playerCodeFor: async () => 'var PackPostPlayer={play(){}}' }))
  vi.doMock('../../server/utils/templates', (original) => (shipped ??= original<object>()))
  vi.doMock('../../server/arcade/inspect-apart', async (original) => {
    const [{ inspect }, { shelf }] = await Promise.all([
      import('../../server/inspector/inspect'),
      import('../../server/utils/templates'),
    ])
    return {
      ...(await original<object>()),
      inspectApart: async (_place: unknown, parcel: string, use: (looked: unknown) => Promise<unknown>) => {
        const hash = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')
        const bytes = new Uint8Array(readFileSync(parcel))
        const look = inspected.get(hash(bytes)) ?? inspect(bytes, await shelf())
        inspected.set(hash(bytes), look)
        // A refusal is made anew: its class belongs to the modules of one test.
        look.catch(() => inspected.delete(hash(bytes)))
        const { manifest, folder, findings, kept } = await look
        return use({
          manifest,
          folder,
          findings,
          async *files() {
            for (const [name, bytes] of kept) yield { name, hash: hash(bytes), bytes }
          },
        })
      },
    }
  })
  vi.doMock('../../server/arcade/replay', async (original) => {
    const [{ replayProof }, { makeSetup }] = await Promise.all([
      import('../../core/game/proof'),
      import('../../core/game/setup'),
    ])
    return {
      ...(await original<object>()),
      makeReplayer: () => ({
        play: async (_game: string, doc: () => Promise<never>, proof: never, most: number) =>
          replayProof(makeSetup(await doc()), proof, most),
        close: () => undefined,
      }),
    }
  })
  return dataDir
}

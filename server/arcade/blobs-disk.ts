import { randomUUID } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { access, mkdir, open, opendir, readdir, readFile, rename, rm, stat, utimes } from 'node:fs/promises'
import { join } from 'node:path'
import type { Blobs } from './blobs'
import { HASH } from './hash-name'

const BESIDE = '.part'
const isMissing = (error: unknown): boolean => (error as { code?: string } | null)?.code === 'ENOENT'

/** Files of a folder, two letters of their hash deep. */
export function diskBlobs(dir: string): Blobs {
  const folderOf = (hash: string) => join(dir, hash.slice(0, 2))
  const pathOf = (hash: string) => join(folderOf(hash), hash)
  async function write(path: string, bytes: Uint8Array): Promise<void> {
    const beside = `${path}.${randomUUID()}${BESIDE}`
    try {
      const file = await open(beside, 'wx', 0o600)
      try {
        await file.writeFile(bytes)
        await file.sync()
      } finally {
        await file.close()
      }
      await rename(beside, path)
    } catch (error) {
      await rm(beside, { force: true })
      throw error
    }
  }
  async function syncFolder(path: string): Promise<void> {
    const folder = await open(path, 'r')
    await folder.sync().catch(() => undefined)
    await folder.close()
  }
  const has = async (hash: string) => {
    try {
      await access(pathOf(hash))
      return true
    } catch {
      return false
    }
  }
  return {
    has,
    async put(hash, bytes) {
      // One that is there counts as new again, so that what nothing names yet is not swept away meanwhile.
      const now = new Date()
      if (
        await utimes(pathOf(hash), now, now).then(
          () => true,
          () => false,
        )
      )
        return
      await mkdir(folderOf(hash), { recursive: true, mode: 0o700 })
      await write(pathOf(hash), bytes)
      await syncFolder(folderOf(hash))
    },
    async get(hash) {
      if (!HASH.test(hash)) return null
      try {
        return await readFile(pathOf(hash))
      } catch (error) {
        if (isMissing(error)) return null
        throw error
      }
    },
    async stream(hash, range) {
      if (!HASH.test(hash) || !(await has(hash))) return null
      return createReadStream(pathOf(hash), range ?? {})
    },
    async *list() {
      const folders = await opendir(dir).catch(() => null)
      if (folders === null) return
      for await (const folder of folders) {
        if (!folder.isDirectory() || !/^[0-9a-f]{2}$/.test(folder.name)) continue
        for await (const file of await opendir(join(dir, folder.name))) {
          if (!HASH.test(file.name)) continue
          const { mtimeMs, size } = await stat(join(dir, folder.name, file.name))
          yield { hash: file.name, written: mtimeMs, bytes: size }
        }
      }
    },
    remove: (hash) => rm(pathOf(hash), { force: true }),
    async tidy() {
      for (const name of await readdir(dir, { recursive: true }).catch(() => []))
        if (name.endsWith(BESIDE)) await rm(join(dir, name), { force: true })
    },
    async ready() {
      await mkdir(dir, { recursive: true, mode: 0o700 })
      const path = join(dir, `ready-${randomUUID()}`)
      await write(path, new Uint8Array([1]))
      await rm(path, { force: true })
    },
  }
}

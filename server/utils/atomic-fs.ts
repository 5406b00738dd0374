import { mkdir, readdir, rename, rm, writeFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { randomUUID } from 'node:crypto'
import fsDriver from 'unstorage/drivers/fs'

/**
 * The file driver, with writes that are whole or not there: to a file beside, then renamed. A server killed while it
 * writes leaves the old record or the new one, never half of one.
 */
export function atomicFs(base: string) {
  const driver = fsDriver({ base })
  async function write(key: string, value: string | Uint8Array): Promise<void> {
    const path = join(base, key.replaceAll(':', '/'))
    const beside = `${path}.${randomUUID()}.part`
    await mkdir(dirname(path), { recursive: true })
    try {
      await writeFile(beside, value, { flush: true })
      await rename(beside, path)
    } catch (error) {
      await rm(beside, { force: true })
      throw error
    }
  }
  return {
    ...driver,
    setItem: (key: string, value: string) => write(key, value),
    setItemRaw: (key: string, value: Uint8Array) => write(key, value),
  }
}

/** Files that were being written when the server was stopped: nothing names them. */
export async function dropHalfWritten(base: string): Promise<void> {
  const names = await readdir(base, { recursive: true }).catch(() => [])
  for (const name of names) if (name.endsWith('.part')) await rm(join(base, name), { force: true })
}

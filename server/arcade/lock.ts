import { existsSync, chmodSync, mkdirSync } from 'node:fs'
import { join } from 'node:path'

/**
 * Holds a folder for one server, for as long as this process lives: the lock is the system's own and falls with the
 * process, however it ends. Throws an Error with a sentence when another process has it.
 */
export async function holdFolder(dir: string): Promise<() => void> {
  const { default: Libsql } = await import('libsql')
  mkdirSync(dir, { recursive: true, mode: 0o700 })
  const file = join(dir, 'in-use.lock')
  const raw = new Libsql(file)
  if (existsSync(file)) chmodSync(file, 0o600)
  try {
    raw.exec('pragma busy_timeout = 200')
    raw.exec('begin exclusive')
  } catch {
    raw.close()
    throw new Error(
      `Another Pack Post is already running on ${dir}. Stop it first, or give this one a folder of its own (NUXT_DATA_DIR); several servers on one arcade need PostgreSQL (NUXT_DATABASE_URL).`,
    )
  }
  return () => raw.close()
}

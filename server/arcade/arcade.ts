import { randomBytes } from 'node:crypto'
import { mkdir, mkdtemp } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { openBlobs, type Blobs } from './blobs'
import { openDatabase, readMeta, type Database } from './database'
import type { Settings } from './settings'

/** Everything an arcade keeps, opened. */
export interface Arcade extends Database {
  settings: Settings
  blobs: Blobs
  /** For seals that only this arcade can make. */
  secret: string
  /** Scratch space of this machine. */
  tmp: string
}

/** Opens an arcade: its database, its files, its secret. Throws an Error with a sentence for the keeper. */
export async function openArcade(settings: Settings): Promise<Arcade> {
  const { dataDir } = settings
  await mkdir(dataDir, { recursive: true, mode: 0o700 })
  const database = await openDatabase(dataDir, settings.databaseUrl)
  const tmp = await mkdtemp(join(tmpdir(), 'pack-post-arcade-'))
  return {
    ...database,
    settings,
    blobs: openBlobs(join(dataDir, 'files'), settings.filesUrl),
    secret: await secretOf(database),
    tmp,
  }
}

/** Made once, by whichever process is first. */
async function secretOf({ db }: Database): Promise<string> {
  const fresh = randomBytes(32).toString('hex')
  await db
    .insertInto('meta')
    .values({ key: 'secret', value: fresh })
    .onConflict((at) => at.column('key').doNothing())
    .execute()
  return (await readMeta(db, 'secret'))!
}

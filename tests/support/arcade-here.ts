import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { randomBytes } from 'node:crypto'
import { expect, inject, vi } from 'vitest'
import './postgres-global'
import type { PostRequest } from '../../core/posting/protocol'
import { standInForNitro } from './nitro'
import { freshDatabase } from './postgres'
import { until } from './until'

export const DATABASES = ['sqlite', 'postgres'] as const
export type DatabaseName = (typeof DATABASES)[number]

let made = 0

/** Settings for an arcade on a new, empty database of that kind. */
export async function settingsFor(database: DatabaseName): Promise<{ databaseUrl: string }> {
  if (database === 'sqlite') return { databaseUrl: '' }
  const base = inject('postgres')
  const name = `t${process.pid}_${made++}_${randomBytes(3).toString('hex')}`
  return { databaseUrl: await freshDatabase((other) => base.replace(/[^/]*$/, other), name) }
}

/**
 * The arcade's server code with nothing kept from before, on a folder and a database of its own, its work begun.
 * `close` ends it, and the same folder and database can be opened again.
 */
export async function arcadeHere(
  database: DatabaseName = 'sqlite',
  { folder, config = {} }: { folder?: string; config?: Record<string, unknown> } = {},
) {
  vi.resetModules()
  const settings = { ...(await settingsFor(config['databaseUrl'] === undefined ? database : 'sqlite')), ...config }
  const dir = standInForNitro(folder, settings)
  const [store, postings, uploads, auth, problem, view, games, plays, copies, serve] = await Promise.all([
    import('../../server/utils/store'),
    import('../../server/utils/postings'),
    import('../../server/utils/uploads'),
    import('../../server/utils/auth'),
    import('../../server/utils/problem'),
    import('../../server/utils/game-view'),
    import('../../server/utils/games'),
    import('../../server/utils/plays'),
    import('../../server/utils/copies'),
    import('../../server/utils/serve-game'),
  ])
  const [rows, makers, door, mail, lists, uploadRows, records] = await Promise.all([
    import('../../server/arcade/games'),
    import('../../server/arcade/makers'),
    import('../../server/arcade/door'),
    import('../../server/arcade/mail'),
    import('../../server/arcade/lists'),
    import('../../server/arcade/uploads'),
    import('../../server/arcade/postings'),
  ])
  const arcade = await store.arcade()
  const { db } = arcade

  async function maker(): Promise<string> {
    return (await makers.newMaker(db)).maker
  }
  /** A finished upload as the upload server leaves it. */
  async function uploaded(bytes: Uint8Array, owner: string, size = bytes.length): Promise<string> {
    const id = randomBytes(16).toString('hex')
    mkdirSync(join(dir, 'uploads'), { recursive: true })
    writeFileSync(join(dir, 'uploads', id), bytes)
    writeFileSync(join(dir, 'uploads', `${id}.json`), JSON.stringify({ id, size, offset: bytes.length, metadata: {} }))
    await uploadRows.addUpload(db, { id, maker: owner, address: 'here', bytes: size })
    return id
  }
  const reached = async (id: string, states: RegExp) => {
    await until(async () => expect((await records.readPosting(db, id))?.state).toMatch(states))
    return (await records.readPosting(db, id))!
  }
  /** Posts a parcel and waits until the arcade is done with it. */
  async function send(
    bytes: Uint8Array,
    owner: string,
    change: Partial<PostRequest> = {},
    states = /live|returned|held/,
  ) {
    const upload = await uploaded(bytes, owner)
    const row = await postings.post(owner, { upload, visibility: 'unlisted', note: 'first', ...change })
    return reached(row.id, states)
  }
  await postings.startWork()
  return {
    dir,
    db,
    arcade,
    settings,
    config: { ...config, ...settings },
    maker,
    uploaded,
    reached,
    send,
    ...{ store, postings, uploads, auth, problem, view, games, plays, copies, serve },
    ...{ rows, makers, door, mail, lists, records, uploadRows },
    async close() {
      await postings.stopWork()
      await store.closeArcade()
    },
  }
}
export type ArcadeHere = Awaited<ReturnType<typeof arcadeHere>>

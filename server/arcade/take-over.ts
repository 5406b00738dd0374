import { existsSync } from 'node:fs'
import { readdir, readFile, rename } from 'node:fs/promises'
import { join } from 'node:path'
import { DayFigures, PostingView, ScoreRow } from '@core/posting/protocol'
import { hostedFiles, type HostOwn } from '@core/parcel/hosted'
import { ParcelManifest } from '@core/parcel/manifest'
import { Visibility } from '@core/label/label'
import * as z from 'zod'
import { packOfManifest, type Shipped } from '../inspector/inspect'
import type { Arcade } from './arcade'
import { sha256 } from '../sha256'
import { writeMeta } from './database'
import { addRelease, changeGame, makeGame, newToken, TitleTaken, type ReleaseFile } from './games'
import { writeDay } from './plays'
import { InviteRecord, ReleaseRecord, ReportRow } from './records'

/** Records as they were kept before there was a database: a file each, below `arcade/`. */
const OldGame = z.object({
  id: z.string(),
  owner: z.string(),
  postcode: z.string(),
  visibility: Visibility,
  epoch: z.int(),
  live: z.int(),
  releases: z.array(ReleaseRecord),
  invites: z.array(InviteRecord).default([]),
  created: z.string(),
  updated: z.string(),
})
const OldPosting = PostingView.extend({ owner: z.string(), upload: z.string() })
const OldScores = z.object({ id: z.string(), rows: z.array(ScoreRow.extend({ proof: z.string() })) })
/** A day whose counts of stops were spoilt keeps everything else. */
const OldDay = z.preprocess((raw) => {
  const day = z.looseObject({ stops: z.record(z.string(), z.unknown()) }).safeParse(raw)
  if (!day.success) return raw
  const counts = Object.entries(day.data.stops).filter(([, n]) => Number.isInteger(n))
  return { ...day.data, stops: Object.fromEntries(counts) }
}, DayFigures)
const OldFigures = z.object({ id: z.string(), days: z.array(OldDay) })
const OldEmails = z.object({ id: z.string(), rows: z.array(z.object({ email: z.string(), until: z.string() })) })

export interface TakenOver {
  games: number
  releases: number
  files: number
  postings: number
  makers: number
  /** Records that make no sense; they stay in the folder that is kept aside. */
  aside: string[]
  kept: string
}

export const OLD_FOLDER = 'arcade'
const ASIDE = 'arcade-before-the-database'

/** Rows of one kind: each is read, or named as one that makes no sense. A disk that gives no answer stops everything. */
async function rowsOf<T>(home: string, kind: string, schema: z.ZodType<T>, aside: string[]): Promise<T[]> {
  const folder = join(home, kind)
  if (!existsSync(folder)) return []
  const rows: T[] = []
  for (const name of (await readdir(folder)).sort()) {
    if (name.endsWith('.part')) continue
    const text = await readFile(join(folder, name), 'utf8')
    const read = schema.safeParse(quietJson(text))
    if (read.success) rows.push(read.data)
    else aside.push(`${kind}/${name}`)
  }
  return rows
}

function quietJson(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}

/** Files of a release as they were kept, by name. */
async function oldFiles(home: string, game: string, release: number): Promise<Map<string, Uint8Array>> {
  const base = join(home, 'files', game, String(release))
  const files = new Map<string, Uint8Array>()
  if (!existsSync(base)) return files
  for (const entry of await readdir(base, { recursive: true, withFileTypes: true })) {
    if (!entry.isFile() || entry.name.endsWith('.part')) continue
    const path = join(entry.parentPath, entry.name)
    files.set(
      path
        .slice(base.length + 1)
        .split('\\')
        .join('/'),
      new Uint8Array(await readFile(path)),
    )
  }
  return files
}

/**
 * Takes the folder of an earlier version over, once: its records into the database in one step, its files by their
 * hash. Page, player and document of each game are written anew from its own list, since the arcade serves no others.
 * Then everything is counted again, and the folder is kept aside. Null when there is none. Throws, with nothing
 * changed, when the counts do not agree.
 */
export async function takeOver(
  arcade: Pick<Arcade, 'db' | 'dialect' | 'blobs' | 'settings'>,
  readShelf: () => Promise<ReadonlyMap<string, Shipped>>,
  readOwn: (template: string) => Promise<HostOwn>,
): Promise<TakenOver | null> {
  const { dataDir } = arcade.settings
  const home = join(dataDir, OLD_FOLDER)
  if (!existsSync(join(home, 'secret')) && !existsSync(join(home, 'games'))) return null
  const shelf = await readShelf()
  const aside: string[] = []
  const games = await rowsOf(home, 'games', OldGame, aside)
  const postings = await rowsOf(home, 'postings', OldPosting, aside)
  const reports = await rowsOf(home, 'reports', ReportRow, aside)
  const scores = await rowsOf(home, 'scores', OldScores, aside)
  const figures = await rowsOf(home, 'figures', OldFigures, aside)
  const emails = await rowsOf(home, 'emails', OldEmails, aside)
  const keys = existsSync(join(home, 'keys'))
    ? (await readdir(join(home, 'keys'))).filter((name) => /^[0-9a-f]{64}$/.test(name))
    : []
  const makers = new Set([...keys, ...games.map((game) => game.owner), ...postings.map((row) => row.owner)])

  // Files first: what is stored by its hash harms nothing if the rest fails.
  const releases = new Map<string, ReleaseFile[]>()
  let files = 0
  for (const game of games)
    for (const { release } of game.releases) {
      const found = await hostAnew(await oldFiles(home, game.id, release), shelf, readOwn)
      if (found === null) {
        aside.push(`files/${game.id}/${release}`)
        continue
      }
      const list: ReleaseFile[] = []
      for (const [name, bytes] of found) {
        const hash = sha256(bytes)
        await arcade.blobs.put(hash, bytes)
        list.push({ name, hash, bytes: bytes.length })
      }
      releases.set(`${game.id} ${release}`, list)
      files += list.length
    }

  await arcade.db.transaction().execute(async (db) => {
    const now = new Date().toISOString()
    for (const maker of makers) {
      const read = await readFile(join(home, 'read', maker), 'utf8').catch(() => '')
      await db
        .insertInto('makers')
        .values({ id: maker, created: now, read_until: read.replaceAll('"', ''), banned: 0, served: 0 })
        .execute()
    }
    for (const hash of keys)
      await db.insertInto('keys').values({ hash, maker: hash, created: now, revoked: null }).execute()
    const gone = existsSync(join(home, 'postcodes')) ? await readdir(join(home, 'postcodes')) : []
    for (const code of gone.filter((name) => !name.endsWith('.part')))
      await db.insertInto('postcodes').values({ code, game: null }).execute()
    for (const game of games) {
      // One that was never cleared has nothing to show: its postings stand for it.
      if (game.releases.length === 0) continue
      const { id, owner, visibility, postcode, created, updated, epoch } = game
      await makeGame(db, { id, owner, visibility: 'only-me' }, { postcode, token: newToken(), created, updated, epoch })
      for (const record of game.releases) {
        const list = releases.get(`${id} ${record.release}`)
        if (list !== undefined) await addRelease(db, id, record, list)
      }
      for (const invite of game.invites)
        await db
          .insertInto('invites')
          .values({ ...invite, game: id })
          .execute()
      const live = releases.has(`${id} ${game.live}`) ? game.live : 0
      await changeGame(db, arcade.dialect, id, { live })
      await publish(db, arcade.dialect, id, visibility, aside)
      await db.updateTable('games').set({ updated }).where('id', '=', id).execute()
    }
    const known = new Set(games.filter((game) => game.releases.length > 0).map((game) => game.id))
    for (const row of postings)
      await db
        .insertInto('postings')
        .values({
          ...{ id: row.id, game: row.game, owner: row.owner, release: row.release, state: row.state },
          states: JSON.stringify(row.states),
          ...{ visibility: row.visibility, note: row.note, answer: row.answer, title: row.title, bytes: row.bytes },
          go_live: JSON.stringify(row.goLive),
          due: row.goLive.when === 'at' ? Date.parse(row.goLive.at) : null,
          findings: JSON.stringify(row.findings),
          ...{ problem: row.problem, upload: row.upload, created: Date.parse(row.states[0]?.at ?? now) || 0 },
          ...{ not_before: 0, attempts: 0, lease: 0 },
        })
        .execute()
    for (const { id: _id, ...row } of reports.filter((one) => known.has(one.game)))
      await db
        .insertInto('reports')
        .values({ id: _id, ...row, closed: 0 })
        .execute()
    for (const { id, rows } of scores.filter((one) => known.has(one.id)))
      for (const row of rows)
        await db
          .insertInto('scores')
          .values({ game: id, ...row })
          .execute()
    for (const { id, days } of figures.filter((one) => known.has(one.id)))
      for (const day of days) await writeDay(db, id, day)
    for (const { id, rows } of emails.filter((one) => known.has(one.id)))
      for (const row of rows)
        await db
          .insertInto('emails')
          .values({ game: id, ...row })
          .execute()
    // Seals that were given out go on being known.
    const secret = quietJson(await readFile(join(home, 'secret'), 'utf8').catch(() => ''))
    const text = (await readFile(join(home, 'secret'), 'utf8').catch(() => '')).trim()
    await writeMeta(db, 'secret', typeof secret === 'string' ? secret : text)
    await verify(db, { games: known.size, postings: postings.length, files, releases: releases.size })
  })
  for (const list of releases.values())
    for (const { name, hash } of list)
      if (!(await arcade.blobs.has(hash)))
        throw new Error(`The file ${name} did not arrive while the old folder was taken over.`)
  const kept = join(dataDir, ASIDE)
  await rename(home, kept)
  return {
    ...{ games: games.length, releases: releases.size, files, postings: postings.length, makers: makers.size },
    ...{ aside, kept },
  }
}

/** A public game again; one of two with the same title stays unlisted, and its maker finds it so. */
async function publish(
  db: Parameters<typeof changeGame>[0],
  dialect: Arcade['dialect'],
  id: string,
  visibility: Visibility,
  aside: string[],
): Promise<void> {
  const taken =
    visibility === 'public' &&
    (await db
      .selectFrom('games as other')
      .innerJoin('games as own', 'own.title_key', 'other.title_key')
      .select('other.id')
      .where('own.id', '=', id)
      .where('other.id', '!=', id)
      .where('own.live', 'is not', null)
      .where('other.visibility', '=', 'public')
      .where('other.live', 'is not', null)
      .executeTakeFirst()) !== undefined
  if (taken) aside.push(`${id}: its title is another public game’s, so it is unlisted now`)
  try {
    await changeGame(db, dialect, id, { visibility: taken ? 'unlisted' : visibility })
  } catch (error) {
    if (!(error instanceof TitleTaken)) throw error
  }
}

/** The files of a release with the arcade's own page, player and document; null where its list cannot be read. */
async function hostAnew(
  old: ReadonlyMap<string, Uint8Array>,
  shelf: ReadonlyMap<string, Shipped>,
  readOwn: (template: string) => Promise<HostOwn>,
): Promise<Map<string, Uint8Array> | null> {
  const manifest = ParcelManifest.safeParse(quietJson(new TextDecoder().decode(old.get('parcel.json'))))
  const shipped = manifest.success ? shelf.get(manifest.data.template.id) : undefined
  if (!manifest.success || shipped === undefined) return null
  const listed = new Map(manifest.data.files.map((file) => [file.name, file.sha256]))
  const kept = new Map(
    [...old].filter(
      ([name, bytes]) => /^(assets|label)\/|^icon-\d+\.png$/.test(name) && listed.get(name) === sha256(bytes),
    ),
  )
  const { doc, files } = hostedFiles(
    shipped.template,
    packOfManifest(manifest.data),
    manifest.data,
    new Set(kept.keys()),
    await readOwn(shipped.template.id),
  )
  // A template that has changed since brings its own files along.
  for (const [hash, { file }] of Object.entries(doc.assets)) {
    const shippedFile = shipped.assets.get(hash)
    if (!kept.has(file) && shippedFile !== undefined) kept.set(file, shippedFile)
  }
  return new Map([...kept, ...files])
}

/** Counts what arrived. */
async function verify(
  db: Parameters<typeof changeGame>[0],
  wanted: { games: number; postings: number; files: number; releases: number },
): Promise<void> {
  const tables = { games: 'games', postings: 'postings', files: 'release_files', releases: 'releases' } as const
  for (const [what, table] of Object.entries(tables) as [keyof typeof tables, (typeof tables)[keyof typeof tables]][]) {
    const row = await db
      .selectFrom(table)
      .select((at) => at.fn.countAll<number>().as('all'))
      .executeTakeFirst()
    if (Number(row?.all) !== wanted[what])
      throw new Error(
        `Taking over the old folder, ${Number(row?.all)} ${what} arrived of ${wanted[what]}. Nothing was changed; the folder is as it was.`,
      )
  }
}

import { EventEmitter } from 'node:events'
import { randomInt } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { UserError } from '@core/errors'
import { makePostcode } from '@core/posting/postcode'
import { PostRequest as PostRequestSchema, type PostingView, type PostRequest } from '@core/posting/protocol'
import type { PostingState } from '@core/posting/record'
import { labelFiles } from '@core/parcel/label-files'
import type { Inspected } from '../inspector/inspect'
import { inspectApart } from './inspector'
import { refuse } from './problem'
import type { GameRecord, PostingRow, ReleaseRecord } from './records'
import { setLive } from './games'
import { liveRelease } from './game-view'
import { allGames, allPostings, arcade, inTurn, newId, readGame, readPosting, writeGame, writePosting } from './store'
import { owns } from './auth'
import { dropUpload, uploadFile, uploadOf } from './uploads'

/** Postings that changed, by id. */
export const changes = new EventEmitter()
changes.setMaxListeners(0)

export function viewOf(row: PostingRow): PostingView {
  const { owner: _owner, upload: _upload, ...view } = row
  return view
}

export async function moveRow(
  row: PostingRow,
  state: PostingState,
  change: Partial<PostingRow> = {},
): Promise<PostingRow> {
  const next = { ...row, ...change, state, states: [...row.states, { state, at: new Date().toISOString() }] }
  await writePosting(next)
  changes.emit(row.id, viewOf(next))
  return next
}

async function newGame(owner: string, visibility: GameRecord['visibility']): Promise<GameRecord> {
  const { storage } = await arcade()
  const at = new Date().toISOString()
  const game: GameRecord = {
    id: newId('game'),
    owner,
    postcode: '',
    visibility,
    epoch: 1,
    live: 0,
    releases: [],
    invites: [],
    created: at,
    updated: at,
  }
  for (;;) {
    game.postcode = makePostcode(() => randomInt(0, 2 ** 32) / 2 ** 32)
    if (await storage.hasItem(`postcodes:${game.postcode}`)) continue
    await storage.setItem(`postcodes:${game.postcode}`, game.id)
    await writeGame(game)
    return game
  }
}

/** Takes a finished upload as a posting and begins its inspection. */
export async function post(owner: string, asked: PostRequest): Promise<PostingRow> {
  const request = PostRequestSchema.parse(asked)
  const upload = await uploadOf(request.upload)
  if (upload === null || upload.owner !== owner) throw refuse.missing('This upload')
  if (!upload.whole) throw refuse.shape('The upload is not complete yet. Let it finish, then post.')
  let game: GameRecord
  if (request.game === undefined) game = await newGame(owner, request.visibility)
  else {
    const found = await readGame(request.game)
    if (found === null) throw refuse.missing('This game')
    if (!owns(found, owner)) throw refuse.wrongKey()
    game = found
  }
  const row = await inTurn(`post:${game.id}`, async () => {
    const earlier = (await allPostings()).filter((row) => row.game === game.id)
    const made: PostingRow = {
      id: newId('posting'),
      game: game.id,
      release: earlier.reduce((most, one) => Math.max(most, one.release), 0) + 1,
      postcode: game.postcode,
      state: 'sent',
      states: [{ state: 'sent', at: new Date().toISOString() }],
      visibility: request.visibility,
      note: request.note,
      goLive: request.goLive,
      answer: request.answer,
      title: '',
      bytes: upload.bytes,
      findings: [],
      problem: '',
      owner,
      upload: request.upload,
    }
    await writePosting(made)
    return made
  })
  void runInspection(row.id)
  return row
}

const running = new Set<string>()

/** From "sent" to "live" or "returned". Safe to begin again after a restart: nothing is listed before the last write. */
export async function runInspection(id: string): Promise<void> {
  if (running.has(id)) return
  running.add(id)
  try {
    let row = await readPosting(id)
    if (row === null || (row.state !== 'sent' && row.state !== 'in-inspection' && row.state !== 'cleared')) return
    if (row.state !== 'cleared' || !(await isKept(row))) {
      const { inspectionMs, dir } = await arcade()
      if (row.state === 'sent') row = await moveRow(row, 'in-inspection')
      await new Promise((resolve) => setTimeout(resolve, inspectionMs))
      const found = await inspectApart(new Uint8Array(await readFile(uploadFile(dir, row.upload))))
      const { title } = found.manifest.label
      const findings = [...found.findings, ...(await hostFindings(row, title))]
      if (findings.some((finding) => finding.severity === 'must')) {
        await moveRow(row, 'returned', { findings, title })
        await dropUpload(row.upload)
        return
      }
      if (row.state !== 'cleared') row = await moveRow(row, 'cleared', { findings, title })
      await keepRelease(row, found)
    }
    if (row.goLive.when === 'cleared') await setLive(row.game, row.release, row.visibility)
    else await hold(await moveRow(row, 'held'))
    await dropUpload(row.upload)
  } catch (error) {
    await failed(id, error)
  } finally {
    running.delete(id)
  }
}

const isKept = async (row: PostingRow): Promise<boolean> =>
  (await readGame(row.game))?.releases.some((one) => one.release === row.release) === true

async function failed(id: string, error: unknown): Promise<void> {
  const row = await readPosting(id).catch(() => null)
  if (row === null) return
  const known = error instanceof UserError
  const full = (error as { code?: string } | null)?.code === 'ENOSPC'
  if (!known) console.error('inspection:', error instanceof Error ? error.message : 'unknown')
  const problem = known
    ? error.message
    : full
      ? refuse.full().message
      : 'The arcade could not look at this parcel. Nothing was posted; send it again.'
  // With no room even for this record the posting stays where it was and is taken up again at the next start.
  await moveRow(row, 'returned', { problem }).catch(() => undefined)
}

const sameTitle = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase()

/** Whether another public game has this title, as far as players could tell. */
export async function titleTaken(title: string, game: string): Promise<boolean> {
  return (await allGames()).some(
    (one) =>
      one.id !== game &&
      one.visibility === 'public' &&
      one.live > 0 &&
      sameTitle(liveRelease(one)?.label.title ?? '', title),
  )
}

/** Rules that only a host can check. */
async function hostFindings(row: PostingRow, title: string): Promise<PostingRow['findings']> {
  if (row.visibility !== 'public' || !(await titleTaken(title, row.game))) return []
  return [
    {
      id: 'title-taken',
      rule: 'title-taken',
      severity: 'must',
      subject: { field: 'title' },
      facts: { title },
      evidence: { kind: 'figure', text: title },
      fixable: false,
    },
  ]
}

/** Files first, the record that makes them a release last. It is not played yet. */
async function keepRelease(row: PostingRow, found: Inspected): Promise<void> {
  const { storage } = await arcade()
  for (const [name, bytes] of found.files)
    await storage.setItemRaw(`files:${row.game}:${row.release}:${name.replaceAll('/', ':')}`, bytes)
  const { label } = found.manifest
  const names = labelFiles(found.manifest)
  const fileOf = (hash: string | null) => {
    const name = hash === null ? undefined : names.get(hash)
    return name !== undefined && found.files.has(name) ? name : null
  }
  const release: ReleaseRecord = {
    release: row.release,
    posting: row.id,
    at: new Date().toISOString(),
    label,
    template: { id: found.template.id, name: found.template.name },
    controls: found.template.controls,
    players: found.template.players,
    devices: label.devices ?? found.template.inputs,
    languages: found.doc.languages.map((language) => language.name),
    credits: found.doc.credits,
    pictures: {
      cover: fileOf(label.cover),
      square: fileOf(label.square),
      clip: fileOf(label.clip),
      shots: label.shots.flatMap(({ asset, alt }) => {
        const file = fileOf(asset)
        return file === null ? [] : [{ file, alt }]
      }),
    },
    lineage: found.manifest.lineage,
    note: row.note,
    bytes: row.bytes,
  }
  await inTurn(`game:${row.game}`, async () => {
    const game = await readGame(row.game)
    if (game === null) throw refuse.missing('This game')
    await writeGame({
      ...game,
      releases: [...game.releases.filter((one) => one.release !== row.release), release].sort(
        (a, b) => a.release - b.release,
      ),
    })
  })
}

const LONGEST_WAIT_MS = 3_600_000
const waiting = new Map<string, ReturnType<typeof setTimeout>>()

/** A held release waits for its time; one that is let go by hand waits for that. */
async function hold(row: PostingRow): Promise<void> {
  if (row.goLive.when !== 'at') return
  const wait = Date.parse(row.goLive.at) - Date.now()
  clearTimeout(waiting.get(row.id))
  if (wait <= 0) {
    waiting.delete(row.id)
    await letGo(row.id)
    return
  }
  // In stages: timers of months do not exist, and a clock may be put right in between.
  const timer = setTimeout(
    () => {
      void readPosting(row.id)
        .then((now) => (now?.state === 'held' ? hold(now) : undefined))
        .catch((error: unknown) => console.error('hold:', error instanceof Error ? error.message : 'unknown'))
    },
    Math.min(wait, LONGEST_WAIT_MS),
  )
  timer.unref()
  waiting.set(row.id, timer)
}

/** A held release goes live. A title that was taken in the meantime sends it back instead. */
export async function letGo(id: string): Promise<PostingRow> {
  const row = await readPosting(id)
  if (row === null) throw refuse.missing('This posting')
  if (row.state !== 'held') throw refuse.conflict('Only a release that is held can be let go.')
  const findings = await hostFindings(row, row.title)
  if (findings.length > 0) return moveRow(row, 'returned', { findings: [...row.findings, ...findings] })
  await setLive(row.game, row.release, row.visibility)
  return (await readPosting(id))!
}

/** After a start: whatever was on its way goes on. */
export async function takeUpAgain(): Promise<void> {
  for (const row of await allPostings()) {
    if (row.state === 'sent' || row.state === 'in-inspection' || row.state === 'cleared') void runInspection(row.id)
    if (row.state === 'held') await hold(row)
  }
  // Stopped between a game's own record and those of its postings: the game's is the one that counts.
  const rows = await allPostings()
  for (const game of await allGames())
    if (
      game.live > 0 &&
      rows.some(
        (row) =>
          row.game === game.id &&
          (row.state === 'live') !== (row.release === game.live) &&
          row.release <= game.live &&
          (row.state === 'live' || row.release === game.live),
      )
    )
      await setLive(game.id, game.live)
}

import { EventEmitter } from 'node:events'
import { randomInt } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { UserError } from '@core/errors'
import { makePostcode } from '@core/posting/postcode'
import type { PostingView, PostRequest } from '@core/posting/protocol'
import type { PostingState } from '@core/posting/record'
import { inspect } from './inspect'
import { refuse } from './problem'
import type { GameRecord, PostingRow } from './records'
import { allGames, allPostings, arcade, newId, readGame, readPosting, writeGame, writePosting } from './store'
import { owns } from './auth'
import { dropUpload, uploadFile, uploadOf } from './uploads'

/** Postings that changed, by id. */
export const changes = new EventEmitter()
changes.setMaxListeners(0)

export function viewOf(row: PostingRow): PostingView {
  const { owner: _owner, upload: _upload, ...view } = row
  return view
}

async function move(row: PostingRow, state: PostingState, change: Partial<PostingRow> = {}): Promise<PostingRow> {
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
export async function post(owner: string, request: PostRequest): Promise<PostingRow> {
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
  const earlier = (await allPostings()).filter((row) => row.game === game.id)
  const row: PostingRow = {
    id: newId('posting'),
    game: game.id,
    release: earlier.reduce((most, one) => Math.max(most, one.release), 0) + 1,
    postcode: game.postcode,
    state: 'sent',
    states: [{ state: 'sent', at: new Date().toISOString() }],
    visibility: request.visibility,
    note: request.note,
    bytes: upload.bytes,
    findings: [],
    problem: '',
    owner,
    upload: request.upload,
  }
  await writePosting(row)
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
    const { inspectionMs, dir } = await arcade()
    if (row.state === 'sent') row = await move(row, 'in-inspection')
    await new Promise((resolve) => setTimeout(resolve, inspectionMs))
    const found = await inspect(new Uint8Array(await readFile(uploadFile(dir, row.upload))))
    const findings = [...found.findings, ...(await hostFindings(row, found.manifest.label.title))]
    if (findings.some((finding) => finding.severity === 'must')) {
      await move(row, 'returned', { findings })
      return
    }
    row = row.state === 'cleared' ? row : await move(row, 'cleared', { findings })
    await publish(row, found)
    await move(row, 'live')
    await dropUpload(row.upload)
  } catch (error) {
    await failed(id, error)
  } finally {
    running.delete(id)
  }
}

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
  await move(row, 'returned', { problem }).catch(() => undefined)
}

/** Rules that only a host can check. */
async function hostFindings(row: PostingRow, title: string): Promise<PostingRow['findings']> {
  if (row.visibility !== 'public') return []
  const taken = (await allGames()).some(
    (game) =>
      game.id !== row.game &&
      game.visibility === 'public' &&
      game.live > 0 &&
      game.releases.at(-1)?.label.title.trim().toLowerCase() === title.trim().toLowerCase(),
  )
  if (!taken) return []
  const facts = { title }
  return [
    {
      id: 'title-taken',
      rule: 'title-taken',
      severity: 'must',
      subject: { field: 'title' },
      facts,
      evidence: { kind: 'figure', text: title },
      fixable: false,
    },
  ]
}

/** Files first, the record that makes them a game last. */
async function publish(row: PostingRow, found: Awaited<ReturnType<typeof inspect>>): Promise<void> {
  const { storage } = await arcade()
  for (const [name, bytes] of found.files)
    await storage.setItemRaw(`files:${row.game}:${row.release}:${name.replaceAll('/', ':')}`, bytes)
  const game = await readGame(row.game)
  if (game === null) throw refuse.missing('This game')
  const at = new Date().toISOString()
  const changed = game.visibility !== row.visibility
  await writeGame({
    ...game,
    visibility: row.visibility,
    epoch: changed ? game.epoch + 1 : game.epoch,
    live: row.release,
    updated: at,
    releases: [
      ...game.releases.filter((one) => one.release !== row.release),
      {
        release: row.release,
        posting: row.id,
        at,
        label: found.manifest.label,
        template: { id: found.template.id, name: found.template.name },
        controls: found.template.controls,
        credits: found.doc.credits,
        hasCover: found.files.has('cover.png'),
        bytes: row.bytes,
      },
    ],
  })
}

/** After a start: whatever was on its way goes on. */
export async function takeUpAgain(): Promise<void> {
  for (const row of await allPostings())
    if (row.state === 'sent' || row.state === 'in-inspection' || row.state === 'cleared') void runInspection(row.id)
}

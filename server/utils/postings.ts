import { readFile, rm } from 'node:fs/promises'
import { UserError } from '@core/errors'
import { linkStep } from '@core/posting/postcode'
import { PostRequest as PostRequestSchema, type PostingView, type PostRequest } from '@core/posting/protocol'
import { labelFiles } from '@core/parcel/label-files'
import { hostedFiles, hostedFolderFiles } from '@core/parcel/hosted'
import { buildGameDoc } from '@core/template/game-doc'
import { fittedTo } from '@core/template/uses'
import { bytesOfMaker, addRelease, isTitleTaken, makeGame, readGame, type ReleaseFile } from '../arcade/games'
import { inspectApart, type Looked } from '../arcade/inspect-apart'
import {
  addPosting,
  claimPosting,
  duePostings,
  isPromised,
  movePosting,
  nextClaim,
  nextDue,
  readPosting,
  renewLease,
  waitingPostings,
} from '../arcade/postings'
import type { PostingRow, ReleaseRecord } from '../arcade/records'
import { packOfManifest } from '../inspector/inspect'
import { sha256 } from '../sha256'
import { useUpload } from '../arcade/uploads'
import { owns } from './auth'
import { setLive } from './games'
import { inspectorScript } from './beside'
import { faultOf, log } from './log'
import { refuse, Refusal } from './problem'
import { arcade } from './store'
import { hostOwn, shelf, shelfFolder } from './templates'
import { dropUpload, fetchUpload, uploadOf } from './uploads'
import { within } from './within'

export async function viewOf(row: PostingRow): Promise<PostingView> {
  const { owner: _owner, upload: _upload, attempts: _attempts, ...view } = row
  const game = row.postcode === '' ? null : await readGame((await arcade()).db, row.game)
  const token = game === null || row.visibility === 'public' ? null : game.token
  return { ...view, link: row.postcode === '' ? '' : `/arcade/${linkStep(row.postcode, token)}` }
}

/** Parcels that wait: of everybody, and of one maker. */
const MOST_WAITING = 300
const MOST_OF_ONE = 10
/** Times an inspection is begun: once, and twice more where the server was stopped; then it is given up. */
const MOST_ATTEMPTS = 3
/** A parcel is its inspector's for this long, and longer as long as that one lives. */
const LEASE_MS = 12_000
/** The process that looks has two minutes; what is around it was seen to wait for the disk for ever. */
const MOST_MS = 300_000

/** Takes a finished upload as a posting, which waits for its inspection. */
export async function post(owner: string, asked: PostRequest): Promise<PostingRow> {
  const { db, settings, tell } = await arcade()
  const request = PostRequestSchema.parse(asked)
  const upload = await uploadOf(request.upload)
  if (upload === null || upload.maker !== owner) throw refuse.missing('This upload')
  if (!upload.whole) throw refuse.shape('The upload is not complete yet. Let it finish, then post.')
  if (request.game !== undefined) {
    const game = await readGame(db, request.game)
    if (game !== null && !owns(owner, game)) throw refuse.notYours()
    // Before its first release is cleared a game is only promised, to whoever posted it.
    if (game === null && !(await isPromised(db, request.game, owner))) throw refuse.missing('This game')
  }
  const waiting = await waitingPostings(db, owner)
  if (waiting.own >= MOST_OF_ONE)
    throw refuse.busy(`${MOST_OF_ONE} of your parcels wait to be looked at. Post this one when some are through.`)
  if (waiting.all >= MOST_WAITING) throw refuse.busy('A great many parcels wait to be looked at. Try again in a while.')
  // From here on the upload is this posting's: a second one with the same upload finds it used.
  if (!(await useUpload(db, request.upload, owner))) throw refuse.missing('This upload')
  const { upload: id, game, ...rest } = request
  const posting = await addPosting(db, {
    ...rest,
    ...(game === undefined ? {} : { game }),
    owner,
    upload: id,
    bytes: upload.bytes,
    notBefore: Date.now() + settings.inspectionSeconds * 1000,
  })
  tell('queue', posting)
  return (await readPosting(db, posting))!
}

/** Moves a posting on and tells whoever follows it. */
async function move(...args: Parameters<typeof movePosting> extends [unknown, ...infer Rest] ? Rest : never) {
  const { db, tell } = await arcade()
  const row = await movePosting(db, ...args)
  if (row !== null) tell('posting', row.id)
  return row
}

/** Inspects the next parcel that waits; false when none does. Safe to be broken off at any moment. */
export async function inspectNext(): Promise<boolean> {
  const { db, dialect } = await arcade()
  const now = Date.now()
  const row = await db.transaction().execute((at) => claimPosting(at, dialect, now, now + LEASE_MS))
  if (row === null) return false
  // As long as this process lives it says so; another one takes over soon after it does not.
  const renewing = setInterval(
    () => void renewLease(db, row.id, Date.now() + LEASE_MS).catch(() => undefined),
    LEASE_MS / 3,
  ).unref()
  try {
    // The server was stopped after it was cleared and before it was played.
    if (row.state === 'cleared') {
      await finish(row)
      return true
    }
    if (row.attempts > MOST_ATTEMPTS) {
      const problem =
        'The arcade had to stop each time it looked at this parcel, so it was given up. Make its pictures and sounds smaller and send it again.'
      await move(row.id, ['sent', 'in-inspection'], 'returned', { problem })
      await dropUpload(row.upload)
      return true
    }
    if (row.state === 'sent') await move(row.id, ['sent'], 'in-inspection')
    await within(MOST_MS, inspectOne(row), () => {
      shelfAt = null
      return new Error('it took longer than an inspection may, in this process')
    })
  } catch (error) {
    await failed(row, error)
  } finally {
    clearInterval(renewing)
  }
  return true
}

let shelfAt: Promise<string> | null = null
/** The templates in a folder: made once, and anew where that failed, as on a disk that was full. */
async function shelfMade(tmp: string): Promise<string> {
  const made = (shelfAt ??= shelfFolder(tmp))
  return made.catch((error: unknown) => {
    if (shelfAt === made) shelfAt = null
    throw error
  })
}

async function inspectOne(row: PostingRow): Promise<void> {
  const { tmp } = await arcade()
  const folder = await shelfMade(tmp)
  const parcel = await fetchUpload(row.upload)
  try {
    await inspectApart({ script: inspectorScript(), shelf: folder, tmp }, parcel.path, (looked) => decide(row, looked))
  } finally {
    if (parcel.copied) await rm(parcel.path, { force: true })
  }
}

async function decide(row: PostingRow, looked: Looked): Promise<void> {
  const { title } = looked.manifest.label
  const findings = [...looked.findings.map((one) => forPublic(row, one)), ...(await hostFindings(row, title))]
  if (findings.some((finding) => finding.severity === 'must')) {
    await move(row.id, ['in-inspection'], 'returned', { findings, title })
    await dropUpload(row.upload)
    return
  }
  if (!(await keepRelease(row, looked, findings))) return void (await dropUpload(row.upload))
  const kept = await readPosting((await arcade()).db, row.id)
  if (kept !== null) await finish(kept)
}

/** What may stand in a game for a few must not in one for all: the parcel does not say who is to see it, the posting does. */
const forPublic = (row: PostingRow, finding: PostingRow['findings'][number]): PostingRow['findings'][number] =>
  row.visibility === 'public' && finding.rule === 'terms-unknown' ? { ...finding, severity: 'must' } : finding

/** A cleared release is played, or held until its time. */
async function finish(row: PostingRow): Promise<void> {
  if (row.goLive.when === 'cleared') await goLive(row)
  else {
    await move(row.id, ['cleared'], 'held')
    wakeClock()
  }
  await dropUpload(row.upload)
}

/** A cleared or held release is played from now on; a title that was taken in the meantime sends it back instead. */
async function goLive(row: PostingRow): Promise<void> {
  const { db } = await arcade()
  const game = await readGame(db, row.game)
  if (game === null) return
  try {
    await setLive(game, row.release, row.visibility)
  } catch (error) {
    if (!(error instanceof Refusal) || error.slug !== 'conflict') throw error
    await move(row.id, ['cleared', 'held'], 'returned', { findings: [...row.findings, titleTakenBy(row.title)] })
  }
}

const titleTakenBy = (title: string): PostingRow['findings'][number] => ({
  id: 'title-taken',
  rule: 'title-taken',
  severity: 'must',
  subject: { field: 'title' },
  facts: { title },
  evidence: { kind: 'figure', text: title },
  fixable: false,
})

/** Whether another public game has this title, as far as players could tell. */
export const titleTaken = async (title: string, game: string): Promise<boolean> =>
  isTitleTaken((await arcade()).db, title, game)

/** Rules that only a host can check. */
async function hostFindings(row: PostingRow, title: string): Promise<PostingRow['findings']> {
  return row.visibility === 'public' && (await titleTaken(title, row.game)) ? [titleTakenBy(title)] : []
}

async function failed(row: PostingRow, error: unknown): Promise<void> {
  const full = refuse.full()
  const isFull = ['ENOSPC', 'SQLITE_FULL', '53100'].includes((error as { code?: string } | null)?.code ?? '')
  const told = error instanceof UserError || error instanceof Refusal
  if (!told) log.error({ posting: row.id, ...faultOf(error) }, 'an inspection failed')
  const problem = told
    ? error.message
    : isFull
      ? full.message
      : 'The arcade could not look at this parcel. Nothing was posted; send it again.'
  // With no room even for this the posting stays where it was and is taken up again when its lease is over.
  const done = await move(row.id, ['sent', 'in-inspection', 'cleared'], 'returned', { problem }).catch(() => null)
  if (done !== null) await dropUpload(row.upload).catch(() => undefined)
}

/**
 * Files first, then, in one step, the game if this is its first release, the release and the posting's state. False
 * when the posting or its game was deleted meanwhile: then nothing of it comes back.
 */
async function keepRelease(row: PostingRow, looked: Looked, findings: PostingRow['findings']): Promise<boolean> {
  const { db, blobs, settings, tell } = await arcade()
  const { manifest, folder } = looked
  const template = folder ?? (await shelf()).get(manifest.template.id)!.template
  const pack = packOfManifest(manifest)
  const files: ReleaseFile[] = []
  const keep = async (name: string, bytes: Uint8Array, hash = sha256(bytes)) => {
    await blobs.put(hash, bytes)
    files.push({ name, hash, bytes: bytes.length })
  }
  const names = new Set<string>()
  for await (const { name, hash, bytes } of looked.files()) {
    await keep(name, bytes, hash)
    names.add(name)
  }
  const hosted =
    folder === null
      ? hostedFiles(template, pack, manifest, names, await hostOwn(template.id))
      : { doc: buildGameDoc(folder, pack), files: hostedFolderFiles(manifest) }
  for (const [name, bytes] of hosted.files) await keep(name, bytes)
  const { label } = manifest
  const pictures = labelFiles(pack)
  const fileOf = (hash: string | null) => {
    const name = hash === null ? undefined : pictures.get(hash)
    return name !== undefined && names.has(name) ? name : null
  }
  const split = fittedTo(template, pack)
  const record: ReleaseRecord = {
    release: row.release,
    posting: row.id,
    at: new Date().toISOString(),
    label,
    template: { id: template.id, name: template.name },
    ...(folder === null ? {} : { folder: { page: folder.folder.page, terms: folder.licence !== '' } }),
    stage: hosted.doc.stage,
    controls: split.controls,
    players: split.players,
    devices: label.devices ?? split.inputs,
    languages: hosted.doc.languages.map((language) => language.name),
    tags: hosted.doc.languages.map((language) => language.tag),
    credits: hosted.doc.credits,
    pictures: {
      cover: fileOf(label.cover),
      square: fileOf(label.square),
      clip: fileOf(label.clip),
      shots: label.shots.flatMap(({ asset, alt }) => {
        const file = fileOf(asset)
        return file === null ? [] : [{ file, alt }]
      }),
    },
    lineage: manifest.lineage,
    note: row.note,
    bytes: row.bytes,
  }
  return db.transaction().execute(async (at) => {
    const game = await readGame(at, row.game)
    // Deleting a game takes its postings with it: one that is still there is wanted.
    if ((await movePosting(at, row.id, ['in-inspection'], 'cleared', { findings, title: label.title })) === null)
      return false
    if (game === null) await makeGame(at, { id: row.game, owner: row.owner, visibility: row.visibility })
    await addRelease(at, row.game, record, files)
    if ((await bytesOfMaker(at, row.owner)) > settings.makerBytes)
      throw refuse.conflict(
        `All your games together may take ${Math.round(settings.makerBytes / 1e6)} MB here. Delete one you no longer need, then post this again.`,
      )
    tell('posting', row.id)
    return true
  })
}

/** A held release goes live at its maker's word. */
export async function letGo(id: string): Promise<PostingRow> {
  const { db } = await arcade()
  const row = await readPosting(db, id)
  if (row === null) throw refuse.missing('This posting')
  if (row.state !== 'held') throw refuse.conflict('Only a release that is held can be let go.')
  await goLive(row)
  return (await readPosting(db, id))!
}

/** Held releases whose time has come go live. */
export async function letDueGo(): Promise<void> {
  const { db } = await arcade()
  for (const id of await duePostings(db, Date.now())) {
    const row = await readPosting(db, id)
    if (row?.state === 'held') await goLive(row).catch((error: unknown) => log.error(faultOf(error), 'a held release'))
  }
}

/** Nothing is waited for longer than this: a clock may be put right, another process may have stopped. */
const LONGEST_WAIT_MS = 30_000
let wake: (() => void) | null = null
let stopped = true
let working: Promise<void> = Promise.resolve()

/** Something changed that the clock should know. */
function wakeClock(): void {
  wake?.()
}

/** Looks at parcels one after the other and lets held releases go when their time comes, until it is stopped. */
export async function startWork(): Promise<void> {
  if (!stopped) return
  stopped = false
  const { db, heard } = await arcade()
  heard.on('queue', wakeClock)
  working = (async () => {
    while (!stopped) {
      try {
        await letDueGo()
        if (stopped) return
        if (await inspectNext()) continue
        const next = [await nextClaim(db), await nextDue(db)].filter((at) => at !== null)
        const wait = Math.max(10, Math.min(LONGEST_WAIT_MS, ...next.map((at) => at - Date.now())))
        await new Promise<void>((resolve) => {
          const timer = setTimeout(resolve, wait)
          timer.unref()
          wake = () => {
            clearTimeout(timer)
            resolve()
          }
          if (stopped) wake()
        })
      } catch (error) {
        if (stopped) return
        log.error(faultOf(error), 'the work on postings')
        await new Promise((resolve) => setTimeout(resolve, 1000).unref())
      }
    }
  })()
}

/** Begins nothing new. Resolves when what is being inspected is through; whoever cannot wait leaves it to the next start. */
export function stopWork(): Promise<void> {
  stopped = true
  wakeClock()
  return working
}

/** For the packer of a parcel's bytes elsewhere (WebDAV). */
export const readParcel = async (upload: string): Promise<Uint8Array> => {
  const { path, copied } = await fetchUpload(upload)
  try {
    return new Uint8Array(await readFile(path))
  } finally {
    if (copied) await rm(path, { force: true })
  }
}

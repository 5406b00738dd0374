import { createHmac, randomBytes, randomUUID } from 'node:crypto'
import { existsSync, mkdirSync } from 'node:fs'
import { readFile, rm, stat, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { UPLOAD_LIMIT_BYTES } from '@core/posting/protocol'
import { FileStore } from '@tus/file-store'
import { Server } from '@tus/server'
import { sha256 } from '../sha256'
import {
  addUpload,
  bytesOnTheWay,
  forgetUpload,
  placeUpload,
  readUpload,
  staleUploads,
  UPLOAD_MS,
} from '../arcade/uploads'
import { requireMaker } from './auth'
import { faultOf, log } from './log'
import { asProblem, refuse } from './problem'
import { arcade } from './store'

export const UPLOADS_PATH = '/api/arcade/uploads'
/** Set by the handler for `onUploadCreate`: tus sees a request without its socket. */
export const ADDRESS_HEADER = 'x-pack-post-counted-address'

interface Door {
  server: Server
  /** Where an upload lies on this machine. */
  pathOf: (id: string) => string
}

let made: Promise<Door> | null = null

/** Resumable uploads (tus 1.0). An upload belongs to the key that began it, and is for one posting. */
function door(): Promise<Door> {
  made ??= open()
  return made
}

async function open(): Promise<Door> {
  const { db, blobs, secret, settings } = await arcade()
  const directory = join(settings.dataDir, 'uploads')
  mkdirSync(directory, { recursive: true, mode: 0o700 })
  const pathOf = (id: string) => join(directory, id)
  const thrown = (error: unknown) => {
    const problem = asProblem(error)
    return { status_code: problem.status, body: JSON.stringify(problem) }
  }
  const server = new Server({
    path: UPLOADS_PATH,
    relativeLocation: true,
    datastore: new FileStore({ directory }),
    maxSize: UPLOAD_LIMIT_BYTES,
    namingFunction: () => randomBytes(16).toString('hex'),
    async onIncomingRequest(request, id) {
      try {
        const maker = await requireMaker(request.headers.get('authorization'))
        const known = id === '' || id === undefined ? null : await readUpload(db, id)
        if (known !== null && known.maker !== maker) throw refuse.notYours()
      } catch (error) {
        throw thrown(error)
      }
    },
    async onUploadCreate(request, upload) {
      try {
        const maker = await requireMaker(request.headers.get('authorization'))
        if ((upload.metadata?.['filetype'] ?? '') !== 'application/zip')
          throw refuse.type('Only parcels (ZIP files that Pack Post built) can be sent here.')
        const bytes = upload.size ?? 0
        if (bytes > UPLOAD_LIMIT_BYTES) throw refuse.large(UPLOAD_LIMIT_BYTES)
        const from = request.headers.get(ADDRESS_HEADER) ?? 'unknown'
        const address = createHmac('sha256', secret).update(from).digest('base64url').slice(0, 22)
        const under = await bytesOnTheWay(db, maker, address)
        if (Math.max(under.maker, under.address / 4) + bytes > settings.uploadBytes)
          throw refuse.busy(
            'Too much of yours is on its way already. Wait until it was looked at, then send this again.',
          )
        await addUpload(db, { id: upload.id, maker, address, bytes })
        return { metadata: { filetype: 'application/zip' } }
      } catch (error) {
        throw thrown(error)
      }
    },
    async onUploadFinish(_request, upload) {
      // Servers that share no folder share their files: whoever inspects it finds it there.
      if (settings.filesUrl !== '') {
        const bytes = await readFile(pathOf(upload.id))
        const hash = sha256(bytes)
        await blobs.put(hash, bytes)
        await placeUpload(db, upload.id, hash)
      }
      return {}
    },
    onResponseError(_request, error) {
      if ((error as { code?: string }).code === 'ENOSPC') return thrown(refuse.full())
      const status = (error as { status_code?: number }).status_code
      if (status === 413) return thrown(refuse.large(UPLOAD_LIMIT_BYTES))
      if (status === undefined) log.error(faultOf(error), 'an upload failed')
      return undefined
    },
  })
  return { server, pathOf }
}

export const uploadServer = async (): Promise<Server> => (await door()).server

export interface UploadState {
  maker: string
  bytes: number
  whole: boolean
}

/** Null for an id that is not an upload, or was used. */
export async function uploadOf(id: string): Promise<UploadState | null> {
  if (!/^[a-f0-9]{32}$/.test(id)) return null
  const row = await readUpload((await arcade()).db, id)
  if (row === null || row.used) return null
  const { pathOf } = await door()
  const there = await stat(pathOf(id)).then(
    ({ size }) => size,
    () => -1,
  )
  return { maker: row.maker, bytes: row.bytes, whole: there === row.bytes || row.hash !== null }
}

/** A whole upload as a file of this machine; `copied` ones are the caller's to take away. */
export async function fetchUpload(id: string): Promise<{ path: string; copied: boolean }> {
  const own = (await door()).pathOf(id)
  if (existsSync(own)) return { path: own, copied: false }
  const { db, blobs, tmp } = await arcade()
  const hash = (await readUpload(db, id))?.hash ?? null
  const bytes = hash === null ? null : await blobs.get(hash)
  if (bytes === null) throw refuse.missing('This upload')
  const path = join(tmp, `parcel-${randomUUID()}.zip`)
  await writeFile(path, bytes, { mode: 0o600 })
  return { path, copied: true }
}

export async function dropUpload(id: string): Promise<void> {
  if (!/^[a-f0-9]{32}$/.test(id)) return
  const { pathOf } = await door()
  for (const path of [pathOf(id), `${pathOf(id)}.json`]) await rm(path, { force: true })
  await forgetUpload((await arcade()).db, id)
}

/** Uploads that nobody goes on with. */
export async function dropStaleUploads(): Promise<number> {
  const stale = await staleUploads((await arcade()).db, Date.now() - UPLOAD_MS)
  for (const id of stale) await dropUpload(id)
  return stale.length
}

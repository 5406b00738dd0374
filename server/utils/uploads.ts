import { createHmac, randomBytes, randomUUID } from 'node:crypto'
import { createWriteStream, mkdirSync } from 'node:fs'
import { rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import type { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { UPLOAD_LIMIT_BYTES } from '@core/posting/protocol'
import { FileStore } from '@tus/file-store'
import { S3Store } from '@tus/s3-store'
import { Server, type DataStore } from '@tus/server'
import { readS3 } from '../arcade/blobs-s3'
import { addUpload, bytesOnTheWay, forgetUpload, readUpload, staleUploads, UPLOAD_MS } from '../arcade/uploads'
import { requireMaker } from './auth'
import { asProblem, refuse } from './problem'
import { arcade } from './store'

export const UPLOADS_PATH = '/api/arcade/uploads'
/** Set by the handler for `onUploadCreate`: tus sees a request without its socket. */
export const ADDRESS_HEADER = 'x-pack-post-counted-address'

interface Door {
  server: Server
  store: DataStore & { read?(id: string): unknown }
  /** Where a whole upload lies on this machine; null where it lies elsewhere. */
  pathOf: ((id: string) => string) | null
}

let made: Promise<Door> | null = null

async function makeStore(): Promise<Pick<Door, 'store' | 'pathOf'>> {
  const { settings } = await arcade()
  if (settings.filesUrl !== '') {
    const { bucket, ...s3ClientConfig } = readS3(settings.filesUrl)
    return {
      store: new S3Store({ partSize: 8 * 1024 * 1024, s3ClientConfig: { bucket, ...s3ClientConfig } }),
      pathOf: null,
    }
  }
  const directory = join(settings.dataDir, 'uploads')
  mkdirSync(directory, { recursive: true, mode: 0o700 })
  return { store: new FileStore({ directory }), pathOf: (id) => join(directory, id) }
}

/** Resumable uploads (tus 1.0). An upload belongs to the key that began it, and is for one posting. */
function door(): Promise<Door> {
  made ??= open()
  return made
}

async function open(): Promise<Door> {
  const { db, secret, settings } = await arcade()
  const { store, pathOf } = await makeStore()
  const thrown = (error: unknown) => {
    const problem = asProblem(error)
    return { status_code: problem.status, body: JSON.stringify(problem) }
  }
  const server = new Server({
    path: UPLOADS_PATH,
    relativeLocation: true,
    datastore: store,
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
    onResponseError(_request, error) {
      if ((error as { code?: string }).code === 'ENOSPC') return thrown(refuse.full())
      const status = (error as { status_code?: number }).status_code
      if (status === 413) return thrown(refuse.large(UPLOAD_LIMIT_BYTES))
      return undefined
    },
  })
  return { server, store, pathOf }
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
  const { store, pathOf } = await door()
  const there =
    pathOf === null
      ? await store
          .getUpload(id)
          .then((upload) => upload.offset)
          .catch(() => -1)
      : await stat(pathOf(id))
          .then(({ size }) => size)
          .catch(() => -1)
  return { maker: row.maker, bytes: row.bytes, whole: there === row.bytes }
}

/** A whole upload as a file of this machine; `copied` ones are the caller's to take away. */
export async function fetchUpload(id: string): Promise<{ path: string; copied: boolean }> {
  const { store, pathOf } = await door()
  if (pathOf !== null) return { path: pathOf(id), copied: false }
  const path = join((await arcade()).tmp, `parcel-${randomUUID()}.zip`)
  await pipeline((await store.read!(id)) as Readable, createWriteStream(path, { mode: 0o600 }))
  return { path, copied: true }
}

export async function dropUpload(id: string): Promise<void> {
  if (!/^[a-f0-9]{32}$/.test(id)) return
  const { store, pathOf } = await door()
  if (pathOf === null) await store.remove(id).catch(() => undefined)
  else for (const path of [pathOf(id), `${pathOf(id)}.json`]) await rm(path, { force: true })
  await forgetUpload((await arcade()).db, id)
}

/** Uploads that nobody goes on with. */
export async function dropStaleUploads(): Promise<number> {
  const stale = await staleUploads((await arcade()).db, Date.now() - UPLOAD_MS)
  for (const id of stale) await dropUpload(id)
  return stale.length
}

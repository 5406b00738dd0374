import { mkdirSync } from 'node:fs'
import { readFile, rm, stat } from 'node:fs/promises'
import { join } from 'node:path'
import { randomBytes } from 'node:crypto'
import { UPLOAD_LIMIT_BYTES } from '@core/posting/protocol'
import { FileStore } from '@tus/file-store'
import { Server } from '@tus/server'
import * as z from 'zod'
import { requireMaker } from './auth'
import { asProblem, refuse } from './problem'
import { arcade } from './store'

export const UPLOADS_PATH = '/api/arcade/uploads'
const Info = z.object({
  id: z.string(),
  size: z.number(),
  offset: z.number(),
  metadata: z.record(z.string(), z.string().nullable()).optional(),
})

let made: Promise<Server> | null = null

export const uploadFile = (dir: string, id: string): string => join(dir, 'uploads', id)

/** Resumable uploads (tus 1.0). An upload belongs to the key that began it. */
export function uploadServer(): Promise<Server> {
  made ??= arcade().then(({ dir }) => {
    const directory = join(dir, 'uploads')
    mkdirSync(directory, { recursive: true })
    const store = new FileStore({ directory })
    const thrown = (error: unknown) => {
      const problem = asProblem(error)
      return { status_code: problem.status, body: JSON.stringify(problem) }
    }
    return new Server({
      path: UPLOADS_PATH,
      relativeLocation: true,
      datastore: store,
      maxSize: UPLOAD_LIMIT_BYTES,
      namingFunction: () => randomBytes(16).toString('hex'),
      async onIncomingRequest(request, id) {
        try {
          const maker = await requireMaker(request.headers.get('authorization'))
          const known = id === '' || id === undefined ? null : await uploadOf(id)
          if (known !== null && known.owner !== maker) throw refuse.wrongKey()
        } catch (error) {
          throw thrown(error)
        }
      },
      async onUploadCreate(request, upload) {
        try {
          const owner = await requireMaker(request.headers.get('authorization'))
          if ((upload.metadata?.['filetype'] ?? '') !== 'application/zip')
            throw refuse.type('Only parcels (ZIP files that Pack Post built) can be sent here.')
          return { metadata: { filetype: 'application/zip', owner } }
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
  })
  return made
}

export interface UploadState {
  owner: string
  bytes: number
  whole: boolean
}

/** Null for an id that is not an upload. */
export async function uploadOf(id: string): Promise<UploadState | null> {
  if (!/^[a-f0-9]{32}$/.test(id)) return null
  const { dir } = await arcade()
  try {
    const info = Info.parse(JSON.parse(await readFile(`${uploadFile(dir, id)}.json`, 'utf8')))
    const { size } = await stat(uploadFile(dir, id))
    return { owner: info.metadata?.['owner'] ?? '', bytes: info.size, whole: size === info.size }
  } catch {
    return null
  }
}

export async function dropUpload(id: string): Promise<void> {
  const { dir } = await arcade()
  await rm(uploadFile(dir, id), { force: true })
  await rm(`${uploadFile(dir, id)}.json`, { force: true })
}

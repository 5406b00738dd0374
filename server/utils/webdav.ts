import { unzipSafely } from '@core/parcel/unzip'
import type { WebdavRequest } from '@core/posting/ways'
import { PARCEL_LIMITS } from '../inspector/limits'
import { sendOutward } from './outward'
import { refuse, Refusal } from './problem'
import { readParcel } from './postings'
import { dropUpload, uploadOf } from './uploads'

const said = (status: number): string =>
  ({
    401: 'The host does not know this name and password.',
    403: 'The host does not let this name write there.',
    404: 'The folder is not there. Make it first, or read its address again.',
    405: 'The host has no WebDAV at this address.',
    409: 'The folder around it is not there. Make it first.',
    507: 'The host has no room left.',
  })[status] ?? `The host answered ${status}.`

/** A WebDAV folder (RFC 4918) gets the files of a parcel: MKCOL for each folder, PUT for each file. */
export async function sendToWebdav(
  owner: string,
  request: WebdavRequest,
): Promise<{ files: number; bytes: number; address: string }> {
  const upload = await uploadOf(request.upload)
  if (upload === null || upload.maker !== owner) throw refuse.missing('This upload')
  if (!upload.whole) throw refuse.shape('The upload is not complete yet. Let it finish first.')
  const files = unzipSafely(await readParcel(request.upload), 'parcel', PARCEL_LIMITS)
  const base = `${request.address.replace(/\/+$/, '')}/${encodeURIComponent(request.folder)}/`
  const headers =
    request.user === ''
      ? {}
      : { authorization: `Basic ${Buffer.from(`${request.user}:${request.password}`).toString('base64')}` }
  const ask = async (method: string, path: string, fine: readonly number[], body?: Uint8Array) => {
    const answer = await sendOutward(base + path, { method, headers, ...(body === undefined ? {} : { body }) }).catch(
      (error: unknown) => {
        throw error instanceof Refusal ? error : refuse.shape('The host did not answer. Read the address again.')
      },
    )
    await answer.body?.cancel()
    if (!answer.ok && !fine.includes(answer.status)) throw refuse.shape(said(answer.status))
  }
  const folders = new Set<string>([''])
  for (const name of files.keys()) {
    const parts = name.split('/').slice(0, -1)
    parts.forEach((_, i) => folders.add(`${parts.slice(0, i + 1).join('/')}/`))
  }
  // 405: the folder is there already (RFC 4918, 9.3.1).
  for (const folder of [...folders].sort()) await ask('MKCOL', encodePath(folder), [405])
  // The page last: until then a visitor sees the game that was there before.
  const names = [...files.keys()].sort(
    (a, b) => Number(a === 'index.html') - Number(b === 'index.html') || (a < b ? -1 : 1),
  )
  let bytes = 0
  for (const name of names) {
    const content = files.get(name)!
    await ask('PUT', encodePath(name), [], content)
    bytes += content.length
  }
  await dropUpload(request.upload)
  return { files: names.length, bytes, address: base }
}

const encodePath = (path: string): string => path.split('/').map(encodeURIComponent).join('/')

import { Unzip, UnzipInflate, UnzipPassThrough } from 'fflate'
import { crc32 } from '../bytes'
import { userError } from '../errors'

export interface UnzipLimits {
  /** Entries, bytes of one entry, and bytes of all together once unpacked. */
  entries: number
  entryBytes: number
  totalBytes: number
  /**
   * `portable`: names that mean the same on every system and in every address. `inside`: whatever people call their
   * files, as long as it does not lead out of the folder.
   */
  names: 'portable' | 'inside'
}

export const PACK_LIMITS: UnzipLimits = {
  entries: 4000,
  entryBytes: 60_000_000,
  totalBytes: 400_000_000,
  names: 'portable',
}
/** Pictures and sounds as somebody zipped them. */
export const ART_LIMITS: UnzipLimits = { ...PACK_LIMITS, names: 'inside' }

interface Listed {
  name: string
  /** Locked with a password. */
  locked: boolean
  crc: number
  size: number
}

/** The central directory (APPNOTE 4.3.12): names, checksums and sizes, before anything is unpacked. */
function listZip(bytes: Uint8Array, file: string): Listed[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const broken = () =>
    userError(
      'zip-broken',
      `“${file}” is not a whole ZIP file; it may have been cut off while it was copied. Try to get it again.`,
    )
  let end = -1
  for (let at = bytes.length - 22; at >= Math.max(0, bytes.length - 65557); at--)
    if (view.getUint32(at, true) === 0x06054b50) {
      end = at
      break
    }
  if (end < 0) throw broken()
  const count = view.getUint16(end + 10, true)
  let at = view.getUint32(end + 16, true)
  const listed: Listed[] = []
  const text = new TextDecoder()
  for (let i = 0; i < count; i++) {
    if (at + 46 > bytes.length || view.getUint32(at, true) !== 0x02014b50) throw broken()
    const nameLength = view.getUint16(at + 28, true)
    listed.push({
      name: text.decode(bytes.subarray(at + 46, at + 46 + nameLength)),
      locked: (view.getUint16(at + 8, true) & 1) !== 0,
      crc: view.getUint32(at + 16, true),
      size: view.getUint32(at + 24, true),
    })
    at += 46 + nameLength + view.getUint16(at + 30, true) + view.getUint16(at + 32, true)
  }
  return listed
}

const leadsOut = (name: string): boolean =>
  name === '' ||
  name.startsWith('/') ||
  name.includes('\\') ||
  name.includes('\0') ||
  /^[a-z]:/i.test(name) ||
  name.split('/').some((step) => step === '..' || step === '.')

/** Names that systems keep for devices, with any ending. */
const DEVICE = /^(?:con|prn|aux|nul|com\d|lpt\d)(?:\.|$)/i
/** What ends an address, names a stream or a drive, or is seen by nobody. */
// eslint-disable-next-line no-control-regex
const ODD = /[:?#*"<>|%\u0000-\u001f\u007f-\u009f\u200b-\u200f\u2028-\u202e\u2060-\u2069\ufeff]/

/** Whether a name is one file's everywhere: no other file's after case or accents are folded, no device's, no address's end. */
export const isPortableName = (name: string): boolean =>
  !leadsOut(name) &&
  !ODD.test(name) &&
  name
    .replace(/\/$/, '')
    .split('/')
    .every((step) => step !== '' && !/[. ]$/.test(step) && !DEVICE.test(step))

/** Names that some system takes for the same. */
const folded = (name: string): string => name.normalize('NFC').toLowerCase().toUpperCase().normalize('NFC')

/**
 * Unpacks a ZIP that a stranger may have made. Names are checked before anything is unpacked, every byte that comes
 * out is counted against the limits whatever the sizes in the file claim, and checksums must agree. Folders are left out.
 * Throws a UserError that names `file`.
 */
export function unzipSafely(
  bytes: Uint8Array,
  file: string,
  limits: UnzipLimits = PACK_LIMITS,
): Map<string, Uint8Array> {
  const listed = listZip(bytes, file)
  if (listed.length > limits.entries)
    throw userError(
      'zip-entries',
      `“${file}” holds ${listed.length} files; ${limits.entries} is the most. Nothing was opened.`,
    )
  const names = new Set<string>()
  const taken = new Set<string>()
  for (const entry of listed) {
    const odd = (why: string) =>
      userError(
        'zip-names',
        `“${file}” holds a file whose name ${why} (${entry.name.slice(0, 60)}), so nothing of it was opened.`,
      )
    if (entry.locked)
      throw userError(
        'zip-locked',
        `“${file}” is locked with a password. Make it again without one, or drop what is inside.`,
      )
    if (leadsOut(entry.name)) throw odd('leads out of it')
    if (limits.names === 'portable' && !isPortableName(entry.name)) throw odd('does not work on every system')
    const as = limits.names === 'portable' ? folded(entry.name) : entry.name
    if (taken.has(as)) throw odd('is there twice')
    taken.add(as)
    names.add(entry.name)
    if (entry.size > limits.entryBytes) throw tooLarge(file)
  }
  const found = new Map<string, Uint8Array>()
  let total = 0
  let failure: Error | null = null
  const unzip = new Unzip((entry) => {
    const chunks: Uint8Array[] = []
    let size = 0
    entry.ondata = (error, chunk, final) => {
      if (error !== null) failure ??= error
      if (failure !== null) return
      size += chunk.length
      total += chunk.length
      if (size > limits.entryBytes || total > limits.totalBytes) {
        failure = tooLarge(file)
        throw failure
      }
      chunks.push(chunk.slice())
      if (final && !entry.name.endsWith('/')) found.set(entry.name, joinChunks(chunks, size))
    }
    entry.start()
  })
  unzip.register(UnzipInflate)
  unzip.register(UnzipPassThrough)
  try {
    // In slices, so that a bomb is stopped after one slice's worth of output and not after all of it.
    for (let at = 0; at < bytes.length && failure === null; at += 16384)
      unzip.push(bytes.subarray(at, at + 16384), at + 16384 >= bytes.length)
  } catch (error) {
    failure ??= error as Error
  }
  const stopped = failure as Error | null
  if (stopped !== null)
    throw stopped.name === 'UserError'
      ? stopped
      : userError('zip-broken', `“${file}” is damaged inside and cannot be unpacked. Try to get it again.`)
  for (const entry of listed) {
    if (entry.name.endsWith('/')) continue
    const content = found.get(entry.name)
    if (content === undefined || content.length !== entry.size || crc32(content) !== entry.crc)
      throw userError(
        'zip-broken',
        `“${entry.name.slice(0, 60)}” inside “${file}” is damaged. Try to get the file again.`,
      )
  }
  for (const name of found.keys())
    if (!names.has(name))
      throw userError('zip-names', `“${file}” hides files that its list does not name, so nothing of it was opened.`)
  return found
}

const tooLarge = (file: string) =>
  userError('zip-large', `“${file}” unpacks to more than Pack Post takes, so nothing of it was opened.`)

function joinChunks(chunks: readonly Uint8Array[], size: number): Uint8Array {
  const out = new Uint8Array(size)
  let at = 0
  for (const chunk of chunks) {
    out.set(chunk, at)
    at += chunk.length
  }
  return out
}

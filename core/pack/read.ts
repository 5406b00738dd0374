import { userError } from '../errors'
import { migratePack } from './migrations'
import { Pack, PACK_VERSION } from './pack'

const isPlain = (value: unknown): value is Record<string, unknown> =>
  value !== null && typeof value === 'object' && !Array.isArray(value)

/**
 * What a schema read, with the fields of `raw` it does not know put back where they stood. A newer Pack Post may have
 * written them: an older one must not lose them by opening and saving.
 */
export function keepUnknown<T>(raw: unknown, read: T): T {
  if (Array.isArray(raw) && Array.isArray(read))
    return (raw.length === read.length ? read.map((value, i) => keepUnknown(raw[i], value as unknown)) : read) as T
  if (!isPlain(raw) || !isPlain(read)) return read
  const whole = new Map<string, unknown>(
    Object.entries(read).map(([key, value]) => [key, keepUnknown(raw[key], value)]),
  )
  for (const [key, value] of Object.entries(raw)) if (key !== '__proto__' && !whole.has(key)) whole.set(key, value)
  return Object.fromEntries(whole) as T
}

/** Whether a stored pack says it is of a format after this one. */
export function isNewerPack(raw: unknown): boolean {
  const version = isPlain(raw) ? raw['version'] : undefined
  return typeof version === 'number' && version > PACK_VERSION
}

/** A stored pack of any known version as it is now, unknown fields and all; null for what makes no sense or is newer. */
export function readPack(raw: unknown): Pack | null {
  if (isNewerPack(raw)) return null
  const doc = migratePack(raw)
  const read = Pack.safeParse(doc)
  return read.success ? keepUnknown(doc, read.data) : null
}

/** Why a stored pack cannot be opened here, as one sentence. */
export const whyUnreadable = (raw: unknown): string =>
  isNewerPack(raw)
    ? 'It was made with a newer Pack Post. Update this one, or save its data and open that in the newer one.'
    : 'Its data is damaged and cannot be opened. Nothing of it was changed; save its data to keep it.'

/** The pack of `file` (NAME.pack.zip) from the text of its pack.json. Throws a UserError that names the file. */
export function readPackJson(text: string, file: string): Pack {
  let raw: unknown
  try {
    raw = JSON.parse(text)
  } catch {
    throw userError('pack-json', `The pack in “${file}” cannot be read. Ask for it to be saved again.`)
  }
  if (isNewerPack(raw))
    throw userError(
      'pack-newer',
      `“${file}” was made with a newer Pack Post (format ${(raw as { version: number }).version}, this one knows ${PACK_VERSION}). Update Pack Post, then open it again.`,
    )
  const pack = readPack(raw)
  if (pack === null)
    throw userError('pack-shape', `The pack in “${file}” has parts that make no sense, so it was not opened.`)
  return pack
}

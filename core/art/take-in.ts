import { foreignKind, sniff, type Sniffed } from './sniff'
import { userError } from '../errors'
import { isPicture, type AssetFacts, type Mime } from '../pack/asset'

/** What may come in; told to people in the sentences below. */
export const TAKE_IN = { fileBytes: 40_000_000, sidePx: 8192, areaPx: 36_000_000, soundSeconds: 900 } as const

const megabytes = (bytes: number) => `${Math.round(bytes / 1e6)} MB`
const KINDS: Record<'picture' | 'sound', string> = {
  picture: 'a picture (PNG, JPEG, WebP, GIF or SVG)',
  sound: 'a sound (WAV, MP3, Ogg, Opus, FLAC or M4A)',
}

/** By size alone, before a byte is read. Throws a UserError. */
export function checkFileSize(name: string, bytes: number): void {
  if (bytes === 0) throw userError('file-empty', `“${name}” is empty (0 bytes). Export it again and drop it here.`)
  if (bytes > TAKE_IN.fileBytes)
    throw userError(
      'file-large',
      `“${name}” has ${megabytes(bytes)}; ${megabytes(TAKE_IN.fileBytes)} is the most. Make it smaller first.`,
    )
}

/** Whether a picture of this size is unpacked at all. */
export const sizeFits = ({ width, height }: { width: number; height: number }): boolean =>
  width <= TAKE_IN.sidePx && height <= TAKE_IN.sidePx && width * height <= TAKE_IN.areaPx

/** Whether these bytes may be handed to a decoder of pictures: by the size they say, before a pixel is made. */
export function mayDecode(bytes: Uint8Array): boolean {
  const kind = sniff(bytes)
  return kind !== null && isPicture(kind.mime) && sizeFits(kind)
}

/** What the file really is, whatever its name says. Throws a UserError; nothing has been decoded when it does. */
export function identify(name: string, bytes: Uint8Array, want: 'picture' | 'sound'): Sniffed {
  checkFileSize(name, bytes.length)
  const kind = sniff(bytes)
  const foreign = kind === null ? foreignKind(bytes) : null
  if (foreign !== null) throw userError('file-kind', `“${name}” is ${foreign.what}. ${foreign.then}`)
  const cutShort = kind === null && bytes[0] === 0xff && bytes[1] === 0xd8
  if (cutShort) throw broken(name)
  if (kind === null)
    throw userError('file-kind', `“${name}” is not ${KINDS[want]}, whatever its name says. Nothing was changed.`)
  if ((want === 'picture') !== isPicture(kind.mime))
    throw userError('file-kind', `“${name}” is ${plainName(kind.mime)}, but this part takes ${KINDS[want]}.`)
  if (!sizeFits(kind))
    throw userError(
      'picture-huge',
      `“${name}” says it is ${kind.width} × ${kind.height} px; ${TAKE_IN.sidePx} a side is the most. Scale it down first.`,
    )
  if (isPicture(kind.mime) && kind.mime !== 'image/svg+xml' && (kind.width < 1 || kind.height < 1)) throw broken(name)
  return kind
}

export const broken = (name: string) =>
  userError('file-broken', `“${name}” is damaged and cannot be opened. Export it again and drop it here.`)

export function checkDuration(name: string, seconds: number): void {
  if (!(seconds > 0)) throw userError('sound-empty', `“${name}” has no sound in it. Export it again and drop it here.`)
  if (seconds > TAKE_IN.soundSeconds) throw tooLong(name, seconds)
}

export const tooLong = (name: string, seconds: number) =>
  userError(
    'sound-long',
    `“${name}” runs for ${seconds > TAKE_IN.soundSeconds && Number.isFinite(seconds) ? `${Math.round(seconds / 60)} minutes` : 'too long'}; ${TAKE_IN.soundSeconds / 60} minutes is the most. Cut it first.`,
  )

const plainName = (mime: Mime): string => (isPicture(mime) ? 'a picture' : 'a sound')

/** Facts on a file that just came in; nothing is known of its author yet. */
export function newFacts(
  name: string,
  mime: Mime,
  bytes: number,
  size: { width?: number; height?: number; durationS?: number },
  imported: string,
  source: Partial<AssetFacts['source']> = {},
): AssetFacts {
  return {
    mime,
    bytes,
    width: size.width ?? 0,
    height: size.height ?? 0,
    durationS: size.durationS ?? 0,
    source: { file: name.slice(0, 255), author: '', licence: '', link: '', ...source },
    imported,
  }
}

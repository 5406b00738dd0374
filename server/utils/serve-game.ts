import type { Readable } from 'node:stream'
import {
  createError,
  getRequestHeader,
  getRouterParam,
  removeResponseHeader,
  setResponseHeaders,
  setResponseStatus,
  type H3Event,
} from 'h3'
import { BESIDE } from '@core/parcel/manifest'
import { withBeside } from '@core/folder/beside-page'
import { frameAncestors } from '@core/label/privacy'
import { besideCode } from '#player-code'
import { LRUCache } from 'lru-cache'
import { filesOf, type ReleaseFile } from '../arcade/games'
import type { GameRecord } from '../arcade/records'
import { gamesOrigin, publicOrigin } from './origins'
import { foreignPolicy, typeOf } from './stages'
import { arcade, recentGame, sameText, ticketFor } from './store'

const TYPES: Record<string, string> = {
  html: 'text/html; charset=utf-8',
  js: 'text/javascript; charset=utf-8',
  json: 'application/json',
  webmanifest: 'application/manifest+json',
  png: 'image/png',
  gif: 'image/gif',
  jpg: 'image/jpeg',
  webp: 'image/webp',
  wav: 'audio/wav',
  mp3: 'audio/mpeg',
  ogg: 'audio/ogg',
  woff2: 'font/woff2',
  ttf: 'font/ttf',
  otf: 'font/otf',
}

const KEPT_BYTES = 64_000_000
/** Larger files are streamed from where they lie. */
const LARGEST_KEPT = 4_000_000
/** Blobs never change, so what many people ask for is kept at hand. */
const kept = new LRUCache<string, Buffer>({
  maxSize: KEPT_BYTES,
  sizeCalculation: (bytes) => Math.max(1, bytes.length),
})
/** A release's list of files never changes either. */
const lists = new LRUCache<string, ReadonlyMap<string, ReleaseFile>>({ max: 300 })

async function listOf(game: string, release: number): Promise<ReadonlyMap<string, ReleaseFile>> {
  const key = `${game}:${release}`
  const known = lists.get(key)
  if (known !== undefined) return known
  const files = await filesOf((await arcade()).db, game, release)
  const list = new Map(files.map((file) => [file.name, file]))
  if (list.size > 0) lists.set(key, list)
  return list
}

async function bytesOf({ hash, bytes }: ReleaseFile): Promise<Buffer | null> {
  const known = kept.get(hash)
  if (known !== undefined) return known
  const found = await (await arcade()).blobs.get(hash)
  if (found !== null && bytes <= LARGEST_KEPT) kept.set(hash, found)
  return found
}

/** A file of a release; null when there is none. */
export async function gameFile(game: string, release: number, path: string): Promise<Buffer | null> {
  const file = (await listOf(game, release)).get(path)
  return file === undefined ? null : bytesOf(file)
}

/** All files of a release, by name. */
export async function gameFiles(game: string, release: number): Promise<Map<string, Uint8Array>> {
  const files = new Map<string, Uint8Array>()
  for (const [name, file] of await listOf(game, release)) {
    const bytes = await bytesOf(file)
    if (bytes !== null) files.set(name, bytes)
  }
  return files
}

const notHere = () => createError({ statusCode: 404, statusMessage: 'Not here' })

/** The game of a play address: its ticket says who may see it, and changes when that does. */
export async function ticketedGame(event: H3Event): Promise<{ game: GameRecord; ticket: string }> {
  const game = await recentGame(getRouterParam(event, 'game') ?? '')
  const ticket = getRouterParam(event, 'ticket') ?? ''
  if (game === null || game.live === 0 || game.hidden || !sameText(ticket, await ticketFor(game, game.live)))
    throw notHere()
  return { game, ticket }
}

/** One range of bytes (RFC 9110, 14.2); null for all of it, "bad" for one that lies outside. */
function rangeOf(header: string | undefined, size: number): { start: number; end: number } | null | 'bad' {
  const read = /^bytes=(\d*)-(\d*)$/.exec(header ?? '')
  if (read === null || (read[1] === '' && read[2] === '')) return null
  const start = read[1] === '' ? Math.max(0, size - Number(read[2])) : Number(read[1])
  const end = read[1] === '' || read[2] === '' ? size - 1 : Math.min(size - 1, Number(read[2]))
  return start > end || start >= size ? 'bad' : { start, end }
}

/** What the arcade's own player may load, and nothing else. */
const ownPolicy = (base: string, framers: string): string =>
  `sandbox allow-scripts allow-pointer-lock allow-orientation-lock; default-src 'none'; script-src ${base}player.js ${base}start.js; style-src 'unsafe-inline'; ` +
  `img-src ${base} data: blob:; media-src ${base} data: blob:; font-src ${base} data:; connect-src ${base} data: blob:; frame-src 'none'; worker-src 'none'; base-uri 'none'; form-action 'none'; frame-ancestors ${framers}`

const UNKNOWN = typeOf('')
const isPage = (path: string): boolean => typeOf(path).startsWith('text/html')

/** A page of a game that came as a folder, with our script before it. */
async function besidePage(file: ReleaseFile): Promise<Buffer | null> {
  const key = `beside:${file.hash}`
  const known = kept.get(key)
  if (known !== undefined) return known
  const bytes = await bytesOf(file)
  if (bytes === null) return null
  const made = Buffer.from(withBeside(file.name, bytes, await besideCode('play')))
  // However large: to read a page costs more than to keep it.
  kept.set(key, made)
  return made
}

/**
 * Files of a posted game. They run in an opaque origin that may load from this folder and from nowhere else; no cookie
 * is read or set here. All code among them is the arcade's own, but for games that came as a folder: those may do in
 * their frame what they like, with nowhere to send it.
 */
export async function serveGame(event: H3Event): Promise<Buffer | Readable | ''> {
  const { game, ticket } = await ticketedGame(event)
  const asked = getRouterParam(event, 'path', { decode: true }) ?? ''
  const folder = game.release?.folder
  const path = asked === '' ? (folder?.page ?? 'index.html') : asked
  const file = (await listOf(game.id, game.live)).get(path)
  const type = folder === undefined ? TYPES[path.split('.').at(-1) ?? ''] : typeOf(path)
  const privacy = game.release?.label.privacy
  if (type === undefined || file === undefined || privacy === undefined) throw notHere()
  // A game may load files of any kind; nobody is led to one that is no page, picture or sound.
  if (type === UNKNOWN && getRequestHeader(event, 'sec-fetch-mode') === 'navigate') throw notHere()
  // What lies in ours is for the arcade alone.
  if (folder !== undefined && path.startsWith(BESIDE)) throw notHere()
  const base = `${gamesOrigin(event)}/play/${game.id}/${ticket}/`
  const framers = frameAncestors(privacy).replace("'self'", `'self' ${publicOrigin(event)}`)
  const etag = `"${file.hash.slice(0, 32)}"`
  setResponseHeaders(event, {
    'content-type': type,
    'content-security-policy': (folder === undefined ? ownPolicy : foreignPolicy)(base, framers),
    'x-content-type-options': 'nosniff',
    'referrer-policy': 'no-referrer',
    'access-control-allow-origin': '*',
    'cross-origin-resource-policy': 'cross-origin',
    // The page itself is asked for each time, so that whoever lost sight of the game notices; its files never change.
    'cache-control': isPage(path) ? 'private, no-cache' : 'private, max-age=31536000, immutable',
    etag,
    'accept-ranges': 'bytes',
    'permissions-policy': 'camera=(), microphone=(), geolocation=()',
    ...(game.visibility === 'public' ? {} : { 'x-robots-tag': 'noindex' }),
  })
  if (folder !== undefined && isPage(path)) {
    removeResponseHeader(event, 'etag')
    removeResponseHeader(event, 'accept-ranges')
    const page = await besidePage(file)
    if (page === null) throw notHere()
    return page
  }
  if (getRequestHeader(event, 'if-none-match') === etag) {
    setResponseStatus(event, 304)
    return ''
  }
  const range = rangeOf(getRequestHeader(event, 'range'), file.bytes)
  if (range === 'bad') {
    setResponseHeaders(event, { 'content-range': `bytes */${file.bytes}` })
    throw createError({ statusCode: 416, statusMessage: 'Not that far' })
  }
  if (range !== null) {
    setResponseStatus(event, 206)
    setResponseHeaders(event, { 'content-range': `bytes ${range.start}-${range.end}/${file.bytes}` })
  }
  if (file.bytes > LARGEST_KEPT) {
    const stream = await (await arcade()).blobs.stream(file.hash, range ?? undefined)
    if (stream === null) throw notHere()
    return stream
  }
  const bytes = await bytesOf(file)
  if (bytes === null) throw notHere()
  return range === null ? bytes : bytes.subarray(range.start, range.end + 1)
}

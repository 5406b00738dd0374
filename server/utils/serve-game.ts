import { createError, getRequestURL, getRouterParam, setResponseHeaders, type H3Event } from 'h3'
import { frameAncestors } from '@core/label/privacy'
import { LRUCache } from 'lru-cache'
import { liveRelease } from './game-view'
import { arcade, readGame, sameText, ticketFor } from './store'

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

const KEPT_BYTES = 96_000_000
/** Files of a release never change, so what many people ask for is kept at hand. */
const kept = new LRUCache<string, Buffer>({
  maxSize: KEPT_BYTES,
  sizeCalculation: (bytes) => Math.max(1, bytes.length),
})

/** A file of a release; null when there is none. */
export async function gameFile(game: string, release: number, path: string): Promise<Buffer | null> {
  const key = `files:${game}:${release}:${path.replaceAll('/', ':')}`
  const known = kept.get(key)
  if (known !== undefined) return known
  const { storage } = await arcade()
  const bytes = await storage.getItemRaw<Uint8Array>(key)
  if (bytes === null) return null
  const found = Buffer.from(bytes)
  kept.set(key, found)
  return found
}

/** All files of a release, by name. */
export async function gameFiles(game: string, release: number): Promise<Map<string, Uint8Array>> {
  const { storage } = await arcade()
  const base = `files:${game}:${release}`
  const names = (await storage.getKeys(base)).filter((key) => !key.endsWith('.part'))
  const files = new Map<string, Uint8Array>()
  for (const key of names) {
    const name = key.slice(base.length + 1).replaceAll(':', '/')
    const bytes = await gameFile(game, release, name)
    if (bytes !== null) files.set(name, bytes)
  }
  return files
}

/**
 * Files of a posted game. They run in an opaque origin that may load from this folder and from nowhere else; no cookie
 * is read or set here.
 */
export async function serveGame(event: H3Event): Promise<Buffer> {
  const game = await readGame(getRouterParam(event, 'game') ?? '')
  const ticket = getRouterParam(event, 'ticket') ?? ''
  if (game === null || game.live === 0 || !sameText(ticket, await ticketFor(game, game.live)))
    throw createError({ statusCode: 404, statusMessage: 'Not here' })
  const asked = decodeURIComponent(getRouterParam(event, 'path') ?? '')
  const path = asked === '' ? 'index.html' : asked
  const type = TYPES[path.split('.').at(-1) ?? '']
  if (type === undefined || path.includes('..') || path.includes(':') || path.includes('\\'))
    throw createError({ statusCode: 404, statusMessage: 'Not here' })
  const bytes = await gameFile(game.id, game.live, path)
  const privacy = liveRelease(game)?.label.privacy
  if (bytes === null || privacy === undefined) throw createError({ statusCode: 404, statusMessage: 'Not here' })
  const base = `${getRequestURL(event).origin}/play/${game.id}/${ticket}/`
  setResponseHeaders(event, {
    'content-type': type,
    'content-security-policy':
      `sandbox allow-scripts allow-pointer-lock allow-orientation-lock; default-src 'none'; script-src ${base} 'unsafe-inline'; style-src ${base} 'unsafe-inline'; ` +
      `img-src ${base} data: blob:; media-src ${base} data: blob:; font-src ${base} data:; connect-src ${base} data: blob:; manifest-src ${base}; base-uri 'none'; form-action 'none'; frame-ancestors ${frameAncestors(privacy)}`,
    'x-content-type-options': 'nosniff',
    'referrer-policy': 'no-referrer',
    'access-control-allow-origin': '*',
    'cross-origin-resource-policy': 'cross-origin',
    'cache-control': 'private, max-age=300',
    'permissions-policy': 'camera=(), microphone=(), geolocation=()',
    ...(game.visibility === 'public' ? {} : { 'x-robots-tag': 'noindex' }),
  })
  return bytes
}

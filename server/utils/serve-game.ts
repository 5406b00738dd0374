import { createError, getRequestURL, getRouterParam, setResponseHeaders, type H3Event } from 'h3'
import { arcade, readGame, sameText, ticketFor } from './store'

const TYPES: Record<string, string> = {
  html: 'text/html; charset=utf-8',
  js: 'text/javascript; charset=utf-8',
  json: 'application/json',
  webmanifest: 'application/manifest+json',
  png: 'image/png',
  jpg: 'image/jpeg',
  webp: 'image/webp',
  wav: 'audio/wav',
  mp3: 'audio/mpeg',
  ogg: 'audio/ogg',
  woff2: 'font/woff2',
  ttf: 'font/ttf',
  otf: 'font/otf',
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
  const { storage } = await arcade()
  const bytes = await storage.getItemRaw<Uint8Array>(`files:${game.id}:${game.live}:${path.replaceAll('/', ':')}`)
  if (bytes === null) throw createError({ statusCode: 404, statusMessage: 'Not here' })
  const base = `${getRequestURL(event).origin}/play/${game.id}/${ticket}/`
  setResponseHeaders(event, {
    'content-type': type,
    'content-security-policy':
      `sandbox allow-scripts allow-pointer-lock allow-orientation-lock; default-src 'none'; script-src ${base} 'unsafe-inline'; style-src ${base} 'unsafe-inline'; ` +
      `img-src ${base} data: blob:; media-src ${base} data: blob:; font-src ${base} data:; connect-src ${base} data: blob:; manifest-src ${base}; base-uri 'none'; form-action 'none'; frame-ancestors *`,
    'x-content-type-options': 'nosniff',
    'referrer-policy': 'no-referrer',
    'access-control-allow-origin': '*',
    'cross-origin-resource-policy': 'cross-origin',
    'cache-control': 'private, max-age=300',
    ...(game.visibility === 'public' ? {} : { 'x-robots-tag': 'noindex' }),
  })
  return Buffer.from(bytes)
}

import { randomBytes } from 'node:crypto'
import { getRequestURL, getResponseHeaders, type H3Event } from 'h3'
import { LRUCache } from 'lru-cache'
import { changesNow } from '../arcade/database'
import { isAnybody } from './auth'
import { isForGames, publicOrigin } from './origins'
import { arcade } from './store'

export interface Page {
  body: string
  headers: Record<string, string>
}

/**
 * Server-rendered pages of the arcade as everybody sees them. Each is kept for the state of the games it was made
 * from, so a game that was taken off or changed is never shown from here.
 */
const pages = new LRUCache<string, Page>({ maxSize: 16_000_000, sizeCalculation: (page) => page.body.length })
const LONGEST_ADDRESS = 500
/** Nobody waits longer than this for a page that somebody else has rendered. */
const LONGEST_WAIT_MS = 3000

/** Stands in kept pages where each answer has a nonce of its own. */
export const NONCE_PLACE = 'nonce-comes-here'
export const newNonce = (): string => randomBytes(16).toString('base64url')

async function keyOf(event: H3Event): Promise<string | null> {
  const { pathname, search } = getRequestURL(event)
  const kept =
    event.method === 'GET' &&
    /^\/arcade(\/(?!app\/|invite\/|feed\.atom|oembed|find)|$)/.test(pathname) &&
    search.length + pathname.length <= LONGEST_ADDRESS &&
    !isForGames(event)
  if (!kept || !isAnybody(event)) return null
  return `${await changesNow((await arcade()).db)} ${publicOrigin(event)}${pathname}${search}`
}

/** Pages that are being rendered: who asks for one meanwhile waits for it instead of having it rendered again. */
const rendering = new Map<string, Promise<Page | null>>()
const renderers = new WeakMap<H3Event, { key: string; done: (page: Page | null) => void }>()

/** The page for this request, where it was rendered before; null for the one who has it rendered. */
export async function knownPage(event: H3Event): Promise<Page | null> {
  const key = await keyOf(event)
  if (key === null) return null
  const known = pages.get(key) ?? (await rendering.get(key))
  if (known) return known
  let timer: NodeJS.Timeout
  const coming = new Promise<Page | null>((done) => {
    renderers.set(event, { key, done })
    timer = setTimeout(() => done(null), LONGEST_WAIT_MS)
  })
  rendering.set(key, coming)
  void coming.then(() => {
    clearTimeout(timer)
    if (rendering.get(key) === coming) rendering.delete(key)
  })
  // However the answer ends: nobody waits for a page that is not coming.
  event.node.res.once('close', () => renderers.get(event)?.done(null))
  return null
}

/** Whether this request renders a page that will be kept: its nonces are put in when it is given out. */
export const isRenderer = (event: H3Event): boolean => renderers.has(event)

/** Keeps a page that was rendered, unless a game changed meanwhile. */
export async function keepPage(
  event: H3Event,
  { body, headers }: { body?: unknown; headers?: Record<string, string> },
): Promise<void> {
  const mine = renderers.get(event)
  if (mine === undefined || typeof body !== 'string') return
  const set = Object.entries({ ...getResponseHeaders(event), ...headers })
  if (set.some(([name]) => name.toLowerCase() === 'set-cookie') || mine.key !== (await keyOf(event)))
    return mine.done(null)
  const page = { body, headers: Object.fromEntries(set.map(([name, value]) => [name, String(value)])) }
  pages.set(mine.key, page)
  // Whoever waits has it now, whether or not the one who had it rendered reads on.
  mine.done(page)
}

/** A kept page as it is given out: with a nonce that is used this once. */
export function withNonce({ body, headers }: Page): Page {
  const nonce = newNonce()
  const put = (text: string) => text.replaceAll(NONCE_PLACE, nonce)
  return {
    body: put(body),
    headers: Object.fromEntries(Object.entries(headers).map(([name, value]) => [name, put(value)])),
  }
}

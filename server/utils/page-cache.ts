import { getRequestURL, getResponseHeaders, type H3Event } from 'h3'
import { LRUCache } from 'lru-cache'
import { isAnybody } from './auth'
import { games } from './store'

interface Page {
  body: string
  headers: Record<string, string>
}

/**
 * Server-rendered pages of the arcade as everybody sees them. Each is kept for the state of the games it was made
 * from, so a game that was taken off or changed is never shown from here.
 */
const pages = new LRUCache<string, Page>({ maxSize: 16_000_000, sizeCalculation: (page) => page.body.length })
const LONGEST_ADDRESS = 500

function keyOf(event: H3Event): string | null {
  const { pathname, href } = getRequestURL(event)
  const kept = event.method === 'GET' && /^\/arcade(\/|$)/.test(pathname) && href.length <= LONGEST_ADDRESS
  return kept && isAnybody(event) ? `${games.changes()} ${href}` : null
}

/** Pages that are being rendered: who asks for one meanwhile waits for it instead of having it rendered again. */
const rendering = new Map<string, Promise<Page | null>>()
const renderers = new WeakMap<H3Event, { key: string; done: (page: Page | null) => void }>()

/** The page for this request, where it was rendered before; null for the one who has it rendered. */
export async function knownPage(event: H3Event): Promise<Page | null> {
  const key = keyOf(event)
  if (key === null) return null
  const known = pages.get(key) ?? (await rendering.get(key))
  if (known) return known
  const coming = new Promise<Page | null>((done) => renderers.set(event, { key, done }))
  rendering.set(key, coming)
  void coming.then(() => rendering.get(key) === coming && rendering.delete(key))
  // However the answer ends: nobody waits for a page that is not coming.
  event.node.res.once('close', () => renderers.get(event)?.done(null))
  return null
}

/** Keeps a page that was rendered, unless a game changed meanwhile. */
export function keepPage(
  event: H3Event,
  { body, headers }: { body?: unknown; headers?: Record<string, string> },
): void {
  const mine = renderers.get(event)
  if (mine === undefined || mine.key !== keyOf(event) || typeof body !== 'string') return
  const set = Object.entries({ ...getResponseHeaders(event), ...headers })
  if (set.some(([name]) => name.toLowerCase() === 'set-cookie')) return
  const page = { body, headers: Object.fromEntries(set.map(([name, value]) => [name, String(value)])) }
  pages.set(mine.key, page)
  mine.done(page)
}

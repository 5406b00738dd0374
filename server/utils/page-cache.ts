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

/** The page for this request, where it was rendered before; else it is noted under which state it is rendered now. */
export function knownPage(event: H3Event): Page | null {
  const key = keyOf(event)
  event.context['pageKey'] = key
  return key === null ? null : (pages.get(key) ?? null)
}

/** Keeps a page that was rendered, unless a game changed meanwhile. */
export function keepPage(
  event: H3Event,
  { body, headers }: { body?: unknown; headers?: Record<string, string> },
): void {
  const key: unknown = event.context['pageKey']
  if (typeof key !== 'string' || key !== keyOf(event) || typeof body !== 'string') return
  const set = Object.entries({ ...getResponseHeaders(event), ...headers })
  if (set.some(([name]) => name.toLowerCase() === 'set-cookie')) return
  pages.set(key, { body, headers: Object.fromEntries(set.map(([name, value]) => [name, String(value)])) })
}

import { getRequestIP, setResponseHeader, type H3Event } from 'h3'
import { RateLimiterMemory } from 'rate-limiter-flexible'
import { refuse } from './problem'

/** Requests of one address, by what they do: how many in how many seconds. */
const LIMITS = {
  /** New keys: one browser needs one. */
  keys: [20, 3600],
  /** Asking whether a title is taken, while somebody types. */
  titles: [120, 60],
  postings: [30, 600],
  scores: [30, 60],
  plays: [120, 60],
  reports: [5, 600],
  emails: [5, 600],
  invites: [30, 600],
  webdav: [10, 600],
} as const satisfies Record<string, readonly [number, number]>
export type Limited = keyof typeof LIMITS

const limiters = new Map<Limited, RateLimiterMemory>()

function limiterOf(what: Limited): RateLimiterMemory {
  const known = limiters.get(what)
  if (known !== undefined) return known
  const [points, duration] = LIMITS[what]
  const scale = Math.max(1, Number(useRuntimeConfig().rateScale) || 1)
  const made = new RateLimiterMemory({ points: points * scale, duration, keyPrefix: what })
  limiters.set(what, made)
  return made
}

/** The address a request came from; a proxy is believed only where the keeper says there is one. */
const addressOf = (event: H3Event): string =>
  getRequestIP(event, { xForwardedFor: useRuntimeConfig().behindProxy === true }) ?? 'unknown'

/** Counts one request; throws a refusal (429, with Retry-After) when there were too many. */
export async function limit(event: H3Event, what: Limited, who = addressOf(event)): Promise<void> {
  try {
    await limiterOf(what).consume(who)
  } catch (error) {
    const wait = Math.ceil(((error as { msBeforeNext?: number }).msBeforeNext ?? 1000) / 1000)
    setResponseHeader(event, 'retry-after', wait)
    throw refuse.often(wait)
  }
}

import { getRequestHeader, setResponseHeader, type H3Event } from 'h3'
import ipaddr from 'ipaddr.js'
import { RateLimiterMemory, RateLimiterPostgres, type RateLimiterAbstract } from 'rate-limiter-flexible'
import { trustedHops } from './origins'
import { refuse } from './problem'
import { arcade } from './store'

/** Requests of one address, by what they do: how many in how many seconds. */
const LIMITS = {
  /** New keys: one browser needs one. */
  keys: [20, 3600],
  /** Asking whether a title is taken, while somebody types. */
  titles: [120, 60],
  uploads: [60, 600],
  postings: [30, 600],
  scores: [30, 60],
  plays: [120, 60],
  reports: [5, 600],
  emails: [5, 600],
  invites: [30, 600],
  webdav: [10, 600],
  /** Starts of games on the bench that came as folders, and files of theirs. */
  stages: [1200, 60],
  stageFiles: [20_000, 60],
  /** Postcodes that lead to nothing: a person mistypes a few. */
  misses: [30, 600],
} as const satisfies Record<string, readonly [number, number]>
export type Limited = keyof typeof LIMITS

let limiters: Promise<Map<Limited, RateLimiterAbstract>> | null = null

/** One count for each kind; with PostgreSQL all servers share it. */
async function makeLimiters(): Promise<Map<Limited, RateLimiterAbstract>> {
  const { pool, settings } = await arcade()
  const made = new Map<Limited, RateLimiterAbstract>()
  for (const [what, [points, duration]] of Object.entries(LIMITS) as [Limited, readonly [number, number]][]) {
    const options = { points: points * Math.max(1, settings.rateScale), duration, keyPrefix: what }
    if (pool === null) made.set(what, new RateLimiterMemory(options))
    else
      made.set(
        what,
        await new Promise<RateLimiterPostgres>((ready, failed) => {
          const limiter: RateLimiterPostgres = new RateLimiterPostgres(
            { ...options, storeClient: pool, tableName: 'limits', insuranceLimiter: new RateLimiterMemory(options) },
            (error) => (error === undefined || error === null ? ready(limiter) : failed(error)),
          )
        }),
      )
  }
  return made
}

/** An address as it is counted: of IPv6 the network a household or a company gets, since it has all of it (RFC 6177). */
export function countedAddress(address: string): string {
  try {
    const read = ipaddr.process(address)
    if (read.kind() === 'ipv4') return read.toString()
    return `${read
      .toByteArray()
      .slice(0, 8)
      .map((byte) => byte.toString(16))
      .join('.')}/64`
  } catch {
    return 'unknown'
  }
}

/**
 * The address a request came from. Of what proxies write down (`X-Forwarded-For`) only as many entries are believed,
 * from the right, as the keeper says there are proxies.
 */
export function addressOf(event: H3Event): string {
  const hops = trustedHops()
  const direct = event.node.req.socket.remoteAddress ?? 'unknown'
  if (hops === 0) return countedAddress(direct)
  const told = (getRequestHeader(event, 'x-forwarded-for') ?? '')
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean)
  return countedAddress(told.at(-hops) ?? told[0] ?? direct)
}

/** Counts one request; throws a refusal (429, with Retry-After) when there were too many. */
export async function limit(event: H3Event, what: Limited, who = addressOf(event)): Promise<void> {
  limiters ??= makeLimiters()
  const limiter = (await limiters).get(what)!
  try {
    await limiter.consume(who)
  } catch (error) {
    if (error instanceof Error) throw error
    tooOften(event, (error as { msBeforeNext?: number }).msBeforeNext)
  }
}

function tooOften(event: H3Event, ms = 1000): never {
  const wait = Math.ceil(ms / 1000)
  setResponseHeader(event, 'retry-after', wait)
  throw refuse.often(wait)
}

/** `miss` counts an address that led to nothing; `look` refuses whoever had too many of those. */
export async function limitMisses(event: H3Event, act: 'look' | 'miss'): Promise<void> {
  limiters ??= makeLimiters()
  const limiter = (await limiters).get('misses')!
  const who = addressOf(event)
  if (act === 'miss') return void (await limiter.consume(who).catch(() => undefined))
  const state = await limiter.get(who)
  if (state !== null && state.consumedPoints > limiter.points) tooOften(event, state.msBeforeNext)
}

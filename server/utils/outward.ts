import { lookup as resolveName } from 'node:dns/promises'
import ipaddr from 'ipaddr.js'
import { Agent, fetch as send, type RequestInit, type Response } from 'undici'
import { refuse } from './problem'

/** Only these may be spoken to: origins the keeper of this server wrote down (NUXT_WEBDAV_HOSTS). */
export function allowedOrigins(): string[] {
  return String(useRuntimeConfig().webdavHosts ?? '')
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean)
    .flatMap((one) => {
      try {
        return [new URL(one).origin]
      } catch {
        return []
      }
    })
}

/** Not this machine, its network, or any other range that no public host has. */
export function isPublicAddress(address: string): boolean {
  try {
    return ipaddr.process(address).range() === 'unicast'
  } catch {
    return false
  }
}

const bare = (host: string): string => host.replace(/^\[|\]$/g, '')

/**
 * The one address a request to this host may go to. A name must resolve to public addresses only; an address itself is
 * taken as the keeper wrote it, so that a host in the own network can be allowed by its number. Throws a refusal.
 */
export async function safeAddress(url: URL, resolve = resolveName): Promise<{ address: string; family: number }> {
  const host = bare(url.hostname)
  if (ipaddr.isValid(host)) return { address: host, family: ipaddr.parse(host).kind() === 'ipv6' ? 6 : 4 }
  const found = await resolve(host, { all: true }).catch(() => [])
  if (found.length === 0) throw refuse.shape(`The host “${host}” cannot be found. Read the address again.`)
  if (found.some(({ address }) => !isPublicAddress(address)))
    throw refuse.shape(`The host “${host}” leads into a private network, so nothing is sent there.`)
  return found[0]!
}

const LONGEST_MS = 30_000

/**
 * A request to an address a user gave. It leaves only for an origin on the keeper's list, to the very address that was
 * looked at (so that a second look-up cannot lead elsewhere), and follows no redirect.
 */
export async function sendOutward(address: string, init: RequestInit, resolve = resolveName): Promise<Response> {
  let url: URL
  try {
    url = new URL(address)
  } catch {
    throw refuse.shape('This is not an address. It begins with https://.')
  }
  if (!allowedOrigins().includes(url.origin))
    throw refuse.shape(`This server does not send to ${url.origin}. Its keeper can allow that (NUXT_WEBDAV_HOSTS).`)
  const pinned = await safeAddress(url, resolve)
  const dispatcher = new Agent({
    connect: {
      lookup: (_host, options, callback) =>
        options.all === true ? callback(null, [pinned]) : callback(null, pinned.address, pinned.family),
    },
    headersTimeout: LONGEST_MS,
    bodyTimeout: LONGEST_MS,
  })
  try {
    const answer = await send(url, { ...init, dispatcher, redirect: 'manual', signal: AbortSignal.timeout(LONGEST_MS) })
    if (answer.status >= 300 && answer.status < 400)
      throw refuse.shape(
        `The host answered with another address (${answer.status}); requests are not led on. Use that address itself.`,
      )
    return answer
  } finally {
    void dispatcher.close()
  }
}

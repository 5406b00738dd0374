import { getRequestHeader, getRequestProtocol, type H3Event } from 'h3'
import ipaddr from 'ipaddr.js'

const bare = (host: string): string => host.replace(/^\[|\]$/g, '')

/** Names and addresses that lead to nobody else's machine: there a request's own word on where it went is taken. */
function isNear(hostname: string): boolean {
  const host = bare(hostname)
  if (host === 'localhost' || host.endsWith('.localhost') || /^[a-z0-9-]+(\.local)?$/.test(host)) return true
  return ipaddr.isValid(host) && ipaddr.process(host).range() !== 'unicast'
}

const own = (setting: unknown): string => {
  try {
    return new URL(String(setting ?? '')).origin
  } catch {
    return ''
  }
}

const mainPort = (): number => Number(process.env['PORT'] || process.env['NITRO_PORT'] || 3000)

/** The port games are served on: their own, so that they are another origin than the arcade. */
export const gamesPort = (): number => {
  const { gamesPort: set } = useRuntimeConfig()
  return Number(set) || mainPort() + 1
}

/** Where a request says it went, as far as that can be believed. */
function asked(event: H3Event): URL | null {
  const hops = trustedHops()
  const host =
    (hops > 0 ? getRequestHeader(event, 'x-forwarded-host') : undefined) ?? getRequestHeader(event, 'host') ?? ''
  try {
    const url = new URL(`${getRequestProtocol(event, { xForwardedProto: hops > 0 })}://${host}`)
    if (!isNear(url.hostname)) return null
    // A request for a game went to the games' port.
    if (event.node.req.socket.localPort === gamesPort()) url.port = String(mainPort())
    return url
  } catch {
    return null
  }
}

/** How many proxies in front are believed; NUXT_BEHIND_PROXY is one of them. */
export const trustedHops = (): number => {
  const { trustedHops: hops, behindProxy } = useRuntimeConfig()
  return Math.max(0, Math.floor(Number(hops) || 0)) || (String(behindProxy) === 'true' ? 1 : 0)
}

/**
 * The arcade's own origin, for links that leave it: the keeper's setting (NUXT_PUBLIC_ORIGIN); without one, the address
 * that was asked, where that is this machine or its own network.
 */
export function publicOrigin(event: H3Event): string {
  return own(useRuntimeConfig().publicOrigin) || asked(event)?.origin || `http://localhost:${mainPort()}`
}

/** The origin games are served from (NUXT_GAMES_ORIGIN); without a setting, the same host's second port. */
export function gamesOrigin(event: H3Event): string {
  const set = own(useRuntimeConfig().gamesOrigin)
  if (set !== '') return set
  const url = new URL(asked(event)?.origin ?? publicOrigin(event))
  url.port = String(gamesPort())
  return url.origin
}

/** Whether a request came to the games' origin. */
export function isForGames(event: H3Event): boolean {
  if (event.node.req.socket.localPort === gamesPort()) return true
  const set = own(useRuntimeConfig().gamesOrigin)
  return set !== '' && new URL(set).host === (getRequestHeader(event, 'host') ?? '')
}

export const isSecure = (event: H3Event): boolean => publicOrigin(event).startsWith('https:')

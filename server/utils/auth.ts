import { getCookie, getHeader, setCookie, type H3Event } from 'h3'
import { refuse } from './problem'
import type { GameRecord } from './records'
import { arcade, hashKey, sameText } from './store'

const COOKIE = 'pack-post-maker'
const KEY = /^[A-Za-z0-9_-]{43}$/

async function known(key: string | undefined): Promise<string | null> {
  if (key === undefined || !KEY.test(key)) return null
  const hash = hashKey(key)
  return (await (await arcade()).storage.hasItem(`keys:${hash}`)) ? hash : null
}

/** Who asks, by the key in the header; anything that changes something needs this. Returns the key's hash. */
export async function requireMaker(authorization: string | null | undefined): Promise<string> {
  const key = /^Bearer (\S+)$/.exec(authorization ?? '')?.[1]
  if (key === undefined) throw refuse.noKey()
  const maker = await known(key)
  if (maker === null) throw refuse.wrongKey()
  return maker
}

export const makerOf = (event: H3Event): Promise<string> => requireMaker(getHeader(event, 'authorization'))

/** Who looks, by cookie: pages and event streams cannot send headers. Null for everybody else. */
export const visitorOf = async (event: H3Event): Promise<string | null> => known(getCookie(event, COOKIE))

/** SameSite=Strict: games run in an opaque origin, so their requests never carry it. */
export function rememberMaker(event: H3Event, key: string): void {
  setCookie(event, COOKIE, key, { httpOnly: true, sameSite: 'strict', path: '/', maxAge: 60 * 60 * 24 * 400 })
}

export const owns = (game: GameRecord, who: string | null): boolean => who !== null && sameText(game.owner, who)

export function maySee(game: GameRecord, who: string | null): boolean {
  return owns(game, who) || game.visibility === 'public' || game.visibility === 'unlisted'
}

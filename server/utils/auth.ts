import { readPostcode } from '@core/posting/postcode'
import { getCookie, getHeader, getRouterParam, setCookie, type H3Event } from 'h3'
import { refuse } from './problem'
import type { GameRecord } from './records'
import { arcade, gameByPostcode, hashKey, readGame, sameText } from './store'

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
const makerByCookie = async (event: H3Event): Promise<string | null> => known(getCookie(event, COOKIE))

/** SameSite=Strict: games run in an opaque origin, so their requests never carry it. */
export function rememberMaker(event: H3Event, key: string): void {
  setCookie(event, COOKIE, key, { httpOnly: true, sameSite: 'strict', path: '/', maxAge: 60 * 60 * 24 * 400 })
}

export const owns = (game: GameRecord, who: string | null): boolean => who !== null && sameText(game.owner, who)

const INVITES = 'pack-post-invites'
/** Keys of invites this browser opened: hashes of them tell which games it may see. */
const MOST_INVITES = 20

export interface Visitor {
  /** Hash of the key this browser has, if it has one. */
  keyHash: string | null
  invites: readonly string[]
}

export async function visitorOf(event: H3Event): Promise<Visitor> {
  return { keyHash: await makerByCookie(event), invites: inviteKeys(event).map(hashKey) }
}

/** Sent neither a maker's key nor invites: sees just what everybody sees. */
export const isAnybody = (event: H3Event): boolean =>
  getCookie(event, COOKIE) === undefined && getCookie(event, INVITES) === undefined

const inviteKeys = (event: H3Event): string[] =>
  (getCookie(event, INVITES) ?? '').split('.').filter((key) => KEY.test(key))

/** Lax, so that a link in a message works at once; games in their frames never carry it. */
export function rememberInvite(event: H3Event, key: string): void {
  const keys = [key, ...inviteKeys(event).filter((one) => one !== key)].slice(0, MOST_INVITES)
  setCookie(event, INVITES, keys.join('.'), { httpOnly: true, sameSite: 'lax', path: '/', maxAge: 60 * 60 * 24 * 365 })
}

export const NOBODY: Visitor = { keyHash: null, invites: [] }

export function maySee(game: GameRecord, { keyHash, invites }: Visitor): boolean {
  if (owns(game, keyHash) || game.visibility === 'public' || game.visibility === 'unlisted') return true
  return (
    game.visibility === 'invited' && game.invites.some((invite) => invites.some((key) => sameText(invite.hash, key)))
  )
}

const ID = /^game-[a-z0-9-]{1,60}$/

/** The game of an address, by postcode or id, for those who may see it. */
export async function seenGame(event: H3Event): Promise<{ game: GameRecord; visitor: Visitor }> {
  const name = getRouterParam(event, 'game') ?? ''
  const postcode = readPostcode(name)
  const game = ID.test(name) ? await readGame(name) : postcode === null ? null : await gameByPostcode(postcode)
  const visitor = await visitorOf(event)
  if (game === null || !maySee(game, visitor)) throw refuse.missing('This game')
  return { game, visitor }
}

/** The game of an address, for its maker only. */
export async function ownGame(event: H3Event): Promise<GameRecord> {
  const keyHash = await makerOf(event)
  const game = await readGame(getRouterParam(event, 'game') ?? '')
  if (game === null) throw refuse.missing('This game')
  if (!owns(game, keyHash)) throw refuse.wrongKey()
  return game
}

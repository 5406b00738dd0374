import { readLinkStep } from '@core/posting/postcode'
import { deleteCookie, getCookie, getHeader, getRouterParam, setCookie, type H3Event } from 'h3'
import { isInvited, readGame } from '../arcade/games'
import { endSession, hashKey, makerOfKey, makerOfSession, newSession, sameText, SESSION_MS } from '../arcade/makers'
import type { GameRecord } from '../arcade/records'
import { limitMisses } from './limits'
import { isSecure } from './origins'
import { refuse } from './problem'
import { arcade, recentByPostcode, recentGame } from './store'

const KEY = /^[A-Za-z0-9_-]{43}$/
const SESSION = 'pack-post-session'
const INVITES = 'pack-post-invites'

/** Over https a cookie is this host's alone and goes over https alone (`__Host-`, RFC 6265bis). */
const cookieName = (event: H3Event, name: string): string => (isSecure(event) ? `__Host-${name}` : name)
const keyIn = (authorization: string | null | undefined): string | undefined =>
  /^Bearer (\S+)$/.exec(authorization ?? '')?.[1]

/** Who asks, by the key in the header; anything that changes something needs this. Returns the maker's id. */
export async function requireMaker(authorization: string | null | undefined): Promise<string> {
  const key = keyIn(authorization)
  if (key === undefined) throw refuse.noKey()
  const maker = KEY.test(key) ? await makerOfKey((await arcade()).db, hashKey(key)) : null
  if (maker === null) throw refuse.wrongKey()
  if (maker.banned) throw refuse.banned()
  return maker.id
}

export const makerOf = (event: H3Event): Promise<string> => requireMaker(getHeader(event, 'authorization'))

/** Who looks, by cookie: pages and event streams cannot send headers. Null for everybody else. */
async function makerByCookie(event: H3Event): Promise<string | null> {
  const session = getCookie(event, cookieName(event, SESSION))
  return session === undefined || !KEY.test(session) ? null : makerOfSession((await arcade()).db, session)
}

/** SameSite=Strict: games run in an opaque origin, so their requests never carry it. */
export async function rememberMaker(event: H3Event, maker: string, key: string): Promise<void> {
  const { db } = await arcade()
  const name = cookieName(event, SESSION)
  const before = getCookie(event, name)
  if (before !== undefined && (await makerOfSession(db, before)) === maker) return
  if (before !== undefined) await endSession(db, before)
  const session = await newSession(db, maker, hashKey(key))
  const most = Math.floor(SESSION_MS / 1000)
  setCookie(event, name, session, {
    httpOnly: true,
    sameSite: 'strict',
    secure: isSecure(event),
    path: '/',
    maxAge: most,
  })
}

/** The session of this request's key: made with the key that the header carries. */
export async function rememberByKey(event: H3Event): Promise<string> {
  const maker = await makerOf(event)
  await rememberMaker(event, maker, keyIn(getHeader(event, 'authorization'))!)
  return maker
}

export const owns = (who: string | null, game: Pick<GameRecord, 'owner'>): boolean =>
  who !== null && sameText(game.owner, who)

/** Keys of invites this browser opened: hashes of them tell which games it may see. */
const MOST_INVITES = 20

export interface Visitor {
  /** The maker whose browser this is, if it is one's. */
  maker: string | null
  invites: readonly string[]
}

export async function visitorOf(event: H3Event): Promise<Visitor> {
  return { maker: await makerByCookie(event), invites: inviteKeys(event).map(hashKey) }
}

/** Sent neither a maker's session nor invites: sees just what everybody sees. */
export const isAnybody = (event: H3Event): boolean =>
  getCookie(event, cookieName(event, SESSION)) === undefined &&
  getCookie(event, cookieName(event, INVITES)) === undefined

const inviteKeys = (event: H3Event): string[] =>
  (getCookie(event, cookieName(event, INVITES)) ?? '').split('.').filter((key) => KEY.test(key))

/** Lax, so that a link in a message works at once; games in their frames never carry it. */
export function rememberInvite(event: H3Event, key: string): void {
  const keys = [key, ...inviteKeys(event).filter((one) => one !== key)].slice(0, MOST_INVITES)
  setCookie(event, cookieName(event, INVITES), keys.join('.'), {
    ...{ httpOnly: true, sameSite: 'lax', secure: isSecure(event), path: '/', maxAge: 60 * 60 * 24 * 365 },
  })
}

export const NOBODY: Visitor = { maker: null, invites: [] }

export async function maySee(game: GameRecord, { maker, invites }: Visitor): Promise<boolean> {
  if (owns(maker, game)) return true
  if (game.hidden) return false
  if (game.visibility === 'public' || game.visibility === 'unlisted') return true
  return game.visibility === 'invited' && isInvited((await arcade()).db, game.id, invites)
}

const ID = /^game-[a-z0-9-]{1,60}$/

/**
 * The game of an address, by postcode, link or id, for those who may see it. Addresses that lead to nothing are
 * counted, so that nobody finds unlisted games by trying; a link with its token is never counted against anybody.
 */
export async function seenGame(event: H3Event): Promise<{ game: GameRecord; visitor: Visitor }> {
  const name = getRouterParam(event, 'game', { decode: true }) ?? ''
  const step = readLinkStep(name)
  const game = ID.test(name) ? await recentGame(name) : step === null ? null : await recentByPostcode(step.postcode)
  const visitor = await visitorOf(event)
  const given = game !== null && typeof step?.token === 'string' && sameText(step.token, game.token)
  if (game !== null && (given || game.visibility === 'public' || owns(visitor.maker, game))) {
    if (await maySee(game, visitor)) return { game, visitor }
  } else await limitMisses(event, 'look')
  if (game === null || !(await maySee(game, visitor))) {
    await limitMisses(event, 'miss')
    throw refuse.missing('This game')
  }
  return { game, visitor }
}

/** The game of an address, for its maker only. */
export async function ownGame(event: H3Event): Promise<GameRecord> {
  const maker = await makerOf(event)
  const game = await readGame((await arcade()).db, getRouterParam(event, 'game') ?? '')
  if (game === null) throw refuse.missing('This game')
  if (!owns(maker, game)) throw refuse.notYours()
  return game
}

/** Ends the session of the browser that asks. */
export async function endOwnSession(event: H3Event): Promise<void> {
  const session = getCookie(event, cookieName(event, SESSION))
  if (session !== undefined) await endSession((await arcade()).db, session)
  deleteCookie(event, cookieName(event, SESSION), { path: '/' })
}

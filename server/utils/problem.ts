import { UserError } from '@core/errors'
import type { Problem } from '@core/posting/protocol'
import { faultOf, log } from './log'
import {
  defineEventHandler,
  getRequestHeader,
  setResponseHeader,
  setResponseStatus,
  type EventHandlerRequest,
  type H3Event,
} from 'h3'

/** An answer that says no, as RFC 9457 problem details. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly slug: string,
    readonly title: string,
    detail: string,
  ) {
    super(detail)
  }
}

export const refuse = {
  noKey: () =>
    new Refusal(
      401,
      'no-key',
      'No key',
      'This needs the key of the maker. Open Pack Post in the browser the game was posted from.',
    ),
  wrongKey: () => new Refusal(403, 'wrong-key', 'Wrong key', 'This key is not known here.'),
  notYours: () => new Refusal(403, 'not-yours', 'Not yours', 'This game belongs to another key than this browser’s.'),
  banned: () =>
    new Refusal(
      403,
      'banned',
      'Shut out',
      'The keeper of this arcade has shut this key out. The mail says why; write to them if that is a mistake.',
    ),
  busy: (detail: string) => new Refusal(503, 'busy', 'Busy', detail),
  missing: (what: string) => new Refusal(404, 'missing', 'Not here', `${what} is not here, or you may not see it.`),
  shape: (detail: string) => new Refusal(400, 'shape', 'Not understood', detail),
  type: (detail: string) => new Refusal(415, 'type', 'Wrong type', detail),
  large: (most: number) =>
    new Refusal(
      413,
      'too-large',
      'Too large',
      most < 1e6
        ? `This is too long: ${most} bytes at most.`
        : `A parcel may have ${Math.round(most / 1e6)} MB at most. Make pictures and sounds smaller and send it again.`,
    ),
  often: (seconds: number) =>
    new Refusal(429, 'too-often', 'Too often', `That was too often in a short time. Try again in ${seconds} seconds.`),
  conflict: (detail: string) => new Refusal(409, 'conflict', 'Not now', detail),
  full: () =>
    new Refusal(507, 'disk-full', 'No room', 'The arcade has no room left. Nothing was posted; try again later.'),
}

export function asProblem(error: unknown): Problem {
  const make = (status: number, slug: string, title: string, detail: string): Problem => ({
    type: `urn:pack-post:${slug}`,
    title,
    status,
    detail,
  })
  if (error instanceof Refusal) return make(error.status, error.slug, error.title, error.message)
  if (error instanceof UserError) return make(422, error.code, 'Cannot be taken', error.message)
  const { code } = (error ?? {}) as { code?: string }
  if (code === 'ENOSPC' || code === 'SQLITE_FULL' || code === '53100') return asProblem(refuse.full())
  return make(500, 'fault', 'A fault of ours', 'Something went wrong in the arcade. Nothing was changed; try again.')
}

/** Before a byte of a body is read: refuses one that says it is too long, or does not say how long it is. */
export function limitBody(event: H3Event, most: number): void {
  if (most === Number.POSITIVE_INFINITY) return
  const said = getRequestHeader(event, 'content-length')
  if (said === undefined && getRequestHeader(event, 'transfer-encoding') === undefined) return
  const length = Number(said ?? Number.NaN)
  if (!Number.isFinite(length) || length > most) throw refuse.large(most)
}

/** More than any of the arcade's questions needs; parcels come by the upload server, which counts for itself. */
const USUAL_BODY = 64_000

/**
 * A handler whose failures are told as problem details, and whose body has `most` bytes at most. Faults of ours are
 * logged, without what was sent.
 */
export const defineApi = <T>(handler: (event: H3Event<EventHandlerRequest>) => T | Promise<T>, most = USUAL_BODY) =>
  defineEventHandler(async (event) => {
    try {
      limitBody(event, most)
      // Answers are for who asked, unless a handler says otherwise.
      setResponseHeader(event, 'cache-control', 'no-store')
      return await handler(event)
    } catch (error) {
      const problem = asProblem(error)
      if (problem.status === 500) log.error({ path: event.path.split('?')[0], ...faultOf(error) }, 'a fault')
      setResponseStatus(event, problem.status)
      setResponseHeader(event, 'content-type', 'application/problem+json')
      return JSON.stringify(problem)
    }
  })

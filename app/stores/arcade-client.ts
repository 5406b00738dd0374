import { KeyAnswer, Problem } from '@core/posting/protocol'
import type * as z from 'zod'
import { keepKey, oldKeys, readKey } from '../storage/keys'

/** Requests to the arcade this application came from, with this browser's key there. */

/** The one answer that says something about a key. */
const WRONG_KEY = 'urn:pack-post:wrong-key'
const NO_KEY =
  'The arcade does not know this browser. Open Pack Post in the browser the game was posted from, or take its key file in.'

export async function read<T>(answer: Response, schema: z.ZodType<T>): Promise<T> {
  const body: unknown = await answer.json().catch(() => null)
  if (answer.ok) return schema.parse(body)
  const problem = Problem.safeParse(body)
  throw new Error(
    problem.success ? problem.data.detail : 'The arcade did not answer as expected. Try again in a moment.',
  )
}

export async function call<T>(path: string, schema: z.ZodType<T>, init: RequestInit = {}): Promise<T> {
  const key = await knownKey()
  if (key === null) throw new Error(NO_KEY)
  const answer = await fetch(path, {
    ...init,
    headers: { 'content-type': 'application/json', authorization: `Bearer ${key}`, ...init.headers },
  })
  return read(answer, schema)
}

/** Whether the arcade knows a key. Only its own word counts: whatever else answers says nothing about the key. */
export async function isKnown(key: string): Promise<boolean> {
  const answer = await fetch('/api/arcade/session', { method: 'POST', headers: { authorization: `Bearer ${key}` } })
  if (answer.ok) return true
  const problem = Problem.safeParse(await answer.json().catch(() => null))
  if (problem.success && problem.data.type === WRONG_KEY) return false
  throw new Error('The arcade did not answer. Try again in a moment.')
}

/** This browser's key at this arcade, or one it had before that the arcade still knows; null when there is none. */
async function knownKey(): Promise<string | null> {
  const host = window.location.origin
  const key = await readKey(host)
  if (key === null) return null
  if (await isKnown(key)) return key
  for (const { key: old } of await oldKeys(host))
    if (await isKnown(old)) {
      await keepKey(host, old)
      return old
    }
  return null
}

/** As above; made where there is none. What was there before is put aside: its games may come back. */
export async function ownKey(): Promise<string> {
  const known = await knownKey()
  if (known !== null) return known
  const { key } = await read(await fetch('/api/arcade/keys', { method: 'POST' }), KeyAnswer)
  await keepKey(window.location.origin, key)
  return key
}

export function jsonOrNull(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}

import * as z from 'zod'
import { PackRow } from './db'

/** `saving`: a save was on its way, so that the stored row may be one further on by now. */
const LeftBehind = z.object({ row: PackRow, saving: z.boolean() })
const keyOf = (id: string): string => `pack-post:left:${id}`

/** Puts a row away at once, without waiting for anything. */
export function leaveBehind(row: PackRow, saving: boolean): void {
  try {
    localStorage.setItem(keyOf(row.id), JSON.stringify({ row, saving }))
  } catch {
    // Too large for this store, or none there: then the last third of a second is lost, and no more.
  }
}

/** What was left for the row of that revision, once; null when there is nothing, or it belongs to an older one. */
export function takeLeftBehind(id: string, rev: number): PackRow | null {
  const text = localStorage.getItem(keyOf(id))
  if (text === null) return null
  localStorage.removeItem(keyOf(id))
  try {
    const { row, saving } = LeftBehind.parse(JSON.parse(text))
    return row.id === id && (row.rev === rev || (saving && row.rev + 1 === rev)) ? row : null
  } catch {
    return null
  }
}

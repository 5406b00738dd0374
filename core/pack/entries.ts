import { PartId } from '../kinds/values'
import type { CastContent, CastEntry } from '../kinds/cast'

/** "art/old_boot-2.png" → "Old boot 2". */
export function plainName(file: string): string {
  const words = file
    .replace(/^.*[/\\]/, '')
    .replace(/\.[a-z0-9]{2,5}$/i, '')
    .replace(/[_-]+/g, ' ')
    .trim()
  return (words.charAt(0).toUpperCase() + words.slice(1)).slice(0, 60) || 'Thing'
}

/** An id that no entry has yet: `boot`, `boot-2`, `boot-3`. */
export function freeEntryId(cast: CastContent, wish: string): string {
  const word =
    wish
      .toLowerCase()
      .normalize('NFKD')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^[^a-z]+|-+$/g, '')
      .slice(0, 30) || 'thing'
  const taken = new Set(cast.entries.map((entry) => entry.id))
  let id = word
  for (let n = 2; taken.has(id); n++) id = `${word}-${n}`
  return PartId.parse(id)
}

/** The same cast with an entry more, at the end or at a place; its id is made free. */
export function withEntry(cast: CastContent, entry: CastEntry, at = cast.entries.length): CastContent {
  const entries = [...cast.entries]
  entries.splice(at, 0, { ...entry, id: freeEntryId(cast, entry.id) })
  return { ...cast, entries }
}

export const withoutEntry = (cast: CastContent, id: string): CastContent => ({
  ...cast,
  entries: cast.entries.filter((entry) => entry.id !== id),
})

export const changedEntry = (cast: CastContent, id: string, change: Partial<Omit<CastEntry, 'id'>>): CastContent => ({
  ...cast,
  entries: cast.entries.map((entry) => (entry.id === id ? { ...entry, ...change } : entry)),
})

/** With a twin behind it. */
export function doubledEntry(cast: CastContent, id: string): CastContent {
  const at = cast.entries.findIndex((entry) => entry.id === id)
  const entry = cast.entries[at]
  return entry === undefined ? cast : withEntry(cast, { ...entry, name: `${entry.name} copy` }, at + 1)
}

/** With it in another place, held within the list. */
export function movedEntry(cast: CastContent, id: string, to: number): CastContent {
  const entry = cast.entries.find((one) => one.id === id)
  if (entry === undefined) return cast
  const entries = cast.entries.filter((one) => one !== entry)
  entries.splice(Math.max(0, Math.min(entries.length, to)), 0, entry)
  return { ...cast, entries }
}

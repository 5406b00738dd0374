import { BANDS, CATEGORIES, DEVICES } from '../label/names'

/** Names of the arcade's list, apart from its schema: a page that only asks fetches no more. */
export const SORTS = ['new', 'title', 'short-load'] as const
export const SORT_NAMES: Record<(typeof SORTS)[number], string> = {
  new: 'Newest first',
  title: 'By title',
  'short-load': 'Quickest to load',
}

const CHOICES: Readonly<Record<string, readonly string[]>> = {
  band: BANDS,
  device: DEVICES,
  category: CATEGORIES,
  sort: SORTS,
}
const TEXTS: Readonly<Record<string, number>> = { q: 120, tag: 60, after: 400 }
export type ListWish = Partial<Record<'q' | 'tag' | 'after' | 'band' | 'device' | 'category' | 'sort', string>>

/** What an address asks of the list, without what makes no sense there; the arcade reads it by its schema. */
export function listWish(query: Readonly<Record<string, unknown>>): ListWish {
  const sensible = ([name, value]: [string, unknown]): boolean =>
    typeof value === 'string' &&
    value !== '' &&
    (CHOICES[name]?.includes(value) === true || (TEXTS[name] !== undefined && value.length <= TEXTS[name]))
  return Object.fromEntries(Object.entries(query).filter(sensible)) as ListWish
}

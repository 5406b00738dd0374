import { BANDS, CATEGORIES, DEVICES } from '../label/names'

/** Names of the arcade's list, apart from its schema: a page that only asks fetches no more. */
export const SORTS = ['new', 'title', 'short-load'] as const
export const SORT_NAMES: Record<(typeof SORTS)[number], string> = {
  new: 'Newest first',
  title: 'By title',
  'short-load': 'Quickest to load',
}

const CHOICES = { band: BANDS, device: DEVICES, category: CATEGORIES, sort: SORTS } as const
/** Characters of what is typed, at most. */
export const TEXTS = { q: 120, tag: 60, after: 400 } as const
export type ListWish = Partial<Record<keyof typeof CHOICES | keyof typeof TEXTS, string>>

/** What an address asks of the list, without what makes no sense there; the arcade reads it by its schema. */
export function listWish(query: Readonly<Record<string, unknown>>): ListWish {
  const wish: ListWish = {}
  const take = (name: keyof ListWish, makesSense: (value: string) => boolean): void => {
    const value = query[name]
    if (typeof value === 'string' && value !== '' && makesSense(value)) wish[name] = value
  }
  for (const [name, values] of Object.entries(CHOICES))
    take(name as keyof typeof CHOICES, (value) => values.some((one) => one === value))
  for (const [name, most] of Object.entries(TEXTS)) take(name as keyof typeof TEXTS, ({ length }) => length <= most)
  return wish
}

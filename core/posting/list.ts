import * as z from 'zod'
import { BANDS, bandRank, PLACES } from '../label/age-guide'
import { tidyTag } from '../label/tags'
import { CATEGORIES, DEVICES } from '../label/label'
import type { GameView } from './protocol'

export const SORTS = ['new', 'title', 'short-load'] as const
export const SORT_NAMES: Record<(typeof SORTS)[number], string> = {
  new: 'Newest first',
  title: 'By title',
  'short-load': 'Quickest to load',
}

const choice = <T extends readonly [string, ...string[]]>(values: T) => z.enum(values).or(z.literal('')).optional()

/** How the arcade's list is asked for; the same words stand in its address. */
export const ListQuery = z.object({
  q: z.string().max(120).optional(),
  tag: z.string().max(60).optional(),
  /** Games up to this band. Without it the list is the front list, which stops where the table of places says. */
  band: choice(BANDS),
  device: choice(DEVICES),
  category: choice(CATEGORIES),
  sort: choice(SORTS),
})
export type ListQuery = z.infer<typeof ListQuery>

const FRONT = PLACES.find((place) => place.id === 'front')!.upTo

const byTitle = new Intl.Collator('en', { sensitivity: 'base', numeric: true })

/** Games that fit a query, in the order it asks for. */
export function listed(games: readonly GameView[], { q, tag, band, device, category, sort }: ListQuery): GameView[] {
  const words = (q ?? '').toLowerCase().split(/\s+/).filter(Boolean)
  const most = bandRank(band || FRONT)
  const wanted = tidyTag(tag ?? '')
  const fits = games.filter(
    (game) =>
      bandRank(game.band) <= most &&
      (!device || game.devices.includes(device)) &&
      (!category || game.category === category) &&
      (wanted === '' || game.tags.some((one) => tidyTag(one) === wanted)) &&
      words.every((word) =>
        `${game.title} ${game.short} ${game.author} ${game.tags.join(' ')}`.toLowerCase().includes(word),
      ),
  )
  return fits.sort((a, b) =>
    sort === 'title'
      ? byTitle.compare(a.title, b.title)
      : sort === 'short-load'
        ? a.bytes - b.bytes
        : a.updated < b.updated
          ? 1
          : -1,
  )
}

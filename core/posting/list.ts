import * as z from 'zod'
import { BANDS, CATEGORIES, DEVICES } from '../label/names'
import { SORTS, TEXTS } from './sorts'

const choice = <T extends readonly [string, ...string[]]>(values: T) => z.enum(values).or(z.literal('')).optional()

/** How the arcade's list is asked for; the same words stand in its address. */
export const ListQuery = z.object({
  q: z.string().max(TEXTS.q).optional(),
  tag: z.string().max(TEXTS.tag).optional(),
  /** Games up to this band. Without it the list is the front list, which stops where the table of places says. */
  band: choice(BANDS),
  device: choice(DEVICES),
  category: choice(CATEGORIES),
  sort: choice(SORTS),
  /** Where a page before this one ended, as the arcade said it. */
  after: z.string().max(TEXTS.after).optional(),
})
export type ListQuery = z.infer<typeof ListQuery>

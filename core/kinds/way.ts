import * as z from 'zod'
import type { WayDoc } from '../game/way'
import type { Kind } from './kind'
import { Hash, PartId } from './values'

declare module '../game/types' {
  interface PartDocs {
    way: WayDoc
  }
}

/** Spaces a way has, the start and home among them. */
export const LEAST_SPACES = 3
export const MOST_SPACES = 80
/** Characters of what a space says. */
export const MOST_SAID = 300
/** Spaces that one effect sends on or back at most. */
export const MOST_SENT = 40
export const MOST_POINTS = 99

const SpaceId = z.string().regex(/^[a-z0-9]{1,10}$/)

export const SpaceEffect = z.discriminatedUnion('does', [
  z.object({ does: z.literal('move'), by: z.int().min(-MOST_SENT).max(MOST_SENT) }),
  z.object({ does: z.literal('go'), to: SpaceId }),
  z.object({ does: z.literal('miss') }),
  z.object({ does: z.literal('again') }),
  /** The part that is the deck. */
  z.object({ does: z.literal('draw'), deck: PartId }),
])

export const Space = z.object({
  id: SpaceId,
  /** Shares of the board, 0 to 1, from its top left. */
  x: z.number().min(0).max(1),
  y: z.number().min(0).max(1),
  text: z.string().max(MOST_SAID).optional(),
  /** What it says in other languages, by BCP 47 tag; what is missing is said in the first one. */
  in: z.record(z.string().regex(/^[A-Za-z0-9-]{2,35}$/), z.string().max(MOST_SAID)).optional(),
  picture: Hash.optional(),
  crisp: z.boolean().optional(),
  /** Where there is more to read: shown with its words, never opened by the game. */
  link: z
    .string()
    .max(200)
    .regex(/^https:\/\/\S+$/)
    .optional(),
  /** Whoever comes there has so many more. */
  points: z.int().min(-MOST_POINTS).max(MOST_POINTS).optional(),
  effect: SpaceEffect.optional(),
})
export type Space = z.infer<typeof Space>

export const WayContent = z
  .object({ kind: z.literal('way'), spaces: z.array(Space).min(LEAST_SPACES).max(MOST_SPACES) })
  .refine(({ spaces }) => new Set(spaces.map(({ id }) => id)).size === spaces.length, {
    error: 'Each space of a way has an id of its own.',
  })
export type WayContent = z.infer<typeof WayContent>

const effects = ({ spaces }: Pick<WayContent, 'spaces'>): number =>
  spaces.filter(({ effect }) => effect !== undefined).length

export const way: Kind<WayContent> = {
  kind: 'way',
  schema: WayContent,
  ...{ wants: null, takesMany: false, splits: false },
  assets: ({ spaces }) => spaces.flatMap(({ picture }) => picture ?? []),
  toDoc: ({ spaces }, { put, part }) => put('way', part, { spaces }),
  texts: () => [],
  said: ({ spaces }) =>
    spaces.flatMap(({ text, link, in: others = {} }) => [text ?? [], link ?? [], Object.values(others)].flat()),
  face: ({ spaces }) => ({ face: 'figure', text: `${spaces.length}` }),
  drawings: () => [],
  redrawn: (content) => content,
  felt: ({ spaces }) => spaces.map(({ id, points, effect }) => [id, points, effect]),
  filled: ({ spaces }) => spaces.length >= LEAST_SPACES,
  summary: (content) => `${content.spaces.length} spaces, ${effects(content)} with an effect`,
}

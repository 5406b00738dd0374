import * as z from 'zod'

export const MOST_LEVELS = 12

/** One level of a pack. What is something else in it stands under its place: `backdrop@level-2` (`levelPlace`). */
export const Level = z.object({ id: z.string().regex(/^[a-z0-9]{1,12}$/), name: z.string().max(60) })
export type Level = z.infer<typeof Level>

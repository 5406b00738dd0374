import * as z from 'zod'
import type { Kind } from './kind'
import { PartId } from './values'

/** Cells a course has at most, and things that stand in it. */
export const MOST_WIDE = 400
export const MOST_HIGH = 60
export const MOST_THINGS = 400
/** Stops of a way that something moves along. */
export const MOST_STOPS = 8

/** One letter a cell; a dot is empty. */
const Row = z
  .string()
  .max(MOST_WIDE)
  .regex(/^[.0-9a-zA-Z]+$/)
const Layer = z.array(Row).min(1).max(MOST_HIGH)
const Spot = z.object({
  x: z
    .number()
    .min(-20)
    .max(MOST_WIDE + 20),
  y: z
    .number()
    .min(-20)
    .max(MOST_HIGH + 20),
})

/** Something of a cast that stands in the course: its feet's place, in cells from the top left. */
export const CourseThing = z.object({
  id: z.string().regex(/^[a-z0-9]{1,10}$/),
  part: PartId,
  entry: PartId,
  ...Spot.shape,
  /** Where it goes and back, after the place it begins at; how long one way takes, seconds. */
  path: z.array(Spot).min(1).max(MOST_STOPS).optional(),
  seconds: z.number().min(0.2).max(120).optional(),
  /** Things with the same one are picked and moved as one. */
  group: z
    .string()
    .regex(/^[a-z0-9]{1,10}$/)
    .optional(),
})
export type CourseThing = z.infer<typeof CourseThing>

export const CourseContent = z
  .object({
    kind: z.literal('course'),
    /** Which tile each letter is: an entry of the cast of tiles. */
    tiles: z.record(z.string().regex(/^[0-9a-zA-Z]$/), PartId),
    /** What is stood on, and what is only seen behind and before it; all of one size. */
    play: Layer,
    back: Layer.optional(),
    front: Layer.optional(),
    things: z.array(CourseThing).max(MOST_THINGS),
    start: Spot,
  })
  .refine(
    ({ play, back = play, front = play }) =>
      [play, back, front].every(
        (layer) => layer.length === play.length && layer.every((row) => row.length === play[0]!.length),
      ),
    { error: 'All rows and layers of a course are of one size.' },
  )
export type CourseContent = z.infer<typeof CourseContent>

export const course: Kind<CourseContent> = {
  kind: 'course',
  schema: CourseContent,
  ...{ wants: null, takesMany: false, splits: false },
  assets: () => [],
  // What belongs together matters to the desk only: a game is the same with it and without.
  toDoc: ({ kind: _kind, ...content }, { put, part }) =>
    put('course', part, { ...content, things: content.things.map(({ group: _group, ...thing }) => thing) }),
  texts: () => [],
  said: () => [],
  face: ({ play }) => ({ face: 'figure', text: `${play[0]!.length}` }),
  drawings: () => [],
  redrawn: (content) => content,
  felt: (doc) => doc,
  filled: ({ play }) => play.some((row) => /[^.]/.test(row)),
  summary: ({ play, things }) =>
    `course, ${play[0]!.length} x ${play.length}, ${things.length} ${things.length === 1 ? 'thing' : 'things'}`,
}

import * as z from 'zod'
import { FieldContent, fieldsOf } from './field'
import type { Kind } from './kind'
import { SpriteContent } from './drawing'
import { spriteAssets, spriteDoc, spriteFace, spriteFelt } from './sprite'
import { PartId } from './values'

/** Fields one entry may have at most. */
const MOST_FIELDS = 24
const Fixed = z.object({ id: PartId, name: z.string().max(60), sprite: SpriteContent })

/** Beside what every entry has, the fields its template declares: `points`, `harm`, `often`, or quite other ones. */
export type CastEntry = z.infer<typeof Fixed> & { [field: string]: unknown }
const CastEntry = Fixed.catchall(FieldContent).refine(
  (entry) => Object.keys(entry).length <= MOST_FIELDS,
  `An entry has at most ${MOST_FIELDS} fields.`,
) as unknown as z.ZodType<CastEntry>
export const CastContent = z.object({ kind: z.literal('cast'), entries: z.array(CastEntry).max(60) })
export type CastContent = z.infer<typeof CastContent>

export const cast: Kind<CastContent> = {
  kind: 'cast',
  schema: CastContent,
  wants: 'picture',
  takesMany: true,
  splits: true,
  assets: ({ entries }) => entries.flatMap((entry) => spriteAssets(entry.sprite)),
  toDoc({ entries }, { put, part, fields }) {
    put(
      'cast',
      part,
      entries.map((entry) => ({
        id: entry.id,
        name: entry.name,
        sprite: spriteDoc(entry.sprite),
        fields: fieldsOf(fields, entry),
      })),
    )
  },
  texts: () => [],
  said: ({ entries }) =>
    entries.flatMap(({ id: _id, sprite: _sprite, ...rest }) =>
      Object.values(rest).filter((value): value is string => typeof value === 'string'),
    ),
  face: ({ entries }) =>
    entries[0] === undefined ? { face: 'figure', text: 'nobody' } : spriteFace(entries[0].sprite),
  drawings: ({ entries }) => entries.map(({ id, name, sprite }) => ({ entry: id, name, sprite })),
  redrawn: ({ kind, entries }, id, sprite) => ({
    kind,
    entries: entries.map((entry) => (entry.id === id ? { ...entry, sprite } : entry)),
  }),
  felt: (entries) => entries.map(({ id, sprite, fields }) => [id, fields, spriteFelt(sprite)]),
  filled: ({ entries }) => entries.length > 0,
  summary: ({ entries }) => `cast of ${entries.length}`,
}

import * as z from 'zod'
import type { FieldValue } from '../game/types'
import { Colour } from './values'

const FieldId = z.string().regex(/^[a-z][a-z0-9-]{0,23}$/)

const shared = {
  id: FieldId.refine((id) => !['id', 'name', 'sprite'].includes(id), 'Every entry has that already.'),
  name: z.string().min(1).max(60),
  /** What more of it does, in one line. */
  effect: z.string().max(160),
}

/** One thing that entries of a list say of themselves; the template declares it. */
export const FieldSpec = z.discriminatedUnion('type', [
  z.object({
    ...shared,
    type: z.literal('number'),
    unit: z.string().max(20),
    min: z.number(),
    max: z.number(),
    step: z.number().positive(),
    default: z.number(),
    /** What the number is to a game, whatever it is called: points won, lives lost, its share among the others, what it costs, how many there are. */
    means: z.enum(['score', 'harm', 'share', 'price', 'count']).optional(),
  }),
  z.object({ ...shared, type: z.literal('text'), most: z.int().min(1).max(2000), default: z.string().max(2000) }),
  z.object({
    ...shared,
    type: z.literal('choice'),
    options: z
      .array(z.object({ id: FieldId, name: z.string().max(60) }))
      .min(2)
      .max(12),
    default: FieldId,
  }),
  z.object({ ...shared, type: z.literal('colour'), default: Colour }),
])
export type FieldSpec = z.infer<typeof FieldSpec>
export type Meaning = 'score' | 'harm' | 'share' | 'price' | 'count'

/** What a file may hold for a field, before the template's own range is looked at. */
export const FieldContent = z.union([z.number().min(-1_000_000).max(1_000_000), z.string().max(2000)])

/** A value as the template allows it: within its range, one of its ways; its default for what is nothing of the sort. */
export function fieldValue(spec: FieldSpec, value: unknown): FieldValue {
  switch (spec.type) {
    case 'number': {
      if (typeof value !== 'number' || !Number.isFinite(value)) return spec.default
      return Math.max(spec.min, Math.min(spec.max, value))
    }
    case 'text':
      return typeof value === 'string' ? value.slice(0, spec.most) : spec.default
    case 'colour':
      return Colour.safeParse(value).success ? String(value) : spec.default
    case 'choice':
      return spec.options.some((one) => one.id === value) ? String(value) : spec.default
  }
}

/** Exactly the fields a template declares, from an entry as it was stored. */
export const fieldsOf = (specs: readonly FieldSpec[], entry: Record<string, unknown>): Record<string, FieldValue> =>
  Object.fromEntries(specs.map((spec) => [spec.id, fieldValue(spec, entry[spec.id])]))

/** The sum of an entry's numbers that mean that; 0 where the template has no such field. */
export function meaning(specs: readonly FieldSpec[], entry: Record<string, unknown>, means: Meaning): number {
  let sum = 0
  for (const spec of specs)
    if (spec.type === 'number' && spec.means === means) sum += Number(fieldValue(spec, entry[spec.id]))
  return sum
}

/** Whether entries have such a number at all. */
export const hasMeaning = (specs: readonly FieldSpec[], means: Meaning): boolean =>
  specs.some((spec) => spec.type === 'number' && spec.means === means)

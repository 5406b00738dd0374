import * as z from 'zod'
import type { Kind } from './kind'

/** One of a few ways, which the template names. */
export const ChoiceContent = z.object({ kind: z.literal('choice'), value: z.string().regex(/^[a-z][a-z0-9-]{0,23}$/) })
export type ChoiceContent = z.infer<typeof ChoiceContent>

export const choice: Kind<ChoiceContent> = {
  kind: 'choice',
  schema: ChoiceContent,
  wants: null,
  takesMany: false,
  splits: false,
  assets: () => [],
  toDoc: ({ value }, { put, part }) => put('choice', part, value),
  texts: () => [],
  said: () => [],
  face: ({ value }) => ({ face: 'figure', text: value }),
  drawings: () => [],
  redrawn: (content) => content,
  felt: (value) => value,
  filled: () => true,
  summary: () => 'choice',
}

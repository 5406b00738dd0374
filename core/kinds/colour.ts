import * as z from 'zod'
import type { Kind } from './kind'
import { Colour } from './values'

export const ColourContent = z.object({ kind: z.literal('colour'), value: Colour })
export type ColourContent = z.infer<typeof ColourContent>

export const colour: Kind<ColourContent> = {
  kind: 'colour',
  schema: ColourContent,
  wants: null,
  takesMany: false,
  splits: false,
  assets: () => [],
  toDoc({ value }, { doc, put, part, as }) {
    put('colour', part, value)
    if (as !== undefined && as in doc.colours) doc.colours = { ...doc.colours, [as]: value }
  },
  texts: () => [],
  said: () => [],
  face: ({ value }) => ({ face: 'figure', text: value }),
  drawings: () => [],
  redrawn: (content) => content,
  felt: null,
  filled: () => true,
  summary: () => 'colour',
}

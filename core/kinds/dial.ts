import * as z from 'zod'
import type { Kind } from './kind'

export const DialContent = z.object({ kind: z.literal('dial'), value: z.number().min(-100000).max(100000) })
export type DialContent = z.infer<typeof DialContent>

export const dial: Kind<DialContent> = {
  kind: 'dial',
  schema: DialContent,
  wants: null,
  takesMany: false,
  splits: false,
  assets: () => [],
  toDoc: ({ value }, { put, part }) => put('dial', part, value),
  texts: () => [],
  said: () => [],
  face: ({ value }) => ({ face: 'figure', text: String(value) }),
  drawings: () => [],
  redrawn: (content) => content,
  felt: (value) => value,
  filled: ({ value }) => value !== 0,
  summary: () => 'dial',
}

import * as z from 'zod'
import type { Point } from '../game/types'
import type { Kind } from './kind'

declare module '../game/types' {
  interface PartDocs {
    /** World units from where its template counts. */
    spot: Point
  }
}

const coordinate = z.number().min(-20).max(20)
/** A place on the stage, as far from one that the rules know. World units; y grows downwards. */
export const Place = z.object({ x: coordinate, y: coordinate })
export const SpotContent = Place.extend({ kind: z.literal('spot') })
export type SpotContent = z.infer<typeof SpotContent>

export const spot: Kind<SpotContent> = {
  kind: 'spot',
  schema: SpotContent,
  wants: null,
  takesMany: false,
  splits: false,
  assets: () => [],
  toDoc: ({ x, y }, { put, part }) => put('spot', part, { x, y }),
  texts: () => [],
  said: () => [],
  face: ({ x, y }) => ({ face: 'figure', text: `${x}, ${y}` }),
  drawings: () => [],
  redrawn: (content) => content,
  felt: null,
  filled: () => true,
  summary: () => 'place',
}

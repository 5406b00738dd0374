import * as z from 'zod'
import type { Kind } from './kind'
import { PartId } from './values'

/** Where a piece stands. Shares of the table, 0 to 1, from its top left. */
export interface PlacedDoc {
  entry: string
  x: number
  y: number
  mirrored?: boolean | undefined
  /** 1 is as large as it is drawn. */
  size?: number | undefined
}
declare module '../game/types' {
  interface PartDocs {
    layout: { pieces: readonly PlacedDoc[] }
  }
}

const MOST_PLACED = 200
const share = z.number().min(0).max(1)
export const Placed = z.object({
  entry: PartId,
  x: share,
  y: share,
  mirrored: z.boolean().optional(),
  size: z.number().min(0.1).max(5).optional(),
})
export const LayoutContent = z.object({ kind: z.literal('layout'), pieces: z.array(Placed).max(MOST_PLACED) })
export type LayoutContent = z.infer<typeof LayoutContent>

export const layout: Kind<LayoutContent> = {
  kind: 'layout',
  schema: LayoutContent,
  ...{ wants: null, takesMany: false, splits: false },
  assets: () => [],
  toDoc: ({ pieces }, { put, part }) => put('layout', part, { pieces }),
  texts: () => [],
  said: () => [],
  face: ({ pieces }) => ({ face: 'figure', text: `${pieces.length}` }),
  drawings: () => [],
  redrawn: (content) => content,
  felt: ({ pieces }) => pieces,
  filled: () => true,
  summary: ({ pieces }) => (pieces.length === 0 ? 'in heaps' : `${pieces.length} places`),
}

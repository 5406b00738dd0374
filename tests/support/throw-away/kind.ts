import * as z from 'zod'
import type { Kind } from '../../../core/kinds/kind'

/** A kind of the tests: how the wind blows. Its form in a game's document is declared here, beside it. */
declare module '../../../core/game/types' {
  interface PartDocs {
    wind: { from: string; force: number }
  }
}
export const WindContent = z.object({
  kind: z.literal('wind'),
  from: z.string().max(20),
  force: z.int().min(0).max(12),
})
export type WindContent = z.infer<typeof WindContent>

export const wind: Kind<WindContent> = {
  kind: 'wind',
  schema: WindContent,
  ...{ wants: null, takesMany: false, splits: false },
  assets: () => [],
  toDoc: ({ from, force }, { put, part }) => put('wind', part, { from, force }),
  texts: () => [],
  said: ({ from }) => [from],
  face: ({ force }) => ({ face: 'figure', text: String(force) }),
  drawings: () => [],
  redrawn: (content) => content,
  felt: ({ force }) => force,
  filled: ({ from }) => from !== '',
  summary: ({ from }) => `wind from ${from}`,
}

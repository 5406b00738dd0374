import * as z from 'zod'
import type { Kind } from './kind'
import { spriteAssets, SpriteContent, spriteDoc, spriteFace } from './sprite'
import { PartId } from './values'

export const CastEntry = z.object({
  id: PartId,
  name: z.string().max(60),
  sprite: SpriteContent,
  points: z.int().min(-9999).max(9999),
  harm: z.int().min(0).max(99),
  often: z.number().min(0).max(100),
})
export type CastEntry = z.infer<typeof CastEntry>
export const CastContent = z.object({ kind: z.literal('cast'), entries: z.array(CastEntry).max(60) })
export type CastContent = z.infer<typeof CastContent>

export const cast: Kind<CastContent> = {
  kind: 'cast',
  schema: CastContent,
  wants: 'picture',
  takesMany: true,
  splits: true,
  assets: ({ entries }) => entries.flatMap((entry) => spriteAssets(entry.sprite)),
  toDoc({ entries }, { doc, part }) {
    doc.casts[part] = entries.map((entry) => ({ ...entry, sprite: spriteDoc(entry.sprite) }))
  },
  texts: () => [],
  said: ({ entries }) => entries.map((entry) => entry.name),
  face: ({ entries }) =>
    entries[0] === undefined ? { face: 'figure', text: 'nobody' } : spriteFace(entries[0].sprite),
  summary: ({ entries }) => `cast of ${entries.length}`,
}

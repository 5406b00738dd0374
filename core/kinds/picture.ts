import * as z from 'zod'
import type { Kind } from './kind'
import { Clip } from './drawing'
import { Hash } from './values'

export const PictureContent = z.object({
  kind: z.literal('picture'),
  asset: Hash,
  fit: z.enum(['cover', 'contain', 'tile']),
  crisp: z.boolean(),
  /** In a game that came as a folder: written in its own size, not in that of the file it stands for. */
  ownSize: z.literal(true).optional(),
  clip: Clip.optional(),
  dim: z.number().min(0).max(0.9).optional(),
  blur: z.number().min(0).max(1).optional(),
  speed: z.number().min(0).max(2).optional(),
  layers: z
    .array(z.object({ asset: Hash, speed: z.number().min(0).max(2) }))
    .max(6)
    .optional(),
})
export type PictureContent = z.infer<typeof PictureContent>

export const picture: Kind<PictureContent> = {
  kind: 'picture',
  schema: PictureContent,
  wants: 'picture',
  takesMany: false,
  splits: true,
  assets: ({ asset, layers = [], clip }) => [
    asset,
    ...layers.map((layer) => layer.asset),
    ...(clip?.frames ?? []).map((frame) => frame.asset),
  ],
  toDoc: ({ kind: _kind, ...content }, { put, part }) => put('picture', part, content),
  texts: () => [],
  said: () => [],
  face: ({ asset }) => ({ face: 'picture', asset }),
  drawings: () => [],
  redrawn: (content) => content,
  felt: null,
  filled: () => true,
  summary: () => 'picture',
}

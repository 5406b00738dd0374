import * as z from 'zod'
import type { Kind } from './kind'
import { Hash } from './values'

/** Letters: a font file or a sheet of drawn glyphs; with neither, the family that comes with every game. */
export const TypefaceContent = z.object({
  kind: z.literal('typeface'),
  name: z.string().max(80),
  asset: Hash.nullable(),
  glyphs: z
    .object({
      asset: Hash,
      columns: z.int().min(1).max(64),
      rows: z.int().min(1).max(64),
      order: z.string().min(1).max(512),
    })
    .nullable(),
})
export type TypefaceContent = z.infer<typeof TypefaceContent>

export const typeface: Kind<TypefaceContent> = {
  kind: 'typeface',
  schema: TypefaceContent,
  wants: 'typeface',
  takesMany: false,
  splits: false,
  assets: ({ asset, glyphs }) => [asset, glyphs?.asset ?? null].filter((hash): hash is string => hash !== null),
  toDoc({ asset, glyphs }, { doc, fileOf }) {
    if (glyphs !== null) doc.glyphs = glyphs
    else if (asset !== null) doc.typeface = fileOf(asset) ?? doc.typeface
  },
  texts: () => [],
  said: () => [],
  face: ({ name }) => ({ face: 'figure', text: name || 'as made' }),
  drawings: () => [],
  redrawn: (content) => content,
  felt: null,
  filled: ({ asset, glyphs }) => asset !== null || glyphs !== null,
  summary: () => 'typeface',
}

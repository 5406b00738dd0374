import * as z from 'zod'

/** SHA-256 of an asset's bytes, lower-case hex: the only name a file has inside a pack. */
export const Hash = z.string().regex(/^[0-9a-f]{64}$/)
/** Stable words: `hero`, `catch-sound`. */
export const PartId = z.string().regex(/^[a-z][a-z0-9-]{0,39}$/)
/** A part, or a part in one of its places only: `backdrop@won`. */
export const PartKey = z.string().regex(/^[a-z][a-z0-9-]{0,39}(@[a-z][a-z0-9-]{0,23})?$/)
/** A text: a wording part, or one line of a story (`intro-story#a1`). */
export const WordKey = z.string().regex(/^[a-z][a-z0-9-]{0,39}(@[a-z][a-z0-9-]{0,23})?(#[a-z0-9]{1,12})?$/)

const unit = z.number().min(-2).max(3)
export const PointSchema = z.object({ x: unit, y: unit })
export const HitShape = z.array(PointSchema).min(3).max(64)
/** Cells the longer side of a mask has at most. */
export const MOST_MASK = 48
export const Mask = z
  .object({
    w: z.int().min(1).max(MOST_MASK),
    h: z.int().min(1).max(MOST_MASK),
    /** Hex digits, four cells each, the left one highest. */
    rows: z.array(z.string().regex(/^[0-9a-f]{1,12}$/)).max(MOST_MASK),
  })
  .refine(({ w, h, rows }) => rows.length === h && rows.every((row) => row.length === Math.ceil(w / 4)), {
    error: 'A mask has a row of cells for each of its height.',
  })
export const Pivot = z.object({ x: z.number().min(-1).max(2), y: z.number().min(-1).max(2) })
export const Colour = z.string().regex(/^#[0-9a-f]{6}$/)

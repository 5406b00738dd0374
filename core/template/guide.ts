import * as z from 'zod'
import { PartId, PartKey } from '../kinds/values'

/** Large editors a line may open. */
export const GUIDE_DESKS = ['art', 'sound', 'mix', 'wording', 'dry-run', 'deck', 'way'] as const

/** A question in a maker's own words, and the place that answers it. */
export const GuideLine = z.object({
  /** `How do I …?` */
  say: z.string().min(8).max(80),
  /** Other words people look for it by. */
  also: z.string().max(160).optional(),
  stop: z.enum(['bench', 'label', 'check', 'post']).optional(),
  /** A row of the label. */
  section: z.string().max(24).optional(),
  part: PartKey.optional(),
  /** One of a cast's entries. */
  entry: PartId.optional(),
  desk: z.enum(GUIDE_DESKS).optional(),
  /** The tool of that desk. */
  tool: z.string().max(24).optional(),
  /** The act that is pointed at there. */
  press: z.string().max(40).optional(),
})
export type GuideLine = z.infer<typeof GuideLine>

/** Lines a template may bring. */
export const FEWEST_LINES = 10
export const MOST_LINES = 24

import * as z from 'zod'
import { MOST_RUNS, type Proof } from '../game/proof'

/** A play's seed and inputs as they come from a game: whole numbers in their ranges, five to a run. */
export const PlayProof = z
  .object({
    seed: z.int().min(0).max(0xffffffff),
    plays: z.int().min(1).max(100_000),
    runs: z
      .array(z.int().min(-1).max(36_000))
      .min(5)
      .max(MOST_RUNS + 5),
  })
  .refine(({ runs }) => runs.length % 5 === 0 && runs.every((value, i) => i % 5 !== 0 || value >= 1), {
    message: 'runs come in fives',
  }) satisfies z.ZodType<Proof>

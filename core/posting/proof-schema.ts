import * as z from 'zod'
import { MOST_RUNS, type Proof } from '../game/proof'
import { MOST_RUN, RUN_WIDTH } from '../game/runs'

/** A play's seed and inputs as they come from a game: whole numbers in their ranges, five to a run. */
export const PlayProof = z
  .object({
    seed: z.int().min(0).max(0xffffffff),
    plays: z.int().min(1).max(100_000),
    runs: z
      .array(z.int().min(-1).max(MOST_RUN))
      .min(RUN_WIDTH)
      .max(MOST_RUNS + RUN_WIDTH),
  })
  .refine(({ runs }) => runs.length % RUN_WIDTH === 0 && runs.every((value, i) => i % RUN_WIDTH !== 0 || value >= 1), {
    message: 'runs come in fives',
  }) satisfies z.ZodType<Proof>

import * as z from 'zod'
import { lengthOf, MOST_RUNS, type Proof } from '../game/proof'
import { PartId } from '../kinds/values'
import { MOST_LEVELS } from '../pack/level'
import { MOST_BITS, MOST_RUN, RUN_WIDTH } from '../game/runs'

/** The first of five is how many steps, the last what was pressed and typed; only that one is large. */
const inRange = (value: number, i: number): boolean =>
  i % RUN_WIDTH === RUN_WIDTH - 1 ? value >= 0 : value <= MOST_RUN && (i % RUN_WIDTH !== 0 || value >= 1)

/** A play's seed and inputs as they come from a game: whole numbers in their ranges, five to a run. */
const Part = z.object({
  seed: z.int().min(0).max(0xffffffff),
  plays: z.int().min(1).max(100_000),
  runs: z
    .array(z.int().min(-1).max(MOST_BITS))
    .min(RUN_WIDTH)
    .max(MOST_RUNS + RUN_WIDTH),
  level: z
    .int()
    .min(0)
    .max(MOST_LEVELS - 1)
    .exactOptional(),
  look: PartId.exactOptional(),
})
const parts = (proof: z.infer<typeof Part> & { before?: z.infer<typeof Part>[] }) => [...(proof.before ?? []), proof]
export const PlayProof = Part.extend({
  before: z
    .array(Part)
    .max(MOST_LEVELS - 1)
    .exactOptional(),
})
  .refine((proof) => parts(proof).every(({ runs }) => runs.length % RUN_WIDTH === 0), { message: 'runs come in fives' })
  .refine((proof) => parts(proof).every(({ runs }) => runs.every(inRange)), {
    message: 'a number of a run is out of its range',
  })
  .refine((proof) => lengthOf(proof) <= MOST_RUNS + RUN_WIDTH, {
    message: 'all levels together are too long',
  }) satisfies z.ZodType<Proof>

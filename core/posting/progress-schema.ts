import * as z from 'zod'
import { MOST_PROGRESS, readProgress, type Progress } from '../game/progress'

/** What a game asks the page around it to keep. Read by the game's own reader, so that the two cannot differ. */
export const KeptProgress = z
  .unknown()
  .refine((raw) => (JSON.stringify(raw) ?? '').length <= MOST_PROGRESS, { message: 'more than a game may keep' })
  .transform((raw, at): Progress => {
    const read = readProgress(raw)
    if (read !== null) return read
    at.addIssue({ code: 'custom', message: 'no progress of a game' })
    return z.NEVER
  })

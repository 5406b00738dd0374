import * as z from 'zod'
import { Hash } from '../kinds/values'
import { FolderPath, MOST_FOLDER_FILES } from '../template/folder'

/** What one stage may hold on its server, bytes. */
export const STAGE_BYTES = 130_000_000
export const STAGE_FILE_BYTES = 60_000_000

/** Names a stage: only who made it knows it. */
export const StageKey = z.string().regex(/^[0-9a-f]{64}$/)

/** The files of one start, by path. Answered with what has to be sent first. */
export const StageStart = z.object({
  files: z
    .record(FolderPath, z.object({ hash: Hash, bytes: z.int().min(0).max(STAGE_FILE_BYTES) }))
    .refine((files) => Object.keys(files).length <= MOST_FOLDER_FILES + 10)
    .refine((files) => Object.values(files).reduce((sum, { bytes }) => sum + bytes, 0) <= STAGE_BYTES),
})

export const StageAnswer = z.object({
  /** Where the files are served, with a slash at the end. */
  base: z.string().max(600),
  missing: z.array(Hash),
})
export type StageAnswer = z.infer<typeof StageAnswer>

import * as z from 'zod'
import { userError } from '../errors'

/** NAME.key.json: the key of one maker at one arcade, to carry to another browser. Whoever has the file is the maker. */
export const RecoveryFile = z.object({
  format: z.literal('pack-post-key'),
  version: z.literal(1),
  host: z.url().max(300),
  key: z.string().regex(/^[A-Za-z0-9_-]{43}$/),
  made: z.string().max(40),
})
export type RecoveryFile = z.infer<typeof RecoveryFile>

export const writeRecovery = (host: string, key: string, made: string): string =>
  JSON.stringify({ format: 'pack-post-key', version: 1, host, key, made } satisfies RecoveryFile, null, 1) + '\n'

/** Throws a UserError that names `file`. */
export function readRecovery(text: string, file: string): RecoveryFile {
  let raw: unknown = null
  try {
    raw = JSON.parse(text)
  } catch {
    raw = null
  }
  const read = RecoveryFile.safeParse(raw)
  if (!read.success)
    throw userError(
      'key-file',
      `“${file}” is not a key file of Pack Post (its name ends in .key.json). Nothing was changed.`,
    )
  return read.data
}

import type { Arcade } from './arcade'

/** Blobs that nothing names are kept this long: one may be on its way into a release. */
const YOUNG_MS = 3_600_000

/** Takes away the files that no release names any more. Returns how many, and their bytes. */
export async function sweepFiles(
  { db, blobs }: Pick<Arcade, 'db' | 'blobs'>,
  youngMs = YOUNG_MS,
): Promise<{ files: number; bytes: number }> {
  let files = 0
  let bytes = 0
  for await (const blob of blobs.list()) {
    if (Date.now() - blob.written < youngMs) continue
    const named = await db.selectFrom('release_files').select('hash').where('hash', '=', blob.hash).executeTakeFirst()
    const coming = await db.selectFrom('uploads').select('id').where('hash', '=', blob.hash).executeTakeFirst()
    if (named !== undefined || coming !== undefined) continue
    await blobs.remove(blob.hash)
    files++
    bytes += blob.bytes
  }
  return { files, bytes }
}

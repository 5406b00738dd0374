import { statfs } from 'node:fs/promises'
import { sql } from 'kysely'

/** Room below which nothing more is taken for granted. */
const LEAST_BYTES = 200_000_000

/** Whether this server can serve: its database answers, its files can be written, the disk has room. For who watches it. */
export default defineApi(async (event) => {
  const says = async (does: () => Promise<unknown>): Promise<boolean> => {
    try {
      return (await does()) !== false
    } catch (error) {
      log.warn(faultOf(error), 'health')
      return false
    }
  }
  const { db, blobs, settings } = await arcade()
  const database = await says(() => sql`select 1`.execute(db))
  const files = await says(() => blobs.ready())
  const room = await says(async () => {
    const { bavail, bsize } = await statfs(settings.dataDir)
    return bavail * bsize > LEAST_BYTES
  })
  const ok = database && files && room
  if (!ok) setResponseStatus(event, 503)
  return { ok, database, files, room }
})

import { statfs } from 'node:fs/promises'
import { sql } from 'kysely'

/** Room below which nothing more is taken for granted. */
const LEAST_BYTES = 200_000_000

/** Looked at this often at most, however often it is asked: a look writes to the disk. */
const FRESH_MS = 1000

async function look() {
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
  return { ok: database && files && room, database, files, room }
}

let last: { at: number; looked: ReturnType<typeof look> } | null = null

/** Whether this server can serve: its database answers, its files can be written, the disk has room. For who watches it. */
export default defineApi(async (event) => {
  if (last === null || Date.now() - last.at > FRESH_MS) last = { at: Date.now(), looked: look() }
  const health = await last.looked
  if (!health.ok) setResponseStatus(event, 503)
  return health
})

import { changesNow } from '../arcade/database'
import { publicPostcodes } from '../arcade/lists'

/** As many addresses as one such file may have. */
const MOST = 49_000
let made: { key: string; text: string } | null = null

/** Public games and the list of them (sitemaps.org, 0.9). */
export default defineApi(async (event) => {
  const { db } = await arcade()
  const origin = publicOrigin(event)
  const key = `${await changesNow(db)} ${origin}`
  setResponseHeaders(event, { 'content-type': 'application/xml; charset=utf-8', 'cache-control': 'public, max-age=60' })
  if (made?.key !== key) made = { key, text: sitemapOf(origin, await publicPostcodes(db, MOST)) }
  return made.text
})

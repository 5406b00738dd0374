import { changesNow } from '../../arcade/database'
import { listGames } from '../../arcade/lists'

const NEWEST = 50
let made: { key: string; text: string } | null = null

/** The newest public games (Atom, RFC 4287). */
export default defineApi(async (event) => {
  const { db, dialect } = await arcade()
  const origin = publicOrigin(event)
  const key = `${await changesNow(db)} ${origin}`
  setResponseHeaders(event, {
    'content-type': 'application/atom+xml; charset=utf-8',
    'cache-control': 'public, max-age=60',
  })
  if (made?.key === key) return made.text
  // Of every band: a reader of the feed asked for all there is.
  const { games } = await listGames(db, dialect, { band: '15' }, NEWEST)
  const views = await Promise.all(games.map((game) => gameView(game, NOBODY, gamesOrigin(event))))
  made = {
    key,
    text: feedOf(
      origin,
      views.filter((view) => view !== null),
    ),
  }
  return made.text
})

import { ListQuery } from '@core/posting/list'
import { listGames } from '../../../arcade/lists'

/** Public games, a page of them. What is not public is never in here. */
export default defineApi(async (event) => {
  const query = ListQuery.safeParse(getQuery(event))
  if (!query.success) throw refuse.shape('These filters are not known here.')
  const { db, dialect } = await arcade()
  const { games, next } = await listGames(db, dialect, query.data)
  const origin = gamesOrigin(event)
  return { games: await Promise.all(games.map((game) => gameView(game, NOBODY, origin))), next }
})

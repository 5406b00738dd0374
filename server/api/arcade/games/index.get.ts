import { ListQuery, listed } from '@core/posting/list'

/** Public games. What is not public is never in here. */
export default defineApi(async (event) => {
  const query = ListQuery.safeParse(getQuery(event))
  if (!query.success) throw refuse.shape('These filters are not known here.')
  return listed(await publicGames(), query.data)
})

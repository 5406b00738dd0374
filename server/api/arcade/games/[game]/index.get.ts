import { readPostcode } from '@core/posting/postcode'

/** One game by postcode, for those who may see it. */
export default defineApi(async (event) => {
  const postcode = readPostcode(getRouterParam(event, 'game') ?? '')
  const game = postcode === null ? null : await gameByPostcode(postcode)
  const visitor = await visitorOf(event)
  const view = game === null || !maySee(game, visitor) ? null : await gameView(game, visitor)
  if (view === null) throw refuse.missing('This game')
  return view
})

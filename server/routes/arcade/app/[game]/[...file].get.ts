import { readLinkStep } from '@core/posting/postcode'
import { gameByPostcode } from '../../../../arcade/games'
import { maySee } from '../../../../utils/auth'

/** Where games kept as apps lay before games had an origin of their own: it leads on, and its worker takes itself away. */
export default defineApi(async (event) => {
  if (getRouterParam(event, 'file') === 'sw.js') {
    setResponseHeaders(event, { 'content-type': 'text/javascript; charset=utf-8' })
    return RETIRED_WORKER
  }
  const step = readLinkStep(getRouterParam(event, 'game') ?? '')
  const game = step === null ? null : await gameByPostcode((await arcade()).db, step.postcode)
  const visitor = await visitorOf(event)
  if (game === null || !(await maySee(game, visitor))) throw refuse.missing('This game')
  const view = await gameView(game, visitor, gamesOrigin(event))
  if (view === null || view.appUrl === null) throw refuse.missing('This game')
  return sendRedirect(event, view.appUrl, 302)
})

import { readPostcode } from '@core/posting/postcode'
import { gameByPostcode } from '../../../../arcade/games'

/** An invite's link: this browser may see the game from now on, until the invite is taken back. */
export default defineApi(async (event) => {
  await limitMisses(event, 'look')
  const postcode = readPostcode(getRouterParam(event, 'postcode') ?? '')
  const key = getRouterParam(event, 'key') ?? ''
  setResponseHeaders(event, { 'x-robots-tag': 'noindex', 'referrer-policy': 'no-referrer' })
  const game = postcode === null ? null : await gameByPostcode((await arcade()).db, postcode)
  if (game !== null && (await useInvite(game.id, key))) {
    rememberInvite(event, key)
    return sendRedirect(event, linkOf(game), 303)
  }
  await limitMisses(event, 'miss')
  return sendRedirect(event, `/arcade/${(postcode ?? 'nowhere').toLowerCase()}`, 303)
})

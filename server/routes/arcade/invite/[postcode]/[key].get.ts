import { readPostcode } from '@core/posting/postcode'

/** An invite's link: this browser may see the game from now on, until the invite is taken back. */
export default defineEventHandler(async (event) => {
  const postcode = readPostcode(getRouterParam(event, 'postcode') ?? '')
  const key = getRouterParam(event, 'key') ?? ''
  setResponseHeaders(event, {
    'x-robots-tag': 'noindex',
    'referrer-policy': 'no-referrer',
    'cache-control': 'no-store',
  })
  const game = postcode === null ? null : await gameByPostcode(postcode)
  const hash = hashKey(key)
  const invite = game?.invites.find((one) => sameText(one.hash, hash))
  if (game !== null && invite !== undefined) {
    rememberInvite(event, key)
    if (invite.used === null)
      await changeGame(game.id, (now) => ({
        ...now,
        invites: now.invites.map((one) => (one.id === invite.id ? { ...one, used: new Date().toISOString() } : one)),
      }))
  }
  return sendRedirect(event, `/arcade/${(postcode ?? 'nowhere').toLowerCase()}`, 303)
})

import { VisibilityRequest } from '@core/posting/protocol'

/** Changes who can see a game at once, without a new upload. Here [game] is the game's id. */
export default defineApi(async (event) => {
  const game = await ownGame(event)
  const body = VisibilityRequest.safeParse(await readBody(event).catch(() => null))
  if (!body.success) throw refuse.shape('Say who can see it: only-me, invited, unlisted or public.')
  return ownerView(await setVisibility(game.id, body.data.visibility))
})

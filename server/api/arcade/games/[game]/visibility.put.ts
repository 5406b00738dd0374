import { VisibilityRequest } from '@core/posting/protocol'

/** Changes who can see a game at once, without a new upload. Here [game] is the game's id. */
export default defineApi(async (event) => {
  const game = await ownGame(event)
  const body = VisibilityRequest.safeParse(await readBody(event).catch(() => null))
  if (!body.success) throw refuse.shape('Say who can see it: only-me, invited, unlisted or public.')
  const { visibility } = body.data
  const title = liveRelease(game)?.label.title
  if (visibility === 'public' && title !== undefined && (await titleTaken(title, game.id)))
    throw refuse.conflict(`Another public game is already called “${title}”. Give yours another title first.`)
  return ownerView(await setVisibility(game.id, visibility))
})

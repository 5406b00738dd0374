import { VisibilityRequest } from '@core/posting/protocol'

/** Changes who can see a game at once, without a new upload. Here [game] is the game's id. */
export default defineApi(async (event) => {
  const owner = await makerOf(event)
  const body = VisibilityRequest.safeParse(await readBody(event).catch(() => null))
  if (!body.success) throw refuse.shape('Say who can see it: only-me, unlisted or public.')
  const game = await readGame(getRouterParam(event, 'game') ?? '')
  if (game === null) throw refuse.missing('This game')
  if (!owns(game, owner)) throw refuse.wrongKey()
  await writeGame({
    ...game,
    visibility: body.data.visibility,
    epoch: game.epoch + 1,
    updated: new Date().toISOString(),
  })
  return { visibility: body.data.visibility }
})

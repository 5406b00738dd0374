import { InviteRequest } from '@core/posting/protocol'

/** A new invite; its key is told this once. */
export default defineApi(async (event) => {
  const game = await ownGame(event)
  await limit(event, 'invites')
  const body = InviteRequest.safeParse(await readBody(event).catch(() => null))
  if (!body.success) throw refuse.shape('Give the invite a name of at most 60 letters, so that you know it again.')
  return addInvite(game.id, body.data.name)
})

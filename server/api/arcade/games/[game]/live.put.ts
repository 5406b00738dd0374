import { LiveRequest } from '@core/posting/protocol'

/** Puts a cleared release back, or with 0 takes the game off the arcade. */
export default defineApi(async (event) => {
  const game = await ownGame(event)
  const body = LiveRequest.safeParse(await readBody(event).catch(() => null))
  if (!body.success) throw refuse.shape('Say which release is to be played, or 0 for none.')
  return ownerView(await setLive(game, body.data.release))
})

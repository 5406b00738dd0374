import { PlayEvent } from '@core/posting/protocol'

/** Counts a play where the maker switched that on. Nothing of the request but the event is kept. */
export default defineApi(async (event) => {
  const { game } = await seenGame(event)
  const { release } = game
  if (release?.label.privacy.plays !== true) throw refuse.missing('A count of plays')
  await limit(event, 'plays')
  const body = PlayEvent.safeParse(safeJson(await readRawBody(event)))
  if (!body.success) throw refuse.shape('This is not an event of a play.')
  await countPlay(game.id, release.release, body.data)
  return { ok: true }
})

import { ScoreRequest } from '@core/posting/protocol'

/** Of a long play with many moves. */
const MOST_BYTES = 1_500_000

/** A score with the play that made it; it is played again here before it is believed. */
export default defineApi(async (event) => {
  const { game } = await seenGame(event)
  if (!hasScores(game)) throw refuse.missing('A table of scores')
  await limit(event, 'scores')
  const body = ScoreRequest.safeParse(await readBody(event).catch(() => null))
  if (!body.success) throw refuse.shape('This is not a score with its play.')
  return takeScore(game, body.data)
}, MOST_BYTES)

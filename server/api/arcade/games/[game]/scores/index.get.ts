export default defineApi(async (event) => {
  const { game } = await seenGame(event)
  if (!hasScores(game)) throw refuse.missing('A table of scores')
  return tableOf(game.id)
})

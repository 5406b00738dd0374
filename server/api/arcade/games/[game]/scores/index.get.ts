export default defineApi(async (event) => {
  const { game } = await seenGame(event)
  if (game.release?.label.privacy.scores !== true) throw refuse.missing('A table of scores')
  return tableOf(game.id)
})

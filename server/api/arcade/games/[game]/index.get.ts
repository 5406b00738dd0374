/** One game by postcode or link, for those who may see it. */
export default defineApi(async (event) => {
  const { game, visitor } = await seenGame(event)
  const view = await gameView(game, visitor, gamesOrigin(event))
  if (view === null) throw refuse.missing('This game')
  return view
})

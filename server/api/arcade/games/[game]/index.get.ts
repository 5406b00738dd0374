/** One game by postcode, for those who may see it. */
export default defineApi(async (event) => {
  const { game, visitor } = await seenGame(event)
  const view = await gameView(game, visitor)
  if (view === null) throw refuse.missing('This game')
  return view
})

/** Counts by day and release, for the maker. */
export default defineApi(async (event) => {
  const game = await ownGame(event)
  return { days: (await figures.get(game.id))?.days ?? [] }
})

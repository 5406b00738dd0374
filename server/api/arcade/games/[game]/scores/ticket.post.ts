/** The seed of a play that may go into the table, sealed, and names to choose from. */
export default defineApi(async (event) => {
  const { game } = await seenGame(event)
  if (!hasScores(game)) throw refuse.missing('A table of scores')
  await limit(event, 'scores')
  return newTicket(game)
})

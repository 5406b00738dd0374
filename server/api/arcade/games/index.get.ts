/** Public games, the last changed first. What is not public is never in here. */
export default defineApi(async () => {
  const games = (await allGames()).filter((game) => game.visibility === 'public' && game.live > 0)
  const views = await Promise.all(games.map((game) => gameView(game, null)))
  return views.filter((view) => view !== null).sort((a, b) => (a.updated < b.updated ? 1 : -1))
})

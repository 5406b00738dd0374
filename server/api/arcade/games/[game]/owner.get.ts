/** How it stands with a game, for its maker. */
export default defineApi(async (event) => ownerView(await ownGame(event)))

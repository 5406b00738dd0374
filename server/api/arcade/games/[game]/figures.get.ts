/** Counts by day and release, for the maker. */
export default defineApi(async (event) => ({ days: await figuresNow((await ownGame(event)).id) }))

/** Addresses players left that are not due to be deleted yet, for the maker. */
export default defineApi(async (event) => ({ emails: await emailsOf((await ownGame(event)).id) }))

import { emailsOf } from '../../../../arcade/door'

/** Addresses players left that are not due to be deleted yet, for the maker. */
export default defineApi(async (event) => {
  const { id } = await ownGame(event)
  return { emails: await emailsOf((await arcade()).db, id) }
})

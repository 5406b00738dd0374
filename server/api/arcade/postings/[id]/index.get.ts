import { readPosting } from '../../../../arcade/postings'

export default defineApi(async (event) => {
  const owner = await makerOf(event)
  const row = await readPosting((await arcade()).db, getRouterParam(event, 'id') ?? '')
  if (row === null || row.owner !== owner) throw refuse.missing('This posting')
  return viewOf(row)
})

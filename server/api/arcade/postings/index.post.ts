import { PostRequest } from '@core/posting/protocol'

export default defineApi(async (event) => {
  const owner = await makerOf(event)
  await limit(event, 'postings')
  const body = PostRequest.safeParse(await readBody(event).catch(() => null))
  if (!body.success) throw refuse.shape('A posting needs an upload, who can see it, and a note of at most 600 letters.')
  return viewOf(await post(owner, body.data))
})

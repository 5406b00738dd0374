/** Resumable uploads. How many are begun is limited here; tus itself sees no address. */
export default defineApi(async (event) => {
  if (event.method === 'POST') await limit(event, 'uploads')
  event.node.req.headers[ADDRESS_HEADER] = addressOf(event)
  return (await uploadServer()).handleWeb(toWebRequest(event))
}, Number.POSITIVE_INFINITY)

import { WebdavRequest } from '@core/posting/ways'

export default defineApi(async (event) => {
  const owner = await makerOf(event)
  await limit(event, 'webdav')
  const body = WebdavRequest.safeParse(await readBody(event).catch(() => null))
  if (!body.success)
    throw refuse.shape(
      'WebDAV needs an address, a folder name of small letters, digits and dashes, and a finished upload.',
    )
  return sendToWebdav(owner, body.data)
})

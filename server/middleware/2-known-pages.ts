import { setResponseHeaders } from 'h3'
import { knownPage, withNonce } from '../utils/page-cache'

/** Answers with a page that was rendered before, where it is still true. */
export default defineEventHandler(async (event) => {
  const page = await knownPage(event)
  if (page === null) return
  const { headers, body } = withNonce(page)
  setResponseHeaders(event, headers)
  return body
})

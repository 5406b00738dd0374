import { readPostcode } from '@core/posting/postcode'

/** The postcode box, for pages without script. */
export default defineEventHandler((event) => {
  const typed = String(getQuery(event)['postcode'] ?? '')
  const postcode = readPostcode(typed)
  return sendRedirect(event, postcode === null ? '/arcade?wrong=postcode' : `/arcade/${postcode.toLowerCase()}`, 303)
})

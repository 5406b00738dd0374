/** The newest public games (Atom, RFC 4287). */
export default defineEventHandler(async (event) => {
  const { origin } = getRequestURL(event)
  setResponseHeader(event, 'content-type', 'application/atom+xml; charset=utf-8')
  return feedOf(origin, (await publicGames()).slice(0, 50))
})

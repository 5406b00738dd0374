/** Public games and the list of them (sitemaps.org, 0.9). */
export default defineEventHandler(async (event) => {
  const { origin } = getRequestURL(event)
  setResponseHeader(event, 'content-type', 'application/xml; charset=utf-8')
  return sitemapOf(origin, await publicGames())
})

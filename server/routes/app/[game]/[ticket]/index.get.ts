/** A game as an app, on the games' origin. Its frame takes over this policy, so scripts in the page are allowed to both. */
export default defineApi(async (event) => {
  const game = await appGame(event)
  setResponseHeaders(event, {
    'content-type': 'text/html; charset=utf-8',
    'x-robots-tag': 'noindex',
    'x-content-type-options': 'nosniff',
    'referrer-policy': 'no-referrer',
    'content-security-policy':
      "default-src 'none'; script-src 'unsafe-inline'; style-src 'unsafe-inline'; img-src 'self' data: blob:; media-src data: blob:; font-src data:; connect-src 'self' data: blob:; manifest-src 'self'; worker-src 'self'; frame-src 'none'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'",
  })
  return appPage(game)
})

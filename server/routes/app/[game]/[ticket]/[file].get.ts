/** What the app page loads: its manifest, its worker, its icons, and the game in one file. */
export default defineApi(async (event) => {
  const game = await appGame(event)
  const file = getRouterParam(event, 'file') ?? ''
  setResponseHeaders(event, { 'x-content-type-options': 'nosniff', 'cache-control': 'no-cache' })
  if (file === 'manifest.webmanifest') {
    setResponseHeader(event, 'content-type', 'application/manifest+json')
    return appManifest(game)
  }
  if (file === 'sw.js') {
    setResponseHeader(event, 'content-type', 'text/javascript; charset=utf-8')
    return appWorker(game)
  }
  if (file === 'game.html') {
    // Opened by itself it is as powerless as in its frame.
    setResponseHeaders(event, {
      'content-type': 'text/html; charset=utf-8',
      'content-security-policy': 'sandbox allow-scripts',
    })
    return onePageOf(game.game, game.live)
  }
  const icon = /^icon-(192|512)\.png$/.test(file) ? await gameFile(game.game, game.live, file) : null
  if (icon === null) throw refuse.missing('This file')
  setResponseHeader(event, 'content-type', 'image/png')
  return icon
})

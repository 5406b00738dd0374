/** The pack a game was made from, where its maker allows copies; where it came from stays written in it. */
export default defineApi(async (event) => {
  const { game } = await seenGame(event)
  if (game.release?.label.copies.allowed !== true) throw refuse.missing('A pack to make your own from')
  const bytes = await packOf(game, publicOrigin(event))
  setResponseHeaders(event, {
    'content-type': 'application/zip',
    'x-content-type-options': 'nosniff',
    'content-disposition': `attachment; filename="${game.postcode.toLowerCase()}.pack.zip"`,
  })
  return Buffer.from(bytes)
})

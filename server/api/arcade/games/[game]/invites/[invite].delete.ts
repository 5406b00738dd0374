export default defineApi(async (event) => {
  const game = await ownGame(event)
  return ownerView(await revokeInvite(game.id, getRouterParam(event, 'invite') ?? ''))
})

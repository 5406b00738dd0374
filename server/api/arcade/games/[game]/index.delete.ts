/** Deletes a game for good. */
export default defineApi(async (event) => {
  await deleteGame(await ownGame(event))
  return { ok: true }
})

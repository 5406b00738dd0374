/** Everything up to now was read. */
export default defineApi(async (event) => {
  const maker = await makerOf(event)
  await (await arcade()).storage.setItem(`read:${maker}`, new Date().toISOString())
  return { ok: true }
})

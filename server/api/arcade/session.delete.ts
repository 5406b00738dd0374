/** This browser's pages forget whose they are. */
export default defineApi(async (event) => {
  await endOwnSession(event)
  return { ok: true }
})

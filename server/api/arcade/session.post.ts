/** Lets this browser's pages know whose they are. */
export default defineApi(async (event) => {
  await rememberByKey(event)
  return { ok: true }
})

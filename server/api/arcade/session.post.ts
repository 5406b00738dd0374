/** Lets this browser's pages know whose they are. */
export default defineApi(async (event) => {
  await makerOf(event)
  rememberMaker(event, /^Bearer (\S+)$/.exec(getHeader(event, 'authorization') ?? '')![1]!)
  return { ok: true }
})

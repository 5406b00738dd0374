/** Everything up to now was read. */
export default defineApi(async (event) => {
  const maker = await makerOf(event)
  const { db } = await arcade()
  await db.updateTable('makers').set({ read_until: new Date().toISOString() }).where('id', '=', maker).execute()
  return { ok: true }
})

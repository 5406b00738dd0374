/** A new maker's key: 256 random bits, shown once, kept as a hash. */
export default defineApi(async (event) => {
  await limit(event, 'keys')
  const key = newKey()
  const { storage } = await arcade()
  await storage.setItem(`keys:${hashKey(key)}`, { created: new Date().toISOString() })
  rememberMaker(event, key)
  return { key }
})

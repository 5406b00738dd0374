import { newMaker } from '../../arcade/makers'

/** A new maker's key: 256 random bits, shown once, kept as a hash. */
export default defineApi(async (event) => {
  await limit(event, 'keys')
  const { maker, key } = await newMaker((await arcade()).db)
  await rememberMaker(event, maker, key)
  return { key }
})

import { changeKey } from '../../../arcade/makers'

/** A new key in the place of this one, which opens nothing from now on; nor does any session or key file of it. */
export default defineApi(async (event) => {
  const maker = await makerOf(event)
  await limit(event, 'keys')
  const { db } = await arcade()
  const key = await db.transaction().execute((at) => changeKey(at, maker))
  await rememberMaker(event, maker, key)
  return { key }
})

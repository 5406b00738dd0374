import { mailOf } from '../../arcade/mail'

/** The arcade's letters to a maker, the newest first. */
export default defineApi(async (event) => {
  const maker = await makerOf(event)
  return mailOf((await arcade()).db, maker)
})

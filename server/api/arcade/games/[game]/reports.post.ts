import { ReportRequest } from '@core/posting/protocol'
import { addReport } from '../../../../arcade/door'

/** Somebody says what is wrong with a game; its maker finds it in the mail. Who said it is not kept. */
export default defineApi(async (event) => {
  const { game } = await seenGame(event)
  await limit(event, 'reports')
  const type = getHeader(event, 'content-type') ?? ''
  const body = ReportRequest.safeParse(await readBody(event).catch(() => null))
  if (!body.success) throw refuse.shape('Say what is wrong, in at most 600 letters.')
  await addReport((await arcade()).db, { game: game.id, ...body.data })
  // A page without script sends a form and needs a page back.
  if (type.includes('form')) return sendRedirect(event, `${linkOf(game)}?thanks=report`, 303)
  return { ok: true }
})

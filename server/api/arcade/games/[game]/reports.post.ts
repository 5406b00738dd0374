import { randomUUID } from 'node:crypto'
import { ReportRequest } from '@core/posting/protocol'

/** Somebody says what is wrong with a game; its maker finds it in the mail. Who said it is not kept. */
export default defineApi(async (event) => {
  const { game } = await seenGame(event)
  await limit(event, 'reports')
  const type = getHeader(event, 'content-type') ?? ''
  const body = ReportRequest.safeParse(await readBody(event).catch(() => null))
  if (!body.success) throw refuse.shape('Say what is wrong, in at most 600 letters.')
  await reports.set({ id: `report-${randomUUID()}`, game: game.id, at: new Date().toISOString(), ...body.data })
  // A page without script sends a form and needs a page back.
  if (type.includes('form')) return sendRedirect(event, `/arcade/${game.postcode.toLowerCase()}?thanks=report`, 303)
  return { ok: true }
})

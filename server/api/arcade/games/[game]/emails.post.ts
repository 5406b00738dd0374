import { EmailRequest } from '@core/posting/protocol'
import { keepEmail } from '../../../../arcade/door'

/** Somebody leaves an e-mail address, where the maker said what for, who keeps it and for how long. */
export default defineApi(async (event) => {
  const { game } = await seenGame(event)
  const use = game.release?.label.privacy.email ?? null
  if (use === null) throw refuse.missing('A list of addresses')
  await limit(event, 'emails')
  const type = getHeader(event, 'content-type') ?? ''
  const body = EmailRequest.safeParse(await readBody(event).catch(() => null))
  if (!body.success) throw refuse.shape('This is not an e-mail address. Read it again.')
  const until = new Date(Date.now() + use.days * 86_400_000).toISOString()
  if (!(await keepEmail((await arcade()).db, game.id, body.data.email, until)))
    throw refuse.conflict('This list is full, so your address was not taken. Its maker is told in the figures.')
  if (type.includes('form')) return sendRedirect(event, `${linkOf(game)}?thanks=email`, 303)
  return { ok: true }
})

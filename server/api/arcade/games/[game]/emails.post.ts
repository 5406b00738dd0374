import { EmailRequest } from '@core/posting/protocol'

/** Somebody leaves an e-mail address, where the maker said what for, who keeps it and for how long. */
export default defineApi(async (event) => {
  const { game } = await seenGame(event)
  const use = liveRelease(game)?.label.privacy.email ?? null
  if (use === null) throw refuse.missing('A list of addresses')
  await limit(event, 'emails')
  const type = getHeader(event, 'content-type') ?? ''
  const body = EmailRequest.safeParse(await readBody(event).catch(() => null))
  if (!body.success) throw refuse.shape('This is not an e-mail address. Read it again.')
  await keepEmail(game.id, body.data.email, use.days)
  if (type.includes('form')) return sendRedirect(event, `/arcade/${game.postcode.toLowerCase()}?thanks=email`, 303)
  return { ok: true }
})

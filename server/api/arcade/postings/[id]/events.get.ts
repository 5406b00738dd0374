/** States as they change, as server-sent events; the present one first. */
export default defineApi(async (event) => {
  const { keyHash } = await visitorOf(event)
  const id = getRouterParam(event, 'id') ?? ''
  const row = await readPosting(id)
  if (row === null || keyHash === null || row.owner !== keyHash) throw refuse.missing('This posting')
  const stream = createEventStream(event)
  const tell = (view: unknown) => void stream.push({ event: 'state', data: JSON.stringify(view) })
  changes.on(id, tell)
  stream.onClosed(async () => {
    changes.off(id, tell)
    await stream.close()
  })
  tell(viewOf((await readPosting(id)) ?? row))
  return stream.send()
})

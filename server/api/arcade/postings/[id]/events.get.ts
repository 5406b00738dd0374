import { readPosting } from '../../../../arcade/postings'

/** States as they change, as server-sent events; the present one first. */
export default defineApi(async (event) => {
  const { maker } = await visitorOf(event)
  const id = getRouterParam(event, 'id') ?? ''
  const { db, heard } = await arcade()
  const row = await readPosting(db, id)
  if (row === null || maker === null || row.owner !== maker) throw refuse.missing('This posting')
  const stream = createEventStream(event)
  const tell = async () => {
    const now = await readPosting(db, id)
    if (now !== null) await stream.push({ event: 'state', data: JSON.stringify(await viewOf(now)) })
  }
  // One after the other, so that a later state never comes before an earlier one.
  let last = tell()
  const hear = (changed: string) => {
    if (changed === id) last = last.then(tell).catch(() => undefined)
  }
  heard.on('posting', hear)
  const forget = keepStream(() => void stream.close())
  stream.onClosed(async () => {
    heard.off('posting', hear)
    forget()
    await stream.close()
  })
  return stream.send()
})

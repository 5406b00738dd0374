import * as z from 'zod'

const Query = z.object({ title: z.string().max(200), game: z.string().max(80).default('') })

/** Whether a title is free for a public game; asked while it is typed. */
export default defineApi(async (event) => {
  await limit(event, 'titles')
  const query = Query.safeParse(getQuery(event))
  if (!query.success) throw refuse.shape('Ask for one title.')
  return { taken: await titleTaken(query.data.title, query.data.game) }
})

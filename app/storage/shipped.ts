import * as z from 'zod'

const DrawerSet = z.object({
  id: z.string(),
  name: z.string(),
  author: z.string(),
  licence: z.string(),
  link: z.string(),
  items: z.array(
    z.object({
      file: z.string(),
      hash: z.string(),
      bytes: z.number(),
      kind: z.enum(['picture', 'sound', 'music']),
      name: z.string(),
      words: z.string(),
      columns: z.number().default(1),
      rows: z.number().default(1),
      width: z.number().default(0),
      height: z.number().default(0),
      durationS: z.number().default(0),
    }),
  ),
})
export type DrawerSet = z.infer<typeof DrawerSet>

let index: Promise<DrawerSet> | null = null

/** What the shipped set of art and sounds holds; asked for once. Rejects where it cannot be fetched, and is asked for again. */
export const drawerSet = (): Promise<DrawerSet> =>
  (index ??= fetch('/shipped/drawer/saltwick/index.json')
    .then(async (answer) => DrawerSet.parse(await answer.json()))
    .catch((error: unknown) => {
      index = null
      throw error
    }))

export const shippedUrl = (set: DrawerSet, file: string): string => `/shipped/drawer/${set.id}/${file}`

/** A file of the shipped set by its hash; null where there is none, or it cannot be fetched now. */
export async function shippedBytes(hash: string): Promise<Uint8Array | null> {
  try {
    const set = await drawerSet()
    const item = set.items.find((one) => one.hash === hash)
    if (item === undefined) return null
    const answer = await fetch(shippedUrl(set, item.file))
    return answer.ok ? new Uint8Array(await answer.arrayBuffer()) : null
  } catch {
    return null
  }
}

import type { Source } from '@core/pack/asset'
import { ref, shallowRef } from 'vue'
import * as z from 'zod'
import type { Piece } from './drawer'

const Catalogue = z.object({
  sets: z.array(z.object({ id: z.string().regex(/^[a-z0-9-]+$/), name: z.string(), pieces: z.int().default(0) })),
})
const Index = z.object({
  id: z.string(),
  name: z.string(),
  author: z.string(),
  licence: z.string(),
  link: z.string(),
  width: z.number(),
  height: z.number(),
  items: z.array(z.tuple([z.string(), z.string(), z.string(), z.string()])),
})
const Bodies = z.object({
  width: z.number().optional(),
  height: z.number().optional(),
  icons: z.record(
    z.string(),
    z.object({ body: z.string(), width: z.number().optional(), height: z.number().optional() }),
  ),
})

/** What people type for what a set calls otherwise. */
const ALIKE: Record<string, string> = {
  boat: 'ship',
  ship: 'boat',
  bunny: 'rabbit',
  puppy: 'dog',
  kitty: 'cat',
  bomb: 'explosive',
  coin: 'money',
  sweet: 'candy',
  gem: 'diamond',
  stone: 'rock',
  rock: 'stone',
  monster: 'ogre',
  robot: 'android',
  plane: 'airplane',
  car: 'automobile',
  spaceship: 'rocket',
  insect: 'bug',
  bug: 'insect',
  mushroom: 'fungus',
}
export const alike = (word: string): string => ALIKE[word] ?? word

/** Sets that come from packages: an index of words first, the drawings once one of them is to be seen. */
export function iconSets() {
  const sets = ref<{ id: string; name: string; pieces: number }[]>([])
  const pieces = shallowRef<Piece[]>([])
  const bodies = shallowRef<ReadonlyMap<string, z.infer<typeof Bodies>>>(new Map())
  /** One-colour silhouettes are drawn in this. */
  const ink = ref('#d8a13a')
  const asked = new Map<string, Promise<void>>()

  const json = async (url: string): Promise<unknown> => {
    const answer = await fetch(url)
    if (!answer.ok) throw new Error(`${url}: ${answer.status}`)
    return answer.json()
  }
  const once = (key: string, does: () => Promise<void>): Promise<void> => {
    let found = asked.get(key)
    if (found === undefined) {
      found = does().catch((error: unknown) => {
        asked.delete(key)
        throw error
      })
      asked.set(key, found)
    }
    return found
  }

  const list = (): Promise<void> =>
    once('sets', async () => {
      sets.value = Catalogue.parse(await json('/shipped/drawer/index.json')).sets
    })

  const loadIndex = (id: string): Promise<void> =>
    once(`index ${id}`, async () => {
      const index = Index.parse(await json(`/shipped/drawer/${id}.json`))
      const source: Partial<Source> = { author: index.author, licence: index.licence, link: index.link }
      pieces.value = [
        ...pieces.value,
        ...index.items.map(([name, words, colours, shape]): Piece => ({
          ...{ id: `${id}/${name}`, set: id, name: name.replaceAll('-', ' '), words, colours, shape },
          ...{ kind: 'picture', columns: 1, rows: 1, width: index.width, height: index.height, durationS: 0 },
          ...{ url: null, hash: '' },
          bringing: {
            name: `${name}.svg`,
            size: 4000,
            source,
            bytes: async () => {
              await loadBodies(id)
              return new TextEncoder().encode(svgOf(id, name) ?? '')
            },
          },
        })),
      ]
    })

  const loadBodies = (id: string): Promise<void> =>
    once(`bodies ${id}`, async () => {
      const read = Bodies.parse(await json(`/shipped/icons/${id}/icons.json`))
      bodies.value = new Map([...bodies.value, [id, read]])
    })

  function svgOf(id: string, name: string): string | null {
    const set = bodies.value.get(id)
    const icon = set?.icons[name]
    if (set === undefined || icon === undefined) return null
    const width = icon.width ?? set.width ?? 16
    const height = icon.height ?? set.height ?? 16
    const body = icon.body.replaceAll('currentColor', ink.value)
    return `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${body}</svg>`
  }

  /** An address of the drawing; null while its set is still on its way. */
  function urlOf(piece: Piece): string | null {
    const svg = svgOf(piece.set, piece.id.slice(piece.set.length + 1))
    if (svg !== null) return `data:image/svg+xml,${encodeURIComponent(svg)}`
    void loadBodies(piece.set).catch(() => undefined)
    return null
  }

  return { sets, pieces, ink, list, loadIndex, urlOf, isOneColour: (id: string) => id === 'game-icons' }
}

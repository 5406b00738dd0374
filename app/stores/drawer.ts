import type { Source } from '@core/pack/asset'
import { isPicture } from '@core/pack/asset'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import * as z from 'zod'
import { listMine, readBytes } from '../storage/assets'
import type { Bringing } from './incoming'

const Index = z.object({
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

export interface Piece {
  id: string
  set: string
  name: string
  words: string
  kind: 'picture' | 'sound'
  /** Sprites: cells side by side; the first is shown. */
  columns: number
  rows: number
  width: number
  height: number
  durationS: number
  url: string | null
  hash: string
  bringing: Bringing
}

/** The searchable store of art and sounds: shipped sets and all the user ever brought in. */
export const useDrawer = defineStore('drawer', () => {
  const shipped = shallowRef<Piece[]>([])
  const mine = shallowRef<Piece[]>([])
  const query = ref('')
  const set = ref('all')
  const loaded = ref(false)
  const failed = ref(false)

  async function load(): Promise<void> {
    void loadMine()
    if (loaded.value) return
    try {
      const index = Index.parse(await (await fetch('/shipped/drawer/saltwick/index.json')).json())
      const source: Partial<Source> = { author: index.author, licence: index.licence, link: index.link }
      shipped.value = index.items.map((item): Piece => {
        const url = `/shipped/drawer/${index.id}/${item.file}`
        return {
          id: `${index.id}/${item.file}`,
          set: index.id,
          name: item.name,
          words: item.words,
          kind: item.kind === 'picture' ? 'picture' : 'sound',
          columns: item.columns,
          rows: item.rows,
          width: item.width,
          height: item.height,
          durationS: item.durationS,
          url,
          hash: item.hash,
          bringing: {
            name: item.file,
            size: item.bytes,
            source,
            cut: item.kind === 'picture' ? { columns: item.columns, rows: item.rows } : undefined,
            bytes: async () => new Uint8Array(await (await fetch(url)).arrayBuffer()),
          },
        }
      })
      loaded.value = true
    } catch {
      failed.value = true
    }
  }

  async function loadMine(): Promise<void> {
    const rows = await listMine()
    mine.value = rows.map(({ hash, facts }): Piece => ({
      id: `mine/${hash}`,
      set: 'mine',
      name: facts.source.file.replace(/\.[a-z0-9]+$/i, ''),
      words: facts.source.author,
      kind: isPicture(facts.mime) ? 'picture' : 'sound',
      columns: 1,
      rows: 1,
      width: facts.width,
      height: facts.height,
      durationS: facts.durationS,
      url: null,
      hash,
      bringing: {
        name: facts.source.file,
        size: facts.bytes,
        source: facts.source,
        bytes: async () => (await readBytes(hash)) ?? new Uint8Array(),
      },
    }))
  }

  const shown = computed(() => {
    const words = query.value.toLowerCase().split(/\s+/).filter(Boolean)
    const within = [...(set.value === 'mine' ? [] : shipped.value), ...(set.value === 'saltwick' ? [] : mine.value)]
    return within.filter(
      (piece) =>
        (set.value !== 'sounds' || piece.kind === 'sound') &&
        words.every((word) => `${piece.name} ${piece.words}`.toLowerCase().includes(word)),
    )
  })

  const byId = (id: string): Piece | undefined => [...shipped.value, ...mine.value].find((piece) => piece.id === id)

  return { shipped, mine, query, set, loaded, failed, load, loadMine, shown, byId }
})

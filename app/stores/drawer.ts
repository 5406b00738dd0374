import type { Source } from '@core/pack/asset'
import { isPicture } from '@core/pack/asset'
import { defineStore } from 'pinia'
import { computed, markRaw, ref, shallowRef, watch } from 'vue'
import { listMine, readBytes } from '../storage/assets'
import { drawerSet, shippedUrl } from '../storage/shipped'
import { alike, iconSets } from './icon-sets'
import type { Bringing } from './incoming'

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
  /** Plain words for what it looks like, as far as that was measured. */
  colours: string
  shape: string
  bringing: Bringing
}

/** As the index of the packaged sets tells it, from the size alone. */
const shapeOf = (width: number, height: number): string =>
  width === 0 || height === 0 ? '' : width / height < 0.72 ? 'tall' : width / height > 1.4 ? 'wide' : 'square'

/** The searchable store of art and sounds: shipped sets and all the user ever brought in. */
export const useDrawer = defineStore('drawer', () => {
  const shipped = shallowRef<Piece[]>([])
  const mine = shallowRef<Piece[]>([])
  const query = ref('')
  const set = ref('all')
  const colour = ref('')
  const shape = ref('')
  const icons = markRaw(iconSets())
  const loaded = ref(false)
  const failed = ref(false)

  async function load(): Promise<void> {
    void loadMine()
    if (loaded.value) return
    try {
      await icons.list()
      const index = await drawerSet()
      const source: Partial<Source> = { author: index.author, licence: index.licence, link: index.link }
      shipped.value = index.items.map((item): Piece => {
        const url = shippedUrl(index, item.file)
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
          colours: '',
          shape: shapeOf(item.width / item.columns, item.height / item.rows),
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
      colours: '',
      shape: shapeOf(facts.width, facts.height),
      bringing: {
        name: facts.source.file,
        size: facts.bytes,
        source: facts.source,
        bytes: async () => (await readBytes(hash)) ?? new Uint8Array(),
      },
    }))
  }

  // Sets from packages are fetched when one is opened, or when everything is searched.
  watch(
    [set, query, colour, shape, icons.sets],
    () => {
      const wide = set.value === 'all' && (query.value !== '' || colour.value !== '' || shape.value !== '')
      for (const { id } of icons.sets.value)
        if (wide || set.value === id)
          icons.loadIndex(id).catch(() => {
            failed.value = true
          })
    },
    { flush: 'post' },
  )

  const within = computed((): Piece[] => {
    switch (set.value) {
      case 'all':
        return [...shipped.value, ...mine.value, ...icons.pieces.value]
      case 'sounds':
        return [...shipped.value, ...mine.value].filter((piece) => piece.kind === 'sound')
      case 'saltwick':
        return shipped.value
      case 'mine':
        return mine.value
      default:
        return icons.pieces.value.filter((piece) => piece.set === set.value)
    }
  })
  const shown = computed(() => {
    const words = (query.value ?? '').toLowerCase().split(/\s+/).filter(Boolean)
    const others = words.map(alike)
    return within.value.filter((piece) => {
      if (colour.value !== '' && !piece.colours.includes(colour.value)) return false
      if (shape.value !== '' && piece.shape !== shape.value) return false
      // What stands in for a word counts at the beginning of one only: a boat is not a place of worship.
      const text = ` ${piece.name} ${piece.words}`.toLowerCase()
      return words.every(
        (word, i) => text.includes(word.length > 3 ? word : ` ${word}`) || text.includes(` ${others[i]}`),
      )
    })
  })

  const byId = (id: string): Piece | undefined =>
    [...shipped.value, ...mine.value, ...icons.pieces.value].find((piece) => piece.id === id)

  /** Pieces that are not from packages. */
  const own = computed(() => shipped.value.length + mine.value.length)
  return { own, shipped, mine, query, set, colour, shape, loaded, failed, load, loadMine, shown, byId, icons }
})

import {
  levelsFrom,
  takableFrom,
  takeLevels,
  takeCommand,
  TAKEN_FIELDS,
  type Game,
  type Takable,
  type TakenField,
} from '@core/template/take-from'
import type { Command } from '@core/pack/commands'
import { assetBytes } from '../workers/sources'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { keepBytes } from '../storage/assets'
import { useBench } from './bench'
import { useLibrary } from './library'
import { useNotices } from './notices'
import { useTemplates } from './templates'

/** A second pack beside the one on the bench, and what is taken of it. */
export const useTakeFrom = defineStore('take-from', () => {
  const bench = useBench()
  const library = useLibrary()
  const templates = useTemplates()
  const notices = useNotices()
  const open = ref(false)
  const busy = ref(false)
  const from = shallowRef<Game | null>(null)
  const rows = shallowRef<(Takable & { chosen: boolean })[]>([])
  const fields = ref<TakenField[]>([])
  /** Levels of the other pack that are to come, by their ids. */
  const levels = ref<string[]>([])

  const into = computed((): Game | null =>
    bench.pack === null || bench.template === null ? null : { pack: bench.pack, template: bench.template },
  )
  const others = computed(() => library.packs.map((row) => row.pack).filter((pack) => pack.id !== bench.pack?.id))
  /** Fields of the other label that say something. */
  const offered = computed(() =>
    (Object.keys(TAKEN_FIELDS) as TakenField[]).filter((field) => (from.value?.pack.label[field].length ?? 0) > 0),
  )
  const offeredLevels = computed(() =>
    from.value === null || into.value === null ? [] : levelsFrom(from.value, into.value),
  )
  /** How many more levels this game may have. */
  const room = computed(() => (bench.base?.levels?.most ?? 1) - Math.max(1, bench.levels.length))
  const ready = computed(() => rows.value.filter((row) => row.chosen && row.target !== ''))

  async function show(): Promise<void> {
    from.value = null
    rows.value = []
    fields.value = []
    levels.value = []
    open.value = true
    await library.refresh()
  }
  async function choose(id: string): Promise<void> {
    const pack = others.value.find((one) => one.id === id)
    if (pack === undefined || into.value === null) return
    from.value = { pack, template: await templates.load(pack.template.id) }
    rows.value = takableFrom(from.value, into.value).map((row) => ({ ...row, chosen: false }))
    fields.value = []
    levels.value = []
  }
  /** A pack file: opened as a pack of this browser, and looked into. */
  async function chooseFile(file: File): Promise<void> {
    const id = await library.openFile(file)
    if (id !== null) await choose(id)
  }
  const change = (key: string, what: Partial<Pick<Takable, 'target'> & { chosen: boolean }>): void => {
    rows.value = rows.value.map((row) => (row.key === key ? { ...row, ...what } : row))
  }

  /** One step for all of it. Files that only the other template has are fetched and kept first. */
  async function take(): Promise<void> {
    if (from.value === null || into.value === null) return
    const { pack, template } = from.value
    const parts = takeCommand(from.value, into.value, ready.value, fields.value)
    const whole = takeLevels(from.value, into.value, levels.value)
    const assets = { ...parts.assets, ...whole.assets }
    const command: Command = { type: 'all', commands: [parts.command, whole.command] }
    const count = ready.value.length + fields.value.length + levels.value.length
    busy.value = true
    try {
      const shipped = Object.keys(assets).filter((hash) => pack.assets[hash] === undefined)
      const files = await Promise.all(
        shipped.map(async (hash) => {
          const bytes = await assetBytes(hash, template)
          if (bytes === null) throw new Error('gone')
          return [hash, bytes] as const
        }),
      )
      void keepBytes(new Map(files))
      const title = pack.label.title || template.name
      await bench.act(`Take ${count} ${count === 1 ? 'thing' : 'things'} from ${title}`, command)
      open.value = false
    } catch {
      notices.warn('A file of that template could not be fetched. Look at the connection and take it again.')
    } finally {
      busy.value = false
    }
  }

  return {
    open,
    busy,
    from,
    rows,
    fields,
    levels,
    room,
    others,
    offered,
    offeredLevels,
    ready,
    show,
    choose,
    chooseFile,
    change,
    take,
  }
})

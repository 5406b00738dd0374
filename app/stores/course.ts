import type { Explored } from '@core/game/rules'
import type { CourseContent } from '@core/kinds/course'
import {
  alikeFrom,
  lineOf,
  movedThing,
  resized,
  tileAt,
  withoutThing,
  withThing,
  withTiles,
  type Cell,
  type LayerName,
} from '@core/pack/course'
import { watchDebounced } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { latest } from '../composables/latest'
import { explore } from '../workers/dry-run'
import { useBench } from './bench'
import { useNotices } from './notices'

export const COURSE_TOOLS = ['paint', 'erase', 'fill', 'place', 'pick'] as const
export type CourseTool = (typeof COURSE_TOOLS)[number]
/** Where one gets to is worked out when nothing was laid for so long. */
const QUIET_MS = 60

/** The course in hand: tools, what is laid with them, and where one gets to in it. */
export const useCourse = defineStore('course', () => {
  const bench = useBench()
  const notices = useNotices()
  const tool = ref<CourseTool>('paint')
  const layer = ref<LayerName>('play')
  const tile = ref('')
  const thing = ref({ part: '', entry: '' })
  /** Thing that is picked, by its id. */
  const picked = ref('')
  const cursor = ref<Cell>({ x: 2, y: 2 })
  /** The course as a stroke leaves it that is not over yet. */
  const draft = shallowRef<CourseContent | null>(null)
  let stroke: { last: Cell; cells: Map<string, Cell> } | null = null

  /** The part the course is of: of the level at hand, where that has one of its own. */
  const spec = computed(() => {
    const chosen = bench.spec(bench.selected.part)
    return chosen?.content.kind === 'course' ? chosen : bench.shownParts.find((one) => one.content.kind === 'course')
  })
  const kept = computed(() => {
    const content = spec.value === undefined ? undefined : bench.content(spec.value.id)
    return content?.kind === 'course' ? content : null
  })
  const content = computed(() => draft.value ?? kept.value)
  const entriesOf = (part: string) => {
    const cast = bench.content(part)
    return cast?.kind === 'cast' ? cast.entries : []
  }
  const tiles = computed(() => entriesOf(spec.value?.course?.tiles ?? ''))
  const things = computed(() =>
    (spec.value?.course?.things ?? []).flatMap((part) =>
      entriesOf(part).map((entry) => ({ part, entry, of: bench.spec(part)?.name ?? '' })),
    ),
  )
  watch(
    tiles,
    (all) => {
      if (!all.some(({ id }) => id === tile.value)) tile.value = all[0]?.id ?? ''
    },
    { immediate: true },
  )

  async function commit(name: string, next: CourseContent): Promise<void> {
    const from = kept.value
    if (from === null || spec.value === undefined || next === from) return
    await bench.act(name, { type: 'set-part', part: spec.value.id, from, content: next })
  }

  /** Lays, or takes out, what lies between the last place of a stroke and this one. */
  function paintTo(cell: Cell): void {
    const from = kept.value
    if (from === null) return
    stroke ??= { last: cell, cells: new Map() }
    for (const one of lineOf(stroke.last, cell)) stroke.cells.set(`${one.x} ${one.y}`, one)
    stroke.last = cell
    draft.value = withTiles(from, layer.value, [...stroke.cells.values()], tool.value === 'erase' ? '' : tile.value)
  }
  /** One stroke is one step. */
  async function endStroke(): Promise<void> {
    const [next, count] = [draft.value, stroke?.cells.size ?? 0]
    stroke = null
    if (next !== null) {
      const name = tiles.value.find(({ id }) => id === tile.value)?.name ?? 'tiles'
      await commit(tool.value === 'erase' ? `Take out ${count} cells` : `Lay ${count} of ${name}`, next)
    }
    draft.value = null
  }
  function dropStroke(): boolean {
    const was = draft.value !== null
    stroke = null
    draft.value = null
    return was
  }

  async function fill(cell: Cell): Promise<void> {
    if (kept.value === null) return
    const cells = alikeFrom(kept.value, layer.value, cell)
    await commit(`Fill ${cells.length} cells`, withTiles(kept.value, layer.value, cells, tile.value))
  }
  async function place(cell: Cell): Promise<void> {
    if (kept.value === null || thing.value.entry === '') return
    const made = withThing(kept.value, thing.value.part, thing.value.entry, cell)
    if (made === null)
      return notices.warn('There are as many things in the course as there may be. Take one out first.')
    await commit(`Place ${nameOf(thing.value)}`, made.course)
    picked.value = made.id
  }
  const nameOf = ({ part, entry }: { part: string; entry: string }): string =>
    entriesOf(part).find(({ id }) => id === entry)?.name ?? entry
  async function move(id: string, dx: number, dy: number): Promise<void> {
    if (kept.value === null || (dx === 0 && dy === 0)) return
    if (id === 'start') {
      const { start } = kept.value
      return commit('Move the start', { ...kept.value, start: { x: start.x + dx, y: start.y + dy } })
    }
    const one = kept.value.things.find((thing) => thing.id === id)
    if (one !== undefined) await commit(`Move ${nameOf(one)}`, movedThing(kept.value, id, dx, dy))
  }
  async function remove(id: string): Promise<void> {
    const one = kept.value?.things.find((thing) => thing.id === id)
    if (kept.value === null || one === undefined) return
    await commit(`Take out ${nameOf(one)}`, withoutThing(kept.value, id))
    picked.value = ''
  }
  const resize = async (w: number, h: number): Promise<void> => {
    if (kept.value !== null) await commit(`Make the course ${w} x ${h}`, resized(kept.value, w, h))
  }
  const take = (next: CourseContent): Promise<void> => commit('Take in a course', next)

  /** What a cell shows is taken in hand. */
  function sample(cell: Cell): void {
    const found = content.value === null ? '' : tileAt(content.value, layer.value, cell)
    if (found === '') return
    tile.value = found
    tool.value = 'paint'
  }

  const explored = shallowRef<Explored | null>(null)
  const exploredOf = shallowRef<unknown>(null)
  /** What was worked out is of the course as it is. */
  const fresh = computed(() => draft.value === null && exploredOf.value === bench.here)
  const turns = latest()
  const watchers = ref(0)
  watchDebounced(
    [() => bench.here, () => watchers.value > 0],
    async () => {
      if (watchers.value === 0 || bench.here === null) return
      const counts = turns.begin()
      const of = bench.here
      const found = await explore(of.doc).catch(() => null)
      if (!counts()) return
      explored.value = found
      exploredOf.value = of
    },
    { debounce: QUIET_MS, immediate: true },
  )

  return {
    ...{ tool, layer, tile, thing, picked, cursor, spec, kept, content, tiles, things, explored, fresh, watchers },
    ...{ paintTo, endStroke, dropStroke, fill, place, move, remove, resize, take, sample, nameOf },
  }
})

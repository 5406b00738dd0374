import { makeSetup, type Setup } from '@core/game/setup'
import { layingFor, type Explored } from '@core/game/laying'
import type { Point } from '@core/game/types'
import type { CourseContent } from '@core/kinds/course'
import {
  alikeFrom,
  LAYERS,
  lineOf,
  resized,
  tileAt,
  withThing,
  withTiles,
  type Cell,
  type LayerName,
} from '@core/pack/course'
import {
  aligned,
  boundedTo,
  cleared,
  grouped,
  laidAt,
  lifted,
  mirrored,
  movedBy,
  ordered,
  START,
  stopIn,
  thingsIn,
  together,
  withPath,
  type Alignment,
  type Area,
  type Choice,
  type Lifted,
} from '@core/pack/course-choice'
import { partInLevel } from '@core/template/levels'
import { watchDebounced } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { latest } from '../composables/latest'
import { explore } from '../workers/dry-run'
import { perPack } from '../composables/per-pack'
import { useBench } from './bench'
import { useNotices } from './notices'

export const COURSE_TOOLS = ['paint', 'erase', 'fill', 'place', 'pick'] as const
export type CourseTool = (typeof COURSE_TOOLS)[number]
/** Where one gets to is worked out when nothing was laid for so long. */
const QUIET_MS = 16
const NOTHING: Choice = { things: [], area: null }

/** The course in hand: tools, what is laid with them, and where one gets to in it. */
export const useCourse = defineStore('course', () => {
  const bench = useBench()
  const notices = useNotices()
  const tool = perPack(ref<CourseTool>('paint'))
  const layer = perPack(ref<LayerName>('play'))
  /** Layers that are not shown, and those in which nothing can be changed; things go with `play`. */
  const hidden = perPack(ref<readonly LayerName[]>([]))
  const locked = perPack(ref<readonly LayerName[]>([]))
  /** All but the layer in hand step back. */
  const dimmed = ref(true)
  /** What is placed and moved goes from cell to cell. */
  const snaps = ref(true)
  const tile = ref('')
  const thing = ref({ part: '', entry: '' })
  const chosen = perPack(shallowRef<Choice>(NOTHING))
  /** Which stop of the way of what is picked is in hand. */
  const stop = perPack(ref(-1))
  const cursor = ref<Cell>({ x: 2, y: 2 })
  /** A cell to be shown when the desk is opened. */
  const goTo = ref<Cell | null>(null)
  /** The course as a stroke leaves it that is not over yet. */
  const draft = shallowRef<CourseContent | null>(null)
  const clipped = perPack(shallowRef<Lifted | null>(null))
  let stroke: { last: Cell; cells: Map<string, Cell> } | null = null

  /** The part the course is of: of the level at hand, where that has one of its own. */
  const spec = computed(() => {
    const chosen = bench.spec(bench.selected.part)
    return chosen?.content.kind === 'course' ? chosen : bench.shownParts.find((one) => one.content.kind === 'course')
  })
  /** What can be done with this one: laid cell by cell, things placed in it, a play begun at its start. */
  const can = computed(() => {
    const { tiles, things = [], starts = true } = spec.value?.course ?? {}
    const laying = bench.pack === null ? undefined : layingFor(bench.pack.template.id)
    return { lay: tiles !== undefined, place: things.length > 0, start: starts, explore: laying !== undefined }
  })
  const tools = computed(() =>
    COURSE_TOOLS.filter((one) => (one === 'pick' ? true : one === 'place' ? can.value.place : can.value.lay)),
  )
  const kept = computed(() => {
    const content = spec.value === undefined ? undefined : bench.content(spec.value.id)
    return content?.kind === 'course' ? content : null
  })
  const content = computed(() => draft.value ?? kept.value)
  /** A cast as it is in the level at hand. */
  const partHere = (part: string): string => (bench.pack === null ? part : partInLevel(bench.pack, part, bench.level))
  const entriesOf = (part: string) => {
    const cast = bench.content(partHere(part))
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
  watch(
    [tools, () => spec.value?.id, tool],
    ([all]) => {
      if (!all.includes(tool.value)) tool.value = all[0]!
    },
    { immediate: true },
  )
  // What is not in the course any more is not in hand either.
  watch(kept, (now) => {
    const { things, area } = chosen.value
    const left = things.filter((id) => id === START || now?.things.some((one) => one.id === id))
    if (left.length !== things.length) choose(left, area)
  })

  /** The things that are picked, without the start. */
  const pickedThings = computed(() => content.value?.things.filter(({ id }) => chosen.value.things.includes(id)) ?? [])
  const startPicked = computed(() => chosen.value.things.includes(START))
  /** The one thing that is picked, where it is just one. */
  const single = computed(() =>
    pickedThings.value.length === 1 && !startPicked.value && chosen.value.area === null ? pickedThings.value[0]! : null,
  )
  function choose(ids: readonly string[], area: Area | null = null): void {
    const all = content.value === null ? ids : together(content.value, ids)
    chosen.value = all.length === 0 && area === null ? NOTHING : { things: all, area }
    stop.value = -1
  }
  /** Picks one more, or leaves out one that was. */
  function alsoChoose(id: string): void {
    const { things, area } = chosen.value
    const own = content.value === null ? [id] : together(content.value, [id])
    choose(things.includes(id) ? things.filter((one) => !own.includes(one)) : [...things, id], area)
  }
  function chooseBox(area: Area): void {
    if (kept.value === null) return
    const box = boundedTo(kept.value, area)
    if (box === null) return choose([])
    const free = locked.value.includes('play') || hidden.value.includes('play') ? [] : thingsIn(kept.value, box)
    choose(free, box)
  }
  /** Layers a choice of tiles counts for. */
  const openLayers = computed(() => LAYERS.filter((one) => !locked.value.includes(one) && !hidden.value.includes(one)))
  /** Why nothing can be changed in a layer; empty where it can. */
  const shut = (which: LayerName): string =>
    locked.value.includes(which)
      ? 'This layer is locked. Unlock it beside the course.'
      : hidden.value.includes(which)
        ? 'This layer is hidden. Show it beside the course.'
        : ''
  /** As `refuses`, for what is picked: things are of the layer of play, a box is of all layers that are free. */
  const refusesChoice = (): boolean =>
    (chosen.value.things.length > 0 || openLayers.value.length === 0) && refuses('play')
  function refuses(which: LayerName): boolean {
    const why = shut(which)
    if (why !== '') notices.warn(why)
    return why !== ''
  }
  const toggled = (list: readonly LayerName[], which: LayerName): LayerName[] =>
    list.includes(which) ? list.filter((one) => one !== which) : [...list, which]
  const toggleHidden = (which: LayerName): void => void (hidden.value = toggled(hidden.value, which))
  const toggleLocked = (which: LayerName): void => void (locked.value = toggled(locked.value, which))

  async function commit(name: string, next: CourseContent): Promise<void> {
    const from = kept.value
    if (from === null || spec.value === undefined || next === from) return
    await bench.act(name, { type: 'set-part', part: spec.value.id, from, content: next })
  }

  /** Lays, or takes out, what lies between the last place of a stroke and this one. */
  function paintTo(cell: Cell): void {
    const from = kept.value
    if (from === null || (stroke === null && refuses(layer.value))) return
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
    if (kept.value === null || refuses(layer.value)) return
    const cells = alikeFrom(kept.value, layer.value, cell)
    await commit(`Fill ${cells.length} cells`, withTiles(kept.value, layer.value, cells, tile.value))
  }
  const FULL = 'There are as many things in the course as there may be. Take one out first.'
  async function place(cell: Cell, spot?: Point): Promise<void> {
    if (kept.value === null || thing.value.entry === '' || refuses('play')) return
    const made = withThing(kept.value, thing.value.part, thing.value.entry, cell)
    if (made === null) return notices.warn(FULL)
    const at = snaps.value || spot === undefined ? { x: 0, y: 0 } : { x: spot.x - cell.x - 0.5, y: spot.y - cell.y - 1 }
    const choice: Choice = { things: [made.id], area: null }
    await commit(`Place ${nameOf(thing.value)}`, movedBy(made.course, choice, at.x, at.y).course)
    choose([made.id])
  }
  const nameOf = ({ part, entry }: { part: string; entry: string }): string =>
    entriesOf(part).find(({ id }) => id === entry)?.name ?? entry
  /** What is picked, in a word. */
  const nameOfChoice = computed(() => {
    const { area } = chosen.value
    const count = pickedThings.value.length + (startPicked.value ? 1 : 0)
    if (area !== null) return `${area.w} x ${area.h} cells`
    if (count > 1) return `${count} things`
    return startPicked.value ? 'the start' : single.value === null ? '' : nameOf(single.value)
  })

  async function moveChoice(dx: number, dy: number): Promise<void> {
    if (kept.value === null || (dx === 0 && dy === 0) || refusesChoice()) return
    const made = movedBy(kept.value, chosen.value, dx, dy, openLayers.value)
    await commit(`Move ${nameOfChoice.value}`, made.course)
    chosen.value = made.choice
  }
  async function removeChoice(): Promise<void> {
    if (kept.value === null) return
    if (stop.value >= 0 && single.value !== null) return removeStop(stop.value)
    if ((pickedThings.value.length === 0 && chosen.value.area === null) || refusesChoice()) return
    await commit(`Take out ${nameOfChoice.value}`, cleared(kept.value, chosen.value, openLayers.value))
    choose([])
  }
  function copy(): boolean {
    const clip = kept.value === null ? null : lifted(kept.value, chosen.value, openLayers.value)
    if (clip !== null) clipped.value = clip
    return clip !== null
  }
  async function layClip(clip: Lifted, at: Cell, name: string): Promise<void> {
    if (kept.value === null || (clip.things.length > 0 && refuses('play'))) return
    const free = Object.fromEntries(
      Object.entries(clip.tiles).filter(([one]) => openLayers.value.includes(one as LayerName)),
    )
    const made = laidAt(kept.value, { ...clip, tiles: free }, at)
    if (made === null) return notices.warn(FULL)
    await commit(name, made.course)
    chosen.value = made.choice
    stop.value = -1
  }
  /** What was copied, laid with its top left at the cell in hand. */
  async function paste(): Promise<void> {
    if (clipped.value !== null) await layClip(clipped.value, cursor.value, 'Lay a copy')
  }
  /** A copy of what is picked, so far from it. */
  async function copyBy(dx: number, dy: number): Promise<void> {
    const clip = kept.value === null ? null : lifted(kept.value, chosen.value, openLayers.value)
    if (clip === null) return
    await layClip(clip, { x: clip.from.x + dx, y: clip.from.y + dy }, `Copy ${nameOfChoice.value}`)
  }
  const change = async (name: string, made: (from: CourseContent, ids: readonly string[]) => CourseContent) => {
    if (kept.value !== null && !refusesChoice()) await commit(name, made(kept.value, chosen.value.things))
  }
  const mirror = () => change(`Mirror ${nameOfChoice.value}`, (from) => mirrored(from, chosen.value, openLayers.value))
  const align = (how: Alignment) => change('Set in a line', (from, ids) => aligned(from, ids, how))
  const group = (on: boolean) => change(on ? 'Put together' : 'Take apart', (from, ids) => grouped(from, ids, on))
  const order = (where: 'front' | 'back') =>
    change(where === 'front' ? 'Bring forward' : 'Send back', (from, ids) => ordered(from, ids, where))

  /** Whether a thing goes a way that can be drawn. */
  const goes = ({ part, entry }: { part: string; entry: string }): boolean =>
    (spec.value?.course?.ways ?? []).some(
      (way) =>
        way.part === part && way.is.includes(String(entriesOf(part).find(({ id }) => id === entry)?.[way.field] ?? '')),
    )
  async function setPath(path: readonly Cell[], name: string, seconds?: number): Promise<void> {
    const one = single.value
    if (one === null || kept.value === null || refuses('play')) return
    await commit(name, withPath(kept.value, one.id, path, seconds))
  }
  /** A stop where the line of the way was pressed, or as its new end. */
  async function addStop(spot: Cell): Promise<void> {
    const one = single.value
    if (one === null) return
    const path = one.path ?? []
    const next = path.length === 0 ? [spot] : stopIn(path, one, spot)
    await setPath(next, 'Add a stop')
    stop.value = next.indexOf(spot)
  }
  async function endAt(spot: Cell): Promise<void> {
    const path = [...(single.value?.path ?? []), spot]
    await setPath(path, 'Add a stop')
    stop.value = path.length - 1
  }
  const moveStop = async (index: number, spot: Cell): Promise<void> =>
    setPath(
      (single.value?.path ?? []).map((one, i) => (i === index ? spot : one)),
      'Move a stop',
    )
  async function removeStop(index: number): Promise<void> {
    stop.value = -1
    await setPath(
      (single.value?.path ?? []).filter((_, i) => i !== index),
      'Take out a stop',
    )
  }

  const resize = async (w: number, h: number): Promise<void> => {
    if (kept.value !== null) await commit(`Make the course ${w} x ${h}`, resized(kept.value, w, h))
  }
  const take = (next: CourseContent): Promise<void> => commit('Take in a course', next)
  /** What would mend the gap is laid. */
  async function mend(): Promise<void> {
    const gap = explored.value?.gap ?? null
    if (kept.value === null || gap === null || refuses('play')) return
    await commit(gap.tile === '' ? 'Open the way' : 'Lay the way', withTiles(kept.value, 'play', gap.mend, gap.tile))
  }

  /** What a cell shows is taken in hand. */
  function sample(cell: Cell): void {
    const found = content.value === null ? '' : tileAt(content.value, layer.value, cell)
    if (found === '') return
    tile.value = found
    tool.value = 'paint'
  }

  /** The level at hand, begun at another place of its course. */
  function setupFrom(start: Point): Setup | null {
    const { here } = bench
    if (here === null) return null
    const courses = Object.entries(here.doc.parts.course ?? {}).map(([id, one]) => [id, { ...one, start }])
    return makeSetup({ ...here.doc, parts: { ...here.doc.parts, course: Object.fromEntries(courses) } })
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
    ...{
      can,
      tools,
      tool,
      layer,
      tile,
      thing,
      cursor,
      goTo,
      spec,
      kept,
      content,
      tiles,
      things,
      explored,
      fresh,
      watchers,
    },
    ...{ hidden, locked, dimmed, snaps, shut, toggleHidden, toggleLocked },
    ...{ chosen, pickedThings, startPicked, single, nameOfChoice, choose, alsoChoose, chooseBox },
    ...{ paintTo, endStroke, dropStroke, fill, place, resize, take, sample, nameOf, mend, setupFrom },
    ...{ moveChoice, removeChoice, copy, paste, copyBy, mirror, align, group, order },
    ...{ partHere, stop, goes, addStop, endAt, moveStop, removeStop, setPath },
  }
})

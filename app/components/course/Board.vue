<script setup lang="ts">
import { layingFor, type Jump } from '@core/game/laying'
import type { Point } from '@core/game/types'
import { sizeOf, type Cell } from '@core/pack/course'
import { areaOf, nearestLeg, START, takesIn, type Area } from '@core/pack/course-choice'
import { useDevicePixelRatio, useElementSize, useEventListener, watchDebounced } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { bringingsOf } from '~/composables/dropped'
import { loadImagesOf } from '~/composables/images'
import { lettersOf, type Letters } from '~/composables/typeface'
import { useAssets } from '~/stores/assets'
import { useBench } from '~/stores/bench'
import { useCourse } from '~/stores/course'
import type { Bringing } from '~/stores/incoming'
import { drawBoard, type Trail } from './board-ink'

/**
 * The course in the maker's own art, laid cell by cell: the pointer and the keys do the same. One component of over 400
 * lines, since both are one hand on one canvas; what is drawn is in `board-ink`.
 */
const { reach, arcs, trail } = defineProps<{ reach: boolean; arcs: boolean; trail: Trail | null }>()
const emit = defineEmits<{ run: [from: Point]; dropped: [what: Bringing[], spot: Point, on: string] }>()
const course = useCourse()
const bench = useBench()
const assets = useAssets()
const room = useTemplateRef<HTMLElement>('room')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const { width, height } = useElementSize(room)
const { pixelRatio } = useDevicePixelRatio()
const letters = shallowRef<Letters | null>(null)
/** CSS px a cell takes, and the cell at the top left. */
const zoom = ref(32)
/** It begins so that a course is seen in its whole height, and at most so many views long. */
const [LEAST_ZOOM, MOST_ZOOM, MOST_LONG] = [32, 64, 5]
const view = ref({ x: 0, y: 0 })
/** Cells across and down that are in sight. */
const seen = computed(() => ({ w: width.value / zoom.value, h: height.value / zoom.value }))
let frame = 0

/** What the pointer is doing, from its press on. */
type Hold =
  | { does: 'stroke' }
  | { does: 'move'; from: Point; copies: boolean }
  | { does: 'stop'; index: number }
  | { does: 'box'; from: Cell }
  | { does: 'pan'; from: { x: number; y: number }; view: Point }
let hold: Hold | null = null
const shift = shallowRef<Point | null>(null)
const box = shallowRef<Area | null>(null)
const stopAt = shallowRef<Point | null>(null)
/** Where a box of the keys begins. */
let anchor: Cell | null = null

watch(
  () => bench.here,
  async (setup) => {
    if (setup === null || bench.template === null) return
    const [found] = await Promise.all([lettersOf(setup.doc, bench.template), loadImagesOf(setup.doc, bench.template)])
    letters.value = found
    draw()
  },
  { immediate: true },
)
const size = computed(() => (course.content === null ? { w: 1, h: 1 } : sizeOf(course.content)))

/** What is new comes above and at the right: the cell in hand stays over the ground it was over. */
watch(size, (now, was) => {
  if (now.w === was.w && now.h === was.h) return
  const { x, y } = course.cursor
  const down = now.h - was.h
  course.cursor = { x: Math.min(now.w - 1, x), y: Math.max(0, Math.min(now.h - 1, y + down)) }
  inSight(course.cursor)
})

/** A course that is smaller than the view lies in its middle. */
function bounded(): void {
  const along = (at: number, seen: number, size: number): number =>
    seen >= size + 2 ? (size - seen) / 2 : Math.max(-1, Math.min(size - seen + 1, at))
  view.value = {
    x: along(view.value.x, seen.value.w, size.value.w),
    y: along(view.value.y, seen.value.h, size.value.h),
  }
}
/** The cell in hand is kept in sight. */
function inSight({ x, y }: Cell): void {
  const { w, h } = seen.value
  view.value = {
    x: Math.min(Math.max(view.value.x, x + 2 - w), x - 1),
    y: Math.min(Math.max(view.value.y, y + 2 - h), y - 1),
  }
  bounded()
}
/** A place in the middle of what is seen, as the map was pressed. */
function goTo({ x, y }: Point): void {
  view.value = { x: x - seen.value.w / 2, y: y - seen.value.h / 2 }
  bounded()
}

const jumps = shallowRef<readonly Jump[]>([])
/** The pointer rests a moment before the jumps from under it are shown. */
watchDebounced(
  [() => course.cursor, () => arcs, () => bench.here],
  () => {
    const setup = bench.here
    const { x, y } = course.cursor
    const laying = setup === null ? undefined : layingFor(setup.doc.template.id)
    jumps.value = setup === null || !arcs ? [] : (laying?.jumps(setup, { x: x + 0.5, y: y + 0.99 }) ?? [])
  },
  { debounce: 250, immediate: true },
)

const draw = (): void => {
  cancelAnimationFrame(frame)
  frame = requestAnimationFrame(drawNow)
}
function drawNow(): void {
  const setup = bench.here
  const content = course.content
  const to = canvas.value
  if (setup === null || content === null || to === null || letters.value === null || width.value === 0) return
  const ratio = pixelRatio.value
  const [w, h] = [Math.round(width.value * ratio), Math.round(height.value * ratio)]
  if (to.width !== w || to.height !== h) Object.assign(to, { width: w, height: h })
  drawBoard(
    to.getContext('2d')!,
    { ...view.value, scale: zoom.value * ratio, ratio },
    {
      ...{
        setup,
        content,
        starts: course.can.start,
        images: assets.bitmaps(),
        letters: letters.value,
        trail,
        jumps: jumps.value,
      },
      tiles: course.spec?.course?.tiles ?? '',
      ...{ layer: course.layer, hidden: course.hidden, dimmed: course.dimmed, cursor: course.cursor },
      ...{ chosen: course.chosen, stop: course.stop, shift: shift.value, box: box.value, stopAt: stopAt.value },
      explored: reach ? course.explored : null,
      fresh: course.fresh,
    },
  )
}
watch(
  [() => course.content, () => course.cursor, () => course.explored, () => course.fresh, () => course.layer, jumps],
  () => draw(),
)
watch([() => course.hidden, () => course.dimmed, () => course.chosen, () => course.stop, shift, box, stopAt], () =>
  draw(),
)
watch([width, height, zoom, view, () => reach, () => trail], () => draw())
onMounted(() => {
  course.watchers++
  // Where the course begins is where one begins.
  if (course.content !== null) {
    const { start } = course.content
    course.cursor = course.goTo ?? { x: Math.floor(start.x), y: Math.floor(start.y) - 1 }
    course.goTo = null
    setTimeout(() => {
      const { w, h } = size.value
      zoom.value = Math.max(
        LEAST_ZOOM,
        Math.min(MOST_ZOOM, height.value / (h + 2), (width.value * MOST_LONG) / (w + 2)),
      )
      inSight({ ...course.cursor, y: course.cursor.y + 2 })
      // The desk's own heading had the focus: now its work has it.
      canvas.value?.focus({ preventScroll: true })
    })
  }
})
onBeforeUnmount(() => {
  course.watchers--
  cancelAnimationFrame(frame)
})

function spot(event: MouseEvent): Point {
  const at = canvas.value!.getBoundingClientRect()
  return {
    x: (event.clientX - at.left) / zoom.value + view.value.x,
    y: (event.clientY - at.top) / zoom.value + view.value.y,
  }
}
const cellOf = ({ x, y }: Point): Cell => ({ x: Math.floor(x), y: Math.floor(y) })
const inside = ({ x, y }: Cell): boolean => x >= 0 && y >= 0 && x < size.value.w && y < size.value.h
/** The middle of a cell's floor, or just there, where nothing snaps. */
const snapped = ({ x, y }: Point): Point =>
  course.snaps ? { x: Math.floor(x) + 0.5, y: Math.floor(y) + 1 } : { x: eighth(x), y: eighth(y) }
const eighth = (value: number): number => Math.round(value * 8) / 8

/** The thing under a place, the front one first; the start where the hero stands. */
function thingAt({ x, y }: Point): string {
  if (course.shut('play') !== '') return ''
  const near = (one: Point) => Math.abs(one.x - x) < 0.7 && y > one.y - 1.3 && y < one.y + 0.3
  const found = [...course.content!.things].reverse().find(near)
  if (found !== undefined) return found.id
  return course.can.start && near(course.content!.start) ? START : ''
}
/** The stop of the way in hand that is under a place; -1 for none. */
const stopUnder = (at: Point): number =>
  (course.single?.path ?? []).findIndex((one) => Math.hypot(one.x - at.x, one.y - at.y) * zoom.value < 12)
const onWay = (at: Point): boolean => {
  const one = course.single
  return one?.path !== undefined && course.goes(one) && nearestLeg(one.path, one, at).away * zoom.value < 7
}

function down(event: PointerEvent): void {
  const at = spot(event)
  const cell = cellOf(at)
  canvas.value?.focus()
  if (course.content === null) return
  if (event.button === 1) {
    canvas.value!.setPointerCapture(event.pointerId)
    hold = { does: 'pan', from: { x: event.clientX, y: event.clientY }, view: view.value }
    return event.preventDefault()
  }
  if (event.button !== 0) return
  const grabbed = course.tool === 'pick' ? stopUnder(at) : -1
  if (!inside(cell) && grabbed < 0) return
  if (inside(cell)) course.cursor = cell
  if (event.altKey && course.tool !== 'pick') return course.sample(cell)
  canvas.value!.setPointerCapture(event.pointerId)
  switch (course.tool) {
    case 'paint':
    case 'erase':
      hold = { does: 'stroke' }
      return course.paintTo(cell)
    case 'fill':
      return void course.fill(cell)
    case 'place':
      return void course.place(cell, at)
    case 'pick':
      return pickAt(at, cell, event, grabbed)
  }
}
function pickAt(at: Point, cell: Cell, event: PointerEvent, grabbed: number): void {
  if (grabbed >= 0) {
    course.stop = grabbed
    hold = { does: 'stop', index: grabbed }
    return
  }
  course.stop = -1
  const id = thingAt(at)
  if (id !== '' && event.shiftKey) return course.alsoChoose(id)
  if (id !== '' && !course.chosen.things.includes(id)) course.choose([id])
  if (id !== '' || takesIn(course.chosen, cell)) hold = { does: 'move', from: at, copies: event.altKey }
  else if (onWay(at)) void course.addStop(snapped(at))
  else {
    course.choose([])
    hold = { does: 'box', from: cell }
  }
}
/** How far a drag went: by cells where it snaps, along one way with Shift. */
function dragged(from: Point, to: Point, held: boolean): Point {
  const whole = course.snaps || course.chosen.area !== null
  const [x, y] = [to.x - from.x, to.y - from.y].map(whole ? Math.round : eighth) as [number, number]
  if (!held) return { x, y }
  return Math.abs(x) >= Math.abs(y) ? { x, y: 0 } : { x: 0, y }
}
function moved(event: PointerEvent): void {
  const at = spot(event)
  const cell = cellOf(at)
  if (inside(cell) && (hold === null || hold.does === 'stroke')) {
    if (cell.x !== course.cursor.x || cell.y !== course.cursor.y) course.cursor = cell
  }
  switch (hold?.does) {
    case 'stroke':
      return inside(cell) ? course.paintTo(cell) : undefined
    case 'move':
      shift.value = dragged(hold.from, at, event.shiftKey)
      return
    case 'stop':
      stopAt.value = snapped(at)
      return
    case 'box':
      box.value = cell.x === hold.from.x && cell.y === hold.from.y ? null : areaOf(hold.from, cell)
      return
    case 'pan':
      view.value = {
        x: hold.view.x - (event.clientX - hold.from.x) / zoom.value,
        y: hold.view.y - (event.clientY - hold.from.y) / zoom.value,
      }
      return bounded()
  }
}
async function up(): Promise<void> {
  const [was, by, area, stop] = [hold, shift.value, box.value, stopAt.value]
  drop()
  if (was?.does === 'stroke') return course.endStroke()
  if (was?.does === 'move' && by !== null) return was.copies ? course.copyBy(by.x, by.y) : course.moveChoice(by.x, by.y)
  if (was?.does === 'stop' && stop !== null) return course.moveStop(was.index, stop)
  if (was?.does === 'box' && area !== null) course.chooseBox(area)
}
/** What was under way is over; true where something was. */
function drop(): boolean {
  const was = hold !== null && hold.does !== 'pan'
  hold = null
  shift.value = box.value = stopAt.value = null
  return was
}
function cancelled(): void {
  drop()
  course.dropStroke()
}
function zoomBy(times: number, at: { x: number; y: number }): void {
  const before = { x: at.x / zoom.value, y: at.y / zoom.value }
  zoom.value = Math.max(10, Math.min(80, zoom.value * times))
  view.value = {
    x: view.value.x + before.x - at.x / zoom.value,
    y: view.value.y + before.y - at.y / zoom.value,
  }
  bounded()
}
function wheel(event: WheelEvent): void {
  event.preventDefault()
  if (event.ctrlKey) {
    const at = canvas.value!.getBoundingClientRect()
    return zoomBy(event.deltaY < 0 ? 1.15 : 1 / 1.15, { x: event.clientX - at.left, y: event.clientY - at.top })
  }
  const by = event.deltaMode === 1 ? 16 : 1
  const [dx, dy] = event.shiftKey && event.deltaX === 0 ? [event.deltaY, 0] : [event.deltaX, event.deltaY]
  view.value = { x: view.value.x + (dx * by) / zoom.value, y: view.value.y + (dy * by) / zoom.value }
  bounded()
}
useEventListener(canvas, 'wheel', wheel, { passive: false })

async function fallen(event: DragEvent): Promise<void> {
  const at = spot(event)
  const what = await bringingsOf(event.dataTransfer)
  if (what.length > 0) emit('dropped', what, at, thingAt(at))
}

const STEPS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
async function lay(more: boolean): Promise<void> {
  const cell = course.cursor
  if (course.tool === 'fill') return course.fill(cell)
  if (course.tool === 'place') return course.place(cell)
  if (course.tool === 'pick') {
    const id = thingAt({ x: cell.x + 0.5, y: cell.y + 0.9 })
    if (more && id !== '') return course.alsoChoose(id)
    return course.choose(id === '' ? [] : [id])
  }
  course.paintTo(cell)
  await course.endStroke()
}
async function stepped(event: KeyboardEvent, [dx, dy]: readonly [number, number]): Promise<void> {
  if (event.altKey) {
    const by = event.shiftKey ? 0.25 : 1
    const stop = course.single?.path?.[course.stop]
    if (stop !== undefined) {
      const index = course.stop
      await course.moveStop(index, { x: stop.x + dx * by, y: stop.y + dy * by })
      course.stop = index
    } else await course.moveChoice(dx * by, dy * by)
    return
  }
  const to = { x: course.cursor.x + dx, y: course.cursor.y + dy }
  if (!inside(to)) return
  // Held down, Shift lays a run, one step when it is let go; or draws a box.
  if (event.shiftKey && (course.tool === 'paint' || course.tool === 'erase')) {
    course.paintTo(course.cursor)
    course.paintTo(to)
  }
  if (event.shiftKey && course.tool === 'pick') {
    anchor ??= course.cursor
    course.chooseBox(areaOf(anchor, to))
  }
  course.cursor = to
  inSight(to)
}
async function key(event: KeyboardEvent): Promise<void> {
  const step = STEPS[event.key]
  const letter = event.key.toLowerCase()
  if (event.ctrlKey || event.metaKey) {
    if (letter === 'c' && course.copy()) event.preventDefault()
    else if (letter === 'x' && course.copy()) void course.removeChoice()
    else if (letter === 'v') void course.paste()
    else return
    return event.preventDefault()
  }
  if (step !== undefined) {
    event.preventDefault()
    return stepped(event, step)
  }
  if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault()
    return lay(event.shiftKey)
  }
  if (event.key === 'Delete' || event.key === 'Backspace') {
    event.preventDefault()
    return course.removeChoice()
  }
  if (letter === 'g' && !event.altKey && course.can.start)
    emit('run', { x: course.cursor.x + 0.5, y: course.cursor.y + 1 })
  else if (letter === 'm' && !event.altKey) void course.mirror()
  else if (letter === 'n' && course.single !== null && course.goes(course.single))
    void course.endAt(snapped({ x: course.cursor.x + 0.5, y: course.cursor.y + 0.5 }))
  else if (event.key === '+' || event.key === '-')
    zoomBy(event.key === '+' ? 1.25 : 0.8, { x: width.value / 2, y: height.value / 2 })
  else if (event.key === 'Escape' && (drop() || course.dropStroke() || course.nameOfChoice !== '')) course.choose([])
  else return
  event.preventDefault()
}
const released = (event: KeyboardEvent): void => {
  if (event.key !== 'Shift') return
  anchor = null
  void course.endStroke()
}
const under = computed(() => {
  const { x, y } = course.cursor
  return `Column ${x + 1}, row ${y + 1} of ${size.value.w} x ${size.value.h}`
})
defineExpose({ focus: () => canvas.value?.focus(), view, seen, goTo })
</script>

<template>
  <div ref="room" class="room">
    <canvas
      ref="canvas"
      tabindex="0"
      role="application"
      :aria-label="`The course. ${under}. Arrow keys move, Enter lays or picks, Shift and arrows lay a run or draw a box.`"
      :data-tool="course.tool"
      :data-view="`${view.x} ${view.y} ${zoom}`"
      :data-jumps="jumps.map(({ lands }) => (lands ? 'lands' : 'falls')).join(' ')"
      data-testid="course-board"
      @pointerdown="down"
      @pointermove="moved"
      @pointerup="up"
      @pointercancel="cancelled"
      @keydown="key"
      @keyup="released"
      @dragover.prevent
      @drop.prevent="fallen"
      @contextmenu.prevent
    />
    <span class="where mono" role="status">{{ under }}</span>
    <slot />
  </div>
</template>

<style scoped>
.room {
  position: relative;
  flex: 1;
  min-height: 0;
  background: #171b26;
}
canvas {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  touch-action: none;
  cursor: crosshair;
}
canvas[data-tool='pick'] {
  cursor: default;
}
canvas:focus-visible {
  outline: 2px solid var(--teal);
  outline-offset: -2px;
}
.where {
  position: absolute;
  left: 10px;
  bottom: 8px;
  padding: 2px 8px;
  border-radius: 3px;
  background: #171b26cc;
  color: #fffdf8;
  font-size: 12.5px;
  pointer-events: none;
}
</style>

<script setup lang="ts">
import { drawCells } from '@core/game/course/draw-cells'
import { gridOf } from '@core/game/course/grid'
import { add, makeDrawList, toStage } from '@core/game/draw-list'
import type { Stage } from '@core/game/stage'
import { partAs } from '@core/game/setup'
import { LAYERS, sizeOf, type Cell } from '@core/pack/course'
import { paint } from '@player/draw'
import { useDevicePixelRatio, useElementSize, useEventListener } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { loadImagesOf } from '~/composables/images'
import { lettersOf, type Letters } from '~/composables/typeface'
import { useAssets } from '~/stores/assets'
import { useBench } from '~/stores/bench'
import { useCourse } from '~/stores/course'

/** The course in the maker's own art, laid cell by cell: the pointer and the keys do the same. */
const { reach } = defineProps<{ reach: boolean }>()
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
const view = ref({ x: 0, y: 0 })
const list = makeDrawList()
let frame = 0
let dragged: { id: string; from: Cell; at: Cell } | null = null
const shift = shallowRef<{ id: string; dx: number; dy: number } | null>(null)

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

function bounded(): void {
  const [across, down] = [width.value / zoom.value, height.value / zoom.value]
  view.value = {
    x: Math.max(-1, Math.min(Math.max(-1, size.value.w - across + 1), view.value.x)),
    y: Math.max(-1, Math.min(Math.max(-1, size.value.h - down + 1), view.value.y)),
  }
}
/** The cell in hand is kept in sight. */
function inSight({ x, y }: Cell): void {
  const [across, down] = [width.value / zoom.value, height.value / zoom.value]
  view.value = {
    x: Math.min(Math.max(view.value.x, x + 2 - across), x - 1),
    y: Math.min(Math.max(view.value.y, y + 2 - down), y - 1),
  }
  bounded()
}

const draw = (): void => {
  cancelAnimationFrame(frame)
  frame = requestAnimationFrame(drawNow)
}
function drawNow(): void {
  const setup = bench.here
  const content = course.content
  const to = canvas.value
  if (setup === null || content === null || to === null || letters.value === null || width.value === 0) return
  const k = pixelRatio.value
  to.width = Math.round(width.value * k)
  to.height = Math.round(height.value * k)
  const ink = to.getContext('2d')!
  const scale = zoom.value * k
  const stage: Stage = { ...setup.stage, width: to.width / scale, height: to.height / scale }
  list.count = 0
  list.camera.x = view.value.x
  list.camera.y = view.value.y
  const behind = add(list, 'picture', partAs(setup.doc, 'backdrop'), 0, 0)
  behind.w = stage.width
  behind.h = stage.height
  const tiles = course.spec?.course?.tiles ?? ''
  const grid = gridOf(content, setup.casts[tiles] ?? [])
  for (const layer of LAYERS) {
    const from = list.count
    drawCells(list, grid, grid[layer], tiles, stage, 0)
    // The layer in hand is seen as it is; the others step back.
    for (let i = from; i < list.count; i++) list.items[i]!.alpha = layer === course.layer ? 1 : 0.5
    if (layer === 'play') drawThings()
  }
  toStage(list)
  ink.fillStyle = '#171b26'
  ink.fillRect(0, 0, to.width, to.height)
  const images = assets.bitmaps()
  paint(list, setup, { ink, view: { left: 0, top: 0, scale, stage }, images, ...letters.value })
  drawOver(ink, scale)
}
function drawThings(): void {
  const content = course.content!
  for (const thing of content.things) {
    const item = add(list, 'sprite', thing.part, thing.x, thing.y)
    const moved = shift.value?.id === thing.id ? shift.value : null
    item.x += moved?.dx ?? 0
    item.y += moved?.dy ?? 0
    item.share = 1
    item.entry = thing.entry
  }
  const hero = partAs(bench.here!.doc, 'icon')
  const item = add(list, 'sprite', hero, content.start.x, content.start.y)
  const moved = shift.value?.id === 'start' ? shift.value : null
  item.x += moved?.dx ?? 0
  item.y += moved?.dy ?? 0
  item.share = 1
}

function drawOver(ink: CanvasRenderingContext2D, scale: number): void {
  const { w, h } = size.value
  const at = (x: number, y: number) => [(x - view.value.x) * scale, (y - view.value.y) * scale] as const
  const [left, top] = at(0, 0)
  if (reach && course.explored !== null) {
    // Hatched, and with a dotted edge: never by colour alone.
    ink.save()
    ink.beginPath()
    for (const cell of course.explored.cells) {
      const [x, y] = at(cell % course.explored.w, Math.floor(cell / course.explored.w))
      ink.rect(x, y, scale, scale)
    }
    ink.clip()
    ink.strokeStyle = course.fresh ? '#ffffff66' : '#ffffff22'
    ink.lineWidth = Math.max(1, scale * 0.04)
    ink.beginPath()
    for (let d = -ink.canvas.height; d < ink.canvas.width; d += scale / 3) {
      ink.moveTo(d, ink.canvas.height)
      ink.lineTo(d + ink.canvas.height, 0)
    }
    ink.stroke()
    ink.restore()
    ink.lineWidth = Math.max(2, scale * 0.08)
    ink.strokeStyle = '#d8432f'
    for (const { x, y } of course.explored.lost) {
      const [px, py] = at(x, y - 0.5)
      ink.beginPath()
      ink.moveTo(px - scale * 0.4, py - scale * 0.4)
      ink.lineTo(px + scale * 0.4, py + scale * 0.4)
      ink.moveTo(px + scale * 0.4, py - scale * 0.4)
      ink.lineTo(px - scale * 0.4, py + scale * 0.4)
      ink.stroke()
    }
  }
  ink.strokeStyle = '#ffffff2e'
  ink.lineWidth = 1
  ink.beginPath()
  for (let x = 0; x <= w; x++) {
    const px = Math.round(at(x, 0)[0]) + 0.5
    ink.moveTo(px, top)
    ink.lineTo(px, top + h * scale)
  }
  for (let y = 0; y <= h; y++) {
    const py = Math.round(at(0, y)[1]) + 0.5
    ink.moveTo(left, py)
    ink.lineTo(left + w * scale, py)
  }
  ink.stroke()
  for (const thing of course.content!.things) {
    if (thing.id !== course.picked && thing.path === undefined) continue
    ink.setLineDash([scale * 0.2, scale * 0.15])
    ink.strokeStyle = '#ffffff'
    ink.lineWidth = Math.max(1.5, scale * 0.05)
    ink.beginPath()
    ink.moveTo(...at(thing.x, thing.y))
    for (const stop of thing.path ?? []) ink.lineTo(...at(stop.x, stop.y))
    ink.stroke()
    ink.setLineDash([])
  }
  const chosen =
    course.picked === 'start' ? course.content!.start : course.content!.things.find(({ id }) => id === course.picked)
  if (chosen !== undefined) {
    const [x, y] = at(chosen.x - 0.6 + (shift.value?.dx ?? 0), chosen.y - 1.1 + (shift.value?.dy ?? 0))
    ink.strokeStyle = '#f2b705'
    ink.lineWidth = 2 * pixelRatio.value
    ink.strokeRect(x, y, scale * 1.2, scale * 1.2)
  }
  const [x, y] = at(course.cursor.x, course.cursor.y)
  ink.strokeStyle = '#171b26'
  ink.lineWidth = 4 * pixelRatio.value
  ink.strokeRect(x, y, scale, scale)
  ink.strokeStyle = '#ffffff'
  ink.lineWidth = 2 * pixelRatio.value
  ink.strokeRect(x, y, scale, scale)
}
watch([() => course.content, () => course.cursor, () => course.explored, () => course.fresh, () => course.layer], () =>
  draw(),
)
watch([() => course.picked, width, height, zoom, view, shift, () => reach], () => draw())
onMounted(() => {
  course.watchers++
  // Where the course begins is where one begins.
  if (course.content !== null) {
    course.cursor = { x: Math.floor(course.content.start.x), y: Math.floor(course.content.start.y) - 1 }
    setTimeout(() => inSight({ ...course.cursor, y: course.cursor.y + 2 }))
  }
  canvas.value?.focus()
})
onBeforeUnmount(() => {
  course.watchers--
  cancelAnimationFrame(frame)
})

function spot(event: PointerEvent | WheelEvent): { x: number; y: number } {
  const box = canvas.value!.getBoundingClientRect()
  return {
    x: (event.clientX - box.left) / zoom.value + view.value.x,
    y: (event.clientY - box.top) / zoom.value + view.value.y,
  }
}
const cellAt = (event: PointerEvent): Cell => {
  const { x, y } = spot(event)
  return { x: Math.floor(x), y: Math.floor(y) }
}
const inside = ({ x, y }: Cell): boolean => x >= 0 && y >= 0 && x < size.value.w && y < size.value.h

/** The thing under a place, the front one first; the start where the hero stands. */
function thingAt({ x, y }: { x: number; y: number }): string {
  const near = (one: { x: number; y: number }) => Math.abs(one.x - x) < 0.7 && y > one.y - 1.3 && y < one.y + 0.3
  const found = [...course.content!.things].reverse().find(near)
  if (found !== undefined) return found.id
  return near(course.content!.start) ? 'start' : ''
}

function down(event: PointerEvent): void {
  const cell = cellAt(event)
  canvas.value?.focus()
  if (event.button !== 0 || !inside(cell) || course.content === null) return
  course.cursor = cell
  if (event.altKey) return course.sample(cell)
  canvas.value!.setPointerCapture(event.pointerId)
  switch (course.tool) {
    case 'paint':
    case 'erase':
      return course.paintTo(cell)
    case 'fill':
      return void course.fill(cell)
    case 'place':
      return void course.place(cell)
    case 'pick': {
      course.picked = thingAt(spot(event))
      if (course.picked !== '') dragged = { id: course.picked, from: cell, at: cell }
    }
  }
}
function moved(event: PointerEvent): void {
  const cell = cellAt(event)
  if (inside(cell) && (event.buttons === 0 || dragged === null)) course.cursor = cell
  if (event.buttons === 0) return
  if (dragged !== null) {
    dragged.at = cell
    shift.value = { id: dragged.id, dx: cell.x - dragged.from.x, dy: cell.y - dragged.from.y }
  } else if ((course.tool === 'paint' || course.tool === 'erase') && inside(cell)) course.paintTo(cell)
}
async function up(): Promise<void> {
  if (dragged !== null) {
    const { id, from, at } = dragged
    dragged = null
    shift.value = null
    return course.move(id, at.x - from.x, at.y - from.y)
  }
  await course.endStroke()
}
function wheel(event: WheelEvent): void {
  event.preventDefault()
  if (!event.ctrlKey) {
    const by = event.deltaMode === 1 ? 16 : 1
    view.value = {
      x: view.value.x + (event.deltaX * by) / zoom.value,
      y: view.value.y + (event.deltaY * by) / zoom.value,
    }
    return bounded()
  }
  const before = spot(event)
  zoom.value = Math.max(10, Math.min(80, zoom.value * (event.deltaY < 0 ? 1.15 : 1 / 1.15)))
  const after = spot(event)
  view.value = { x: view.value.x + before.x - after.x, y: view.value.y + before.y - after.y }
  bounded()
}
useEventListener(canvas, 'wheel', wheel, { passive: false })

const STEPS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
async function lay(): Promise<void> {
  const cell = course.cursor
  if (course.tool === 'fill') return course.fill(cell)
  if (course.tool === 'place') return course.place(cell)
  if (course.tool === 'pick') {
    course.picked = thingAt({ x: cell.x + 0.5, y: cell.y + 0.9 })
    return
  }
  course.paintTo(cell)
  await course.endStroke()
}
async function key(event: KeyboardEvent): Promise<void> {
  const step = STEPS[event.key]
  if (step !== undefined) {
    event.preventDefault()
    if (event.altKey && course.picked !== '') {
      await course.move(course.picked, step[0] * (event.shiftKey ? 0.25 : 1), step[1] * (event.shiftKey ? 0.25 : 1))
      return
    }
    const to = { x: course.cursor.x + step[0], y: course.cursor.y + step[1] }
    if (!inside(to)) return
    // Held down, Shift lays a run: one step when it is let go.
    if (event.shiftKey && (course.tool === 'paint' || course.tool === 'erase')) {
      course.paintTo(course.cursor)
      course.paintTo(to)
    }
    course.cursor = to
    return inSight(to)
  }
  if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault()
    return lay()
  }
  if (event.key === 'Delete' || event.key === 'Backspace') {
    event.preventDefault()
    return course.remove(course.picked)
  }
  if (event.key === 'Escape' && (course.dropStroke() || course.picked !== '')) {
    event.preventDefault()
    course.picked = ''
  }
}
const released = (event: KeyboardEvent): void => {
  if (event.key === 'Shift') void course.endStroke()
}
const under = computed(() => {
  const { x, y } = course.cursor
  return `Column ${x + 1}, row ${y + 1} of ${size.value.w} x ${size.value.h}`
})
defineExpose({ focus: () => canvas.value?.focus() })
</script>

<template>
  <div ref="room" class="room">
    <canvas
      ref="canvas"
      tabindex="0"
      role="application"
      :aria-label="`The course. ${under}. Arrow keys move, Enter lays, Shift and arrows lay a run.`"
      :data-tool="course.tool"
      :data-view="`${view.x} ${view.y} ${zoom}`"
      data-testid="course-board"
      @pointerdown="down"
      @pointermove="moved"
      @pointerup="up"
      @pointercancel="course.dropStroke()"
      @keydown="key"
      @keyup="released"
      @contextmenu.prevent
    />
    <span class="where mono" role="status">{{ under }}</span>
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

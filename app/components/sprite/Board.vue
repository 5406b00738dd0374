<script setup lang="ts">
import { useResizeObserver } from '@vueuse/core'
// One board and no less: what is drawn on it and what is dragged over it share every measure.
import { backdropOf } from '@core/game/setup'
import { frameAt } from '@core/game/clips'
import { nudged } from '@core/art/place'
import { isSimple } from '@core/art/shapes'
import { STEPS_PER_SECOND, type Point } from '@core/game/types'
import { computed, onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue'
import { GRID_FROM, useZoom } from '~/composables/zoom'
import { useAssets } from '~/stores/assets'
import { useBench } from '~/stores/bench'
import { useNotices } from '~/stores/notices'
import { useWorkbench } from '~/stores/workbench'
import { colourAt, drawFrames, ghostOf, layBehind } from './board-ink'

/** The frame in large: its neighbours as onion skins, the template's as a ghost, pivot and hit shape to drag. */
const bench = useBench()
const assets = useAssets()
const notices = useNotices()
const at = useWorkbench()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const room = useTemplateRef<HTMLElement>('room')
const size = ref({ w: 600, h: 400 })
let handle = 0

const shown = computed(() => at.canvas)
/** CSS px of one px of the drawing. */
const {
  zoom,
  fitted,
  step: zoomStep,
  fit: zoomFit,
  wheel,
  key: zoomKey,
} = useZoom(() => {
  const most = Math.min((size.value.w - 90) / shown.value.w, (size.value.h - 60) / shown.value.h)
  return at.sprite?.crisp === true && most > 1 ? Math.floor(most) : most
}, room)
/** px a side the canvas may have; beyond it is enlarged. */
const MOST_PX = 4096
const box = computed(() => ({ width: `${shown.value.w * zoom.value}px`, height: `${shown.value.h * zoom.value}px` }))
const pivot = computed(() => at.clip?.pivot ?? at.sprite?.pivot ?? { x: 0.5, y: 0.5 })
const shape = computed((): Point[] => at.frame?.hitShape ?? at.clip?.hitShape ?? at.sprite?.hitShape ?? [])
const drag = ref<Point[] | null>(null)
const points = (list: readonly Point[]) => list.map((p) => `${p.x * shown.value.w},${p.y * shown.value.h}`).join(' ')

/** The template's drawing at the same size in the world, pivot on pivot. */
const ghostBox = computed(() =>
  at.reference === undefined || at.sprite === undefined
    ? null
    : ghostOf(at.reference, at.sprite.height, pivot.value, shown.value),
)
const ghostShape = computed(() => {
  const of = ghostBox.value
  if (of === null || at.reference === undefined) return ''
  return at.reference.hitShape.map((p) => `${of.x + p.x * of.w},${of.y + p.y * of.h}`).join(' ')
})
const showsShape = computed(() => at.tool === 'touch')
const showsPivot = computed(() => at.tool === 'stand' || at.tool === 'line-up')

/** The game's own backdrop, where it matters how the two go together. */
function groundImage() {
  const asset = backdropOf(bench.setup)?.asset
  return asset === undefined ? undefined : assets.bitmaps().get(asset)
}

function current(now: number): number {
  if (at.speed === 0 || at.clip === undefined) return at.index
  return frameAt(at.clip, Math.floor((now / 1000) * STEPS_PER_SECOND * at.speed))
}

function paint(now: number): void {
  handle = requestAnimationFrame(paint)
  const to = canvas.value
  const { sprite, clip } = at
  if (to === null || sprite === undefined || clip === undefined) return
  const most = MOST_PX / (Math.max(shown.value.w, shown.value.h) * zoom.value)
  const ratio = Math.min(2, window.devicePixelRatio || 1, most)
  const width = Math.max(1, Math.round(shown.value.w * zoom.value * ratio))
  const height = Math.max(1, Math.round(shown.value.h * zoom.value * ratio))
  if (to.width !== width) to.width = width
  if (to.height !== height) to.height = height
  const ink = to.getContext('2d')!
  const k = width / shown.value.w
  ink.clearRect(0, 0, width, height)
  ink.imageSmoothingEnabled = !sprite.crisp
  if (at.tool === 'clean' || at.tool === 'colour') layBehind(ink, groundImage(), width, height)
  const index = current(now)
  const of = ghostBox.value
  const ghosted = at.ghost && (at.tool === 'touch' || at.tool === 'stand' || at.tool === 'size')
  const skinned = at.onion && at.speed === 0 && (at.tool === 'frames' || at.tool === 'line-up')
  drawFrames(ink, k, {
    ...{ sprite, clip, index, skinned },
    imageOf: (asset) => assets.bitmaps().get(asset),
    preview: at.speed === 0 && index === at.index ? at.preview : null,
    ghost: ghosted ? of : null,
  })
}

function place(event: PointerEvent): Point {
  const bounds = canvas.value!.getBoundingClientRect()
  return { x: (event.clientX - bounds.left) / bounds.width, y: (event.clientY - bounds.top) / bounds.height }
}
const clamp = (value: number, low = 0, high = 1) => Math.max(low, Math.min(high, Math.round(value * 1000) / 1000))

function setPivot(x: number, y: number): void {
  const next = { x: clamp(x, -1, 2), y: clamp(y, -1, 2) }
  if (at.clip?.pivot !== undefined) void at.changeClip('Move the pivot of a clip', { pivot: next }, at.key('pivot'))
  else void at.change('Move the pivot', { pivot: next }, at.key('pivot'))
}

function down(event: PointerEvent): void {
  canvas.value?.focus({ preventScroll: true })
  const p = place(event)
  if (at.picking !== null) return pick(p)
  if (showsPivot.value && at.tool === 'stand') {
    ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
    setPivot(p.x, p.y)
  }
}
function move(event: PointerEvent): void {
  if (event.buttons === 0) return
  const p = place(event)
  if (at.tool === 'stand' && at.picking === null) setPivot(p.x, p.y)
}

function pick(p: Point): void {
  const frame = at.frame
  const image = frame === undefined ? undefined : assets.bitmaps().get(frame.asset)
  if (frame === undefined || image === undefined) return
  const colour = colourAt(image, frame, p.x * shown.value.w, p.y * shown.value.h)
  if (colour === null) return
  at.picking?.(colour)
  at.picking = null
}

let held = -1
function grab(i: number, event: PointerEvent): void {
  held = i
  drag.value = shape.value.map((p) => ({ ...p }))
  ;(event.currentTarget as SVGElement).setPointerCapture(event.pointerId)
}
/** Corners lie on the edges of px. */
const snapped = (p: Point): Point => ({
  x: Math.max(-0.5, Math.min(1.5, Math.round(p.x * shown.value.w) / shown.value.w)),
  y: Math.max(-0.5, Math.min(1.5, Math.round(p.y * shown.value.h) / shown.value.h)),
})
function pull(event: PointerEvent): void {
  if (held < 0 || drag.value === null) return
  const p = snapped(place(event))
  drag.value = drag.value.map((one, i) => (i === held ? p : one))
}
function release(): void {
  if (drag.value !== null && held >= 0) putShape(drag.value)
  held = -1
  drag.value = null
}
/** A side is split where it was pressed; a corner goes with Delete. */
function addPoint(i: number, event: PointerEvent): void {
  const p = place(event)
  const next = [...shape.value]
  next.splice(i + 1, 0, snapped(p))
  putShape(next)
}
function removePoint(i: number): void {
  if (shape.value.length > 3) putShape(shape.value.filter((_, k) => k !== i))
}
function putShape(next: Point[]): void {
  if (next.length > 64) return
  if (!isSimple(next)) {
    notices.warn('The sides of a hit shape may not cross. The corner went back to where it was.')
    return
  }
  if (at.frame?.hitShape !== undefined) {
    const frames = at.clip!.frames.map((frame, i) => (i === at.index ? { ...frame, hitShape: next } : frame))
    void at.changeClip('Change the hit shape of a frame', { frames })
  } else if (at.clip?.hitShape !== undefined) void at.changeClip('Change the hit shape of a clip', { hitShape: next })
  else void at.change('Change the hit shape', { hitShape: next })
}

const STEPS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
/** Presses that follow each other within this are one step of undo. */
const TOGETHER_MS = 500
let nudges = 0
let nudgedAt = 0
function nudgeMark(now: number): string {
  if (now - nudgedAt > TOGETHER_MS) nudges++
  nudgedAt = now
  return at.key(`nudge${at.index}:${nudges}`)
}
function keys(event: KeyboardEvent): void {
  if (zoomKey(event)) return
  const by = STEPS[event.key]
  if (by === undefined || at.sprite === undefined) return
  if (at.tool === 'line-up') {
    event.preventDefault()
    const k = event.shiftKey ? 8 : 1
    void at.set(
      'Nudge a frame',
      at.sprite,
      nudged(at.sprite, at.clipName, at.index, by[0] * k, by[1] * k),
      nudgeMark(event.timeStamp),
    )
  } else if (at.tool === 'stand') {
    event.preventDefault()
    setPivot(pivot.value.x + by[0] / shown.value.w, pivot.value.y + by[1] / shown.value.h)
  }
}

useResizeObserver(room, () => {
  if (room.value !== null) size.value = { w: room.value.clientWidth, h: room.value.clientHeight }
})
watch(
  () => at.sprite,
  async (sprite) => {
    if (sprite === undefined || bench.template === null) return
    const frames = [...Object.values(sprite.clips), ...Object.values(at.reference?.clips ?? {})].flatMap(
      (c) => c.frames,
    )
    for (const { asset } of frames) await assets.bitmap(asset, bench.facts(asset)?.mime ?? 'image/png', bench.template)
  },
  { immediate: true },
)
onMounted(() => {
  handle = requestAnimationFrame(paint)
})
onBeforeUnmount(() => cancelAnimationFrame(handle))
</script>

<template>
  <div class="around">
    <div ref="room" class="room" data-testid="board" @wheel="wheel">
      <div class="paper checker" :style="box">
        <canvas
          ref="canvas"
          tabindex="0"
          role="application"
          :class="{ picking: at.picking !== null, cross: at.tool === 'stand', crisp: at.sprite?.crisp }"
          :aria-label="`Frame ${at.index + 1} of ${at.clip?.frames.length ?? 0}. Arrow keys move ${at.tool === 'line-up' ? 'the frame' : 'the pivot'}`"
          @pointerdown="down"
          @pointermove="move"
          @pointerup="bench.seal()"
          @keydown="keys"
          @blur="bench.seal()"
        />
        <svg :viewBox="`0 0 ${shown.w} ${shown.h}`" preserveAspectRatio="none" aria-hidden="true">
          <template v-if="showsShape">
            <polygon v-if="at.ghost && ghostShape !== ''" :points="ghostShape" class="ghost" />
            <polygon :points="points(drag ?? shape)" class="shape" />
            <template v-for="(p, i) in drag ?? shape" :key="`side${i}`">
              <line
                class="side"
                :x1="p.x * shown.w"
                :y1="p.y * shown.h"
                :x2="(drag ?? shape)[(i + 1) % shape.length]!.x * shown.w"
                :y2="(drag ?? shape)[(i + 1) % shape.length]!.y * shown.h"
                @pointerdown.stop="addPoint(i, $event)"
              />
            </template>
            <circle
              v-for="(p, i) in drag ?? shape"
              :key="i"
              class="corner"
              tabindex="0"
              :cx="p.x * shown.w"
              :cy="p.y * shown.h"
              :r="5.5 / zoom"
              @pointerdown.stop="grab(i, $event)"
              @pointermove="pull"
              @pointerup="release"
              @dblclick="removePoint(i)"
              @keydown.delete="removePoint(i)"
            />
          </template>
          <template v-if="showsPivot">
            <line class="feet" :x1="-shown.w" :x2="shown.w * 2" :y1="pivot.y * shown.h" :y2="pivot.y * shown.h" />
            <circle
              v-if="at.reference"
              class="ghost-pivot"
              :cx="at.reference.pivot.x * shown.w"
              :cy="at.reference.pivot.y * shown.h"
              :r="7 / zoom"
            />
          </template>
        </svg>
        <span v-if="zoom >= GRID_FROM" class="px-grid" :style="{ backgroundSize: `${zoom}px ${zoom}px` }" />
        <span v-if="showsPivot" class="pivot" :style="{ left: `${pivot.x * 100}%`, top: `${pivot.y * 100}%` }" />
      </div>
    </div>
    <BitsZoomBar class="zoom" :zoom="zoom" :fitted="fitted" @step="zoomStep" @fit="zoomFit" />
  </div>
</template>

<style scoped>
.around {
  position: relative;
  display: grid;
  min-width: 0;
  min-height: 0;
}
.zoom {
  position: absolute;
  right: 14px;
  bottom: 12px;
}
.px-grid {
  position: absolute;
  inset: 0;
  pointer-events: none;
  background-repeat: repeat;
  background-image:
    linear-gradient(to right, #2328382e 1px, transparent 1px),
    linear-gradient(to bottom, #2328382e 1px, transparent 1px);
}
.room {
  display: grid;
  place-items: safe center;
  overflow: auto;
  min-width: 0;
  min-height: 0;
  background: var(--desk);
}
.paper {
  position: relative;
  outline: 1px solid var(--rule);
}
canvas {
  width: 100%;
  height: 100%;
  display: block;
  touch-action: none;
}
canvas.crisp {
  image-rendering: pixelated;
}
canvas.picking,
canvas.cross {
  cursor: crosshair;
}
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  overflow: visible;
  pointer-events: none;
}
.shape {
  fill: color-mix(in srgb, var(--teal) 20%, transparent);
  stroke: var(--teal);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.ghost {
  fill: none;
  stroke: var(--soft);
  stroke-width: 1.5;
  stroke-dasharray: 5 4;
  vector-effect: non-scaling-stroke;
}
.side {
  stroke: transparent;
  stroke-width: 9;
  vector-effect: non-scaling-stroke;
  pointer-events: stroke;
  cursor: copy;
}
.corner {
  fill: var(--sheet);
  stroke: var(--teal);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
  pointer-events: all;
  cursor: grab;
}
.corner:focus-visible {
  stroke: var(--vermilion);
  stroke-width: 3;
  outline: none;
}
.feet {
  stroke: var(--soft);
  stroke-dasharray: 3 4;
  vector-effect: non-scaling-stroke;
}
.ghost-pivot {
  fill: none;
  stroke: var(--soft);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.pivot {
  position: absolute;
  width: 18px;
  height: 18px;
  margin: -9px 0 0 -9px;
  border: 2px solid var(--vermilion);
  border-radius: 50%;
  background:
    linear-gradient(var(--vermilion), var(--vermilion)) center / 100% 1.5px no-repeat,
    linear-gradient(var(--vermilion), var(--vermilion)) center / 1.5px 100% no-repeat;
  pointer-events: none;
}
</style>

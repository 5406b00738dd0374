<script setup lang="ts">
import { add, makeDrawList } from '@core/game/draw-list'
import { boundsOf } from '@core/game/pick'
import type { PartSpec } from '@core/template/template'
import { onBeforeUnmount, onMounted, ref, shallowRef, useTemplateRef } from 'vue'
import { onStage, useSpot } from '~/composables/spot'
import type { Stage } from '~/composables/stage'

/** A place that is moved on the stage itself, with what will cover it drawn over it as thin as paper. */
const { stage, spec } = defineProps<{ stage: Stage; spec: PartSpec }>()
const spot = useSpot()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const list = makeDrawList()
const handle = shallowRef<{ left: number; top: number; width: number; height: number } | null>(null)
/** The least a finger takes hold of, CSS px. */
const LEAST = 44
const dragging = ref(false)
let frame = 0

function draw(): void {
  frame = requestAnimationFrame(draw)
  const to = canvas.value
  const place = stage.spot(spec.id)
  if (to === null || spec.spot === undefined || place === undefined) return void (handle.value = null)
  const { left, top, scale } = stage.place()
  const k = 1 / stage.ratio()
  const at = onStage(place, spot.value(spec))
  const [width, height] = [to.clientWidth * stage.ratio(), to.clientHeight * stage.ratio()].map(Math.round) as [
    number,
    number,
  ]
  if (to.width !== width || to.height !== height) {
    to.width = width
    to.height = height
  }
  const ink = to.getContext('2d')!
  ink.clearRect(0, 0, to.width, to.height)
  list.count = 0
  // Around what is moved, wherever in it its pivot is.
  const thing = add(list, 'sprite', spec.spot.of, at.x, at.y)
  thing.sx = thing.sy = place.scale
  const box = boundsOf(thing, stage.setup()) ?? { x: at.x, y: at.y, w: 0, h: 0 }
  const size = (units: number) => Math.max(LEAST, units * scale * k + 12)
  handle.value = {
    ...{ left: (left + (box.x + box.w / 2) * scale) * k, top: (top + (box.y + box.h / 2) * scale) * k },
    ...{ width: size(box.w), height: size(box.h) },
  }
  list.count = 0
  const cover = add(list, 'sprite', spec.spot.under, place.x, place.y)
  cover.entry = stage.setup().find('cast', spec.spot.under)?.[0]?.id ?? ''
  cover.sx = cover.sy = place.scale
  cover.alpha = 0.4
  stage.paintOver(ink, list)
}
onMounted(() => draw())
onBeforeUnmount(() => cancelAnimationFrame(frame))

/** Where the pointer took hold, CSS px, and where the place was then: the page may be laid out anew meanwhile. */
let grip = { x: 0, y: 0, at: { x: 0, y: 0 } }
function grab(event: PointerEvent): void {
  ;(event.target as HTMLElement).setPointerCapture(event.pointerId)
  dragging.value = true
  const { x, y } = spot.value(spec)
  grip = { x: event.clientX, y: event.clientY, at: { x, y } }
}
function drag(event: PointerEvent): void {
  const place = stage.spot(spec.id)
  if (!dragging.value || place === undefined) return
  const units = (px: number) => (px * stage.ratio()) / stage.place().scale / place.scale
  spot.move(spec, grip.at.x + units(event.clientX - grip.x), grip.at.y + units(event.clientY - grip.y))
}
function drop(): void {
  if (dragging.value) spot.seal()
  dragging.value = false
}
const WAYS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
function nudge(event: KeyboardEvent): void {
  const way = WAYS[event.key]
  if (way === undefined) return
  event.preventDefault()
  event.stopPropagation()
  const by = event.shiftKey ? 0.25 : 0.05
  const { x, y } = spot.value(spec)
  spot.move(spec, x + way[0] * by, y + way[1] * by)
}
</script>

<template>
  <div class="spot-over">
    <canvas ref="canvas" aria-hidden="true" />
    <button
      v-if="handle"
      :class="['handle', { dragging }]"
      :style="{
        left: `${handle.left}px`,
        top: `${handle.top}px`,
        width: `${handle.width}px`,
        height: `${handle.height}px`,
      }"
      :aria-label="`${spec.name}: drag it, or move it with the arrow keys`"
      data-testid="spot-handle"
      @pointerdown="grab"
      @pointermove="drag"
      @pointerup="drop"
      @pointercancel="drop"
      @keydown="nudge"
      @keyup="spot.seal()"
    />
  </div>
</template>

<style scoped>
.spot-over,
canvas {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}
.handle {
  position: absolute;
  translate: -50% -50%;
  border: 2px dashed #fff;
  border-radius: 8px;
  box-shadow:
    0 0 0 1.5px #232838,
    inset 0 0 0 1.5px #232838;
  background: transparent;
  cursor: grab;
  pointer-events: auto;
  touch-action: none;
}
.handle.dragging {
  cursor: grabbing;
  border-style: solid;
}
.handle:focus-visible {
  outline: 3px solid var(--accent, #17808a);
  outline-offset: 3px;
}
</style>

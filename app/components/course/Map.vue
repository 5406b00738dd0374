<script setup lang="ts">
import { sizeOf } from '@core/pack/course'
import { useDevicePixelRatio } from '@vueuse/core'
import { computed, onMounted, useTemplateRef, watch } from 'vue'
import { useCourse } from '~/stores/course'

/** The whole course in ink on paper: the box is what the board shows; a press, a drag or the arrow keys move it. */
const { view, seen } = defineProps<{ view: { x: number; y: number }; seen: { w: number; h: number } }>()
const emit = defineEmits<{ go: [to: { x: number; y: number }] }>()
const course = useCourse()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const { pixelRatio } = useDevicePixelRatio()
/** CSS px it may take. */
const [WIDE, HIGH] = [290, 84]
const size = computed(() => (course.content === null ? { w: 1, h: 1 } : sizeOf(course.content)))
const cell = computed(() => Math.min(WIDE / size.value.w, HIGH / size.value.h))

function draw(): void {
  const to = canvas.value
  const content = course.content
  if (to === null || content === null) return
  const scale = cell.value * pixelRatio.value
  to.width = Math.max(1, Math.round(size.value.w * scale))
  to.height = Math.max(1, Math.round(size.value.h * scale))
  const ink = to.getContext('2d')!
  const style = getComputedStyle(to)
  ink.fillStyle = style.getPropertyValue('--paper')
  ink.fillRect(0, 0, to.width, to.height)
  ink.fillStyle = style.getPropertyValue('--ink')
  content.play.forEach((row, y) => {
    // Row by row in as few boxes as there are stretches.
    for (const stretch of row.matchAll(/[^.]+/g))
      ink.fillRect(stretch.index * scale, y * scale, Math.ceil(stretch[0].length * scale), Math.ceil(scale))
  })
  ink.fillStyle = style.getPropertyValue('--teal')
  const dot = Math.max(2 * pixelRatio.value, scale)
  for (const { x, y } of content.things) ink.fillRect(x * scale - dot / 2, (y - 0.5) * scale - dot / 2, dot, dot)
  ink.fillStyle = style.getPropertyValue('--sun')
  if (course.can.start)
    ink.fillRect(content.start.x * scale - dot, (content.start.y - 1) * scale - dot / 2, dot * 2, dot * 1.5)
  const gap = course.explored?.gap ?? null
  ink.strokeStyle = style.getPropertyValue('--vermilion')
  ink.lineWidth = 2 * pixelRatio.value
  if (gap !== null) {
    ink.beginPath()
    ink.arc(
      (gap.from.x + gap.to.x + 1) * 0.5 * scale,
      (gap.from.y + gap.to.y + 1) * 0.5 * scale,
      4 * pixelRatio.value,
      0,
      7,
    )
    ink.stroke()
  }
  ink.strokeRect(view.x * scale, view.y * scale, seen.w * scale, seen.h * scale)
}
watch([() => course.content, () => course.explored, () => view, () => seen, cell, pixelRatio], () => draw())
onMounted(() => draw())
function go(event: PointerEvent): void {
  if (event.buttons === 0) return
  const box = canvas.value!.getBoundingClientRect()
  canvas.value!.setPointerCapture(event.pointerId)
  emit('go', { x: (event.clientX - box.left) / cell.value, y: (event.clientY - box.top) / cell.value })
}
const BY: Record<string, readonly [number, number]> = {
  ArrowLeft: [-4, 0],
  ArrowRight: [4, 0],
  ArrowUp: [0, -4],
  ArrowDown: [0, 4],
}
function key(event: KeyboardEvent): void {
  const by = BY[event.key]
  if (by === undefined) return
  event.preventDefault()
  emit('go', { x: view.x + seen.w / 2 + by[0], y: view.y + seen.h / 2 + by[1] })
}
</script>

<template>
  <canvas
    ref="canvas"
    class="map"
    tabindex="0"
    role="application"
    aria-label="Map of the course. Arrow keys move what is shown."
    data-testid="course-map"
    :style="{ width: `${size.w * cell}px`, height: `${size.h * cell}px` }"
    @pointerdown="go"
    @pointermove="go"
    @keydown="key"
  />
</template>

<style scoped>
.map {
  display: block;
  border: 1px solid var(--rule);
  cursor: crosshair;
  touch-action: none;
}
</style>

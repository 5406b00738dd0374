<script setup lang="ts">
import type { Evidence } from '@core/check/finding'
import { sizeOf } from '@core/pack/course'
import { computed, onMounted, useTemplateRef, watch } from 'vue'
import { useBench } from '~/stores/bench'

/** A place in a course, crossed out on its map: as much of the map as shows where that is. */
const { evidence } = defineProps<{ evidence: Extract<Evidence, { kind: 'place' }> }>()
const bench = useBench()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
/** px of the canvas, and cells of the course it shows at most. */
const [WIDE, HIGH] = [232, 152]
const MOST = 44
const course = computed(() => {
  const content = bench.content(evidence.course)
  return content?.kind === 'course' ? content : null
})
function draw(): void {
  const ink = canvas.value?.getContext('2d')
  if (!ink || course.value === null) return
  const { w, h } = sizeOf(course.value)
  const scale = Math.max(WIDE / Math.min(MOST, w), Math.min(WIDE / w, HIGH / h))
  const from = (at: number, size: number, room: number) =>
    size * scale <= room ? (size - room / scale) / 2 : Math.max(0, Math.min(size - room / scale, at - room / scale / 2))
  const [left, top] = [from(evidence.x, w, WIDE), from(evidence.y, h, HIGH)]
  const style = getComputedStyle(canvas.value!)
  ink.fillStyle = style.getPropertyValue('--sheet')
  ink.fillRect(0, 0, WIDE, HIGH)
  ink.fillStyle = style.getPropertyValue('--ink')
  course.value.play.forEach((row, y) => {
    for (const stretch of row.matchAll(/[^.]+/g))
      ink.fillRect((stretch.index - left) * scale, (y - top) * scale, stretch[0].length * scale + 0.5, scale + 0.5)
  })
  ink.fillStyle = style.getPropertyValue('--sun')
  const { start } = course.value
  ink.fillRect((start.x - left) * scale - 4, (start.y - top) * scale - 12, 8, 12)
  const [x, y] = [(evidence.x - left) * scale, (evidence.y - 0.5 - top) * scale]
  ink.strokeStyle = style.getPropertyValue('--vermilion')
  ink.lineWidth = 4
  ink.beginPath()
  ink.moveTo(x - 9, y - 9)
  ink.lineTo(x + 9, y + 9)
  ink.moveTo(x + 9, y - 9)
  ink.lineTo(x - 9, y + 9)
  ink.stroke()
}
watch([course, () => evidence], () => draw())
onMounted(() => draw())
</script>

<template>
  <canvas
    ref="canvas"
    :width="WIDE"
    :height="HIGH"
    class="place"
    data-testid="place"
    role="img"
    :aria-label="`Column ${Math.floor(evidence.x) + 1}, row ${Math.ceil(evidence.y)} of the course`"
  />
</template>

<style scoped>
.place {
  width: 116px;
  height: 76px;
}
</style>

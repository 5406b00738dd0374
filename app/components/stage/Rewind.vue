<script setup lang="ts">
import { REWIND_SECONDS } from '@core/game/session'
import { STEPS_PER_SECOND } from '@core/game/types'
import { computed, onBeforeUnmount, onMounted, useTemplateRef, watch } from 'vue'
import type { Stage } from '~/composables/stage'

/** The last 20 seconds as a strip of pictures; drag to go back, run to play on from there. */
const { stage } = defineProps<{ stage: Stage }>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const SPAN = REWIND_SECONDS * STEPS_PER_SECOND
let off: (() => void) | null = null
// It grows with every step; told in whole seconds, so that the page is not laid out sixty times in each.
const reach = computed(() => Math.floor(stage.view.rewindable / STEPS_PER_SECOND))

function draw(): void {
  const at = canvas.value
  if (at === null) return
  at.width = at.clientWidth
  at.height = at.clientHeight
  const ink = at.getContext('2d')!
  const now = stage.step()
  const perThumb = (100 / SPAN) * at.width
  for (const thumb of stage.thumbs()) {
    const x = at.width - ((now - thumb.step) / SPAN) * at.width - perThumb
    const { picture } = thumb
    // Beside each other as high as the strip; what is wider than its turn is cut.
    const k = Math.max((perThumb - 1) / picture.width, at.height / picture.height)
    const [w, h] = [(perThumb - 1) / k, at.height / k]
    const [left, top] = [(picture.width - w) / 2, (picture.height - h) / 2]
    ink.drawImage(picture, left, top, w, h, x, 0, perThumb - 1, at.height)
  }
}

onMounted(() => {
  off = stage.onThumbs(draw)
  draw()
})
onBeforeUnmount(() => off?.())
watch(() => stage.view.back, draw)

function seek(event: PointerEvent): void {
  if (event.buttons === 0) return
  const box = canvas.value!.getBoundingClientRect()
  const share = Math.max(0, Math.min(1, (event.clientX - box.left) / box.width))
  if (event.type === 'pointerdown') (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  stage.seek((1 - share) * SPAN)
}

function key(event: KeyboardEvent): void {
  const by = event.key === 'ArrowLeft' ? 30 : event.key === 'ArrowRight' ? -30 : 0
  if (by === 0) return
  event.preventDefault()
  stage.seek(stage.view.back + by)
}
</script>

<template>
  <div
    class="rewind"
    role="slider"
    tabindex="0"
    aria-label="Rewind, the last 20 seconds"
    :aria-valuemin="-reach"
    :aria-valuemax="0"
    :aria-valuenow="-(stage.view.back / 60).toFixed(1)"
    :aria-valuetext="`${(stage.view.back / 60).toFixed(1)} seconds ago`"
    data-testid="rewind"
    @pointerdown="seek"
    @pointermove="seek"
    @keydown="key"
  >
    <canvas ref="canvas" />
    <div class="unreached" :style="{ width: `${100 - (reach / REWIND_SECONDS) * 100}%` }" />
    <div v-if="stage.view.back > 0" class="after" :style="{ width: `${(stage.view.back / SPAN) * 100}%` }">
      <span class="mono">-{{ (stage.view.back / 60).toFixed(1) }} s</span>
    </div>
  </div>
</template>

<style scoped>
.rewind {
  position: relative;
  height: 42px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  overflow: hidden;
  cursor: ew-resize;
  touch-action: none;
  background: var(--paper);
}
canvas {
  width: 100%;
  height: 100%;
  display: block;
}
.unreached {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--paper);
}
.after {
  position: absolute;
  inset: 0 0 0 auto;
  background: color-mix(in srgb, var(--sheet) 72%, transparent);
  border-left: 2.5px solid var(--vermilion);
}
.after span {
  position: absolute;
  left: 6px;
  bottom: 3px;
  color: var(--ink);
  white-space: nowrap;
}
</style>

<script setup lang="ts">
import type { Setup } from '@core/game/setup'
import type { Point } from '@core/game/types'
import { computed, onBeforeUnmount, onMounted, shallowRef, useTemplateRef } from 'vue'
import { makeStage, type Stage } from '~/composables/stage'
import { lettersOf } from '~/composables/typeface'
import { useAssets } from '~/stores/assets'
import { useBench } from '~/stores/bench'
import type { Trail } from './board-ink'

/** A play that begins at a place of the course, over the board; it leaves a trail. `auto`: the simulated player tries. */
const { setup, auto } = defineProps<{ setup: Setup; auto: boolean }>()
const emit = defineEmits<{ over: [trail: Trail] }>()
const bench = useBench()
const assets = useAssets()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const stage = shallowRef<Stage | null>(null)
/** A dot of the trail for so many steps, and at most so many. */
const EVERY = 6
const MOST = 1500
/** Nobody runs so far in so few steps: a life was lost there. Cells. */
const LEAP = 3
const points: Point[] = []
const falls: Point[] = []
let last: Point | null = null
let noted = -EVERY
let handle = 0

function follow(): void {
  handle = requestAnimationFrame(follow)
  const feet = stage.value?.feet() ?? null
  const step = stage.value?.step() ?? 0
  if (feet === null || stage.value!.view.screen !== 'play') return
  if (last !== null && Math.hypot(feet.x - last.x, feet.y - last.y) > LEAP) falls.push(last)
  last = { x: feet.x, y: feet.y }
  if (step - noted < EVERY || points.length >= MOST) return
  noted = step
  points.push(last)
}
onMounted(async () => {
  if (bench.template === null || canvas.value === null) return
  const { template } = bench
  const letters = await lettersOf(setup.doc, template)
  if (canvas.value === null) return
  stage.value = makeStage(canvas.value, {
    ...{ setup, letters, auto, straightToPlay: true, few: false },
    images: () => assets.bitmaps(),
    bytesOf: async (hash) => {
      const bytes = await assets.bytesOf(hash, template)
      if (bytes === null) throw new Error('gone')
      return bytes.slice().buffer
    },
  })
  canvas.value.focus({ preventScroll: true })
  handle = requestAnimationFrame(follow)
})
onBeforeUnmount(() => {
  cancelAnimationFrame(handle)
  stage.value?.close()
})
function end(): void {
  if (stage.value?.view.screen === 'lost' && last !== null) falls.push(last)
  emit('over', { points, falls })
}
function key(event: KeyboardEvent): void {
  if (event.key !== 'Escape') return
  event.preventDefault()
  event.stopPropagation()
  end()
}
const SAYS: Record<string, string> = { won: 'Out.', lost: 'Lost.' }
const said = computed(
  () => SAYS[stage.value?.view.screen ?? ''] ?? (auto ? 'The simulated player tries.' : 'Yours to play.'),
)
</script>

<template>
  <div class="run" :data-screen="stage?.view.screen" data-testid="course-run" @keydown.capture="key">
    <canvas
      ref="canvas"
      tabindex="0"
      role="application"
      aria-label="The game, from the place you chose. Escape goes back."
    />
    <p class="line">
      <b role="status">{{ said }}</b>
      <button type="button" class="plain-button back" data-act="run-over" @click="end()">
        Back to the course<kbd>Esc</kbd>
      </button>
    </p>
  </div>
</template>

<style scoped>
.run {
  position: absolute;
  inset: 0;
  z-index: 2;
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  background: #171b26;
}
canvas {
  width: 100%;
  height: 100%;
  display: block;
  touch-action: none;
}
.line {
  display: flex;
  align-items: center;
  gap: 14px;
  margin: 0;
  padding: 6px 12px;
  color: #f1ebdd;
}
.back {
  margin-left: auto;
  padding: 6px 12px;
  border: 1px solid #f1ebdd80;
  border-radius: 4px;
  color: #fffdf8;
}
.back kbd {
  margin-left: 8px;
}
</style>

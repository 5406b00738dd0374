<script setup lang="ts">
import { useResizeObserver } from '@vueuse/core'
import { minMax } from '@core/sound/outline'
import { computed, onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue'
import { useSoundBench } from '~/stores/sound-bench'

/** The wave as it will sound. Drag to mark a stretch, wheel to zoom; music shows its loop. */
const at = useSoundBench()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const box = useTemplateRef<HTMLElement>('box')
let handle = 0
let dragging: number | null = null
const wide = ref(0)

const end = computed(() => (at.view.toS > 0 ? Math.min(at.view.toS, at.durationS) : at.durationS))
const span = computed(() => Math.max(0.001, end.value - at.view.fromS))
const secondAt = (x: number): number => at.view.fromS + (x / Math.max(1, wide.value)) * span.value
const xOf = (s: number): number => ((s - at.view.fromS) / span.value) * wide.value

function colour(name: string): string {
  return getComputedStyle(canvas.value!).getPropertyValue(name).trim()
}

function draw(): void {
  const to = canvas.value
  const room = box.value
  if (to === null || room === null) return
  const ratio = Math.min(2, window.devicePixelRatio || 1)
  wide.value = room.clientWidth
  const high = room.clientHeight
  const [width, height] = [Math.round(wide.value * ratio), Math.round(high * ratio)]
  if (to.width !== width || to.height !== height) {
    to.width = width
    to.height = height
  }
  const ink = to.getContext('2d')!
  ink.setTransform(ratio, 0, 0, ratio, 0, 0)
  ink.clearRect(0, 0, wide.value, high)
  const middle = high / 2
  if (at.marked !== null) {
    ink.fillStyle = colour('--teal-wash')
    ink.fillRect(xOf(at.marked.fromS), 0, xOf(at.marked.toS) - xOf(at.marked.fromS), high)
  }
  ink.fillStyle = colour('--rule')
  for (const level of [-0.5, 0, 0.5]) ink.fillRect(0, middle - level * middle * 0.94, wide.value, 1)
  const sound = at.preview
  if (sound === null) return
  const wave = minMax(sound, at.view.fromS, end.value, Math.max(1, Math.floor(wide.value)))
  const full = 0.9999
  for (let x = 0; x < wave.length / 2; x++) {
    const [low, top] = [wave[x * 2]!, wave[x * 2 + 1]!]
    ink.fillStyle = colour(Math.max(-low, top) >= full ? '--vermilion' : '--ink')
    ink.fillRect(x, middle - top * middle * 0.94, 1, Math.max(1, (top - low) * middle * 0.94))
  }
  if (at.kind === 'music') {
    ink.fillStyle = colour('--teal')
    const loopEnd = sound.loopToS > 0 ? sound.loopToS : at.durationS
    for (const [s, side] of [
      [sound.loopFromS, 1],
      [loopEnd, -1],
    ] as const) {
      const x = xOf(s)
      ink.fillRect(x - 1, 0, 2, high)
      ink.beginPath()
      ink.moveTo(x, 0)
      ink.lineTo(x + side * 12, 0)
      ink.lineTo(x, 12)
      ink.fill()
    }
  }
  const now = at.at()
  if (now >= 0 && at.hearing !== 'theirs') {
    ink.fillStyle = colour('--vermilion')
    ink.fillRect(xOf(now) - 1, 0, 2, high)
  }
}

function tick(): void {
  handle = requestAnimationFrame(tick)
  if (at.hearing !== '') draw()
}
useResizeObserver(box, draw)
onMounted(() => {
  handle = requestAnimationFrame(tick)
})
onBeforeUnmount(() => cancelAnimationFrame(handle))
watch(
  () => [at.preview, at.view.fromS, at.view.toS, at.marked, at.hearing, at.draft],
  () => draw(),
  { flush: 'post' },
)

const held = (s: number): number => Math.max(0, Math.min(at.durationS, s))
const localX = (event: MouseEvent): number => event.clientX - box.value!.getBoundingClientRect().left
function down(event: PointerEvent): void {
  dragging = held(secondAt(localX(event)))
  at.marked = null
  canvas.value!.setPointerCapture(event.pointerId)
}
function move(event: PointerEvent): void {
  if (dragging === null) return
  const to = held(secondAt(localX(event)))
  if (Math.abs(xOf(to) - xOf(dragging)) > 3) at.marked = { fromS: Math.min(dragging, to), toS: Math.max(dragging, to) }
}
function up(): void {
  dragging = null
}
function zoom(times: number, around: number): void {
  const next = Math.min(at.durationS, Math.max(0.005, span.value * times))
  const share = (around - at.view.fromS) / span.value
  const fromS = Math.max(0, Math.min(at.durationS - next, around - share * next))
  at.view = next >= at.durationS - 0.0005 ? { fromS: 0, toS: 0 } : { fromS, toS: fromS + next }
}
function wheel(event: WheelEvent): void {
  if (event.shiftKey) return slide((event.deltaY / 500) * span.value)
  zoom(event.deltaY > 0 ? 1.25 : 0.8, secondAt(localX(event)))
}
function slide(by: number): void {
  if (at.view.toS === 0) return
  const fromS = Math.max(0, Math.min(at.durationS - span.value, at.view.fromS + by))
  at.view = { fromS, toS: fromS + span.value }
}
const middle = computed(() =>
  at.marked === null ? at.view.fromS + span.value / 2 : (at.marked.fromS + at.marked.toS) / 2,
)
function keys(event: KeyboardEvent): void {
  const acts: Record<string, () => void> = {
    '+': () => zoom(0.5, middle.value),
    '-': () => zoom(2, middle.value),
    ArrowLeft: () => slide(-span.value / 8),
    ArrowRight: () => slide(span.value / 8),
    ' ': () => at.hear(),
    Escape: () => (at.marked = null),
  }
  const act = acts[event.key]
  if (act === undefined || (event.key === 'Escape' && at.marked === null)) return
  event.preventDefault()
  event.stopPropagation()
  act()
}
</script>

<template>
  <div class="board">
    <div class="ruler mono soft">
      <span>{{ at.view.fromS.toFixed(span < 0.5 ? 3 : 2) }} s</span>
      <span v-if="at.marked" class="marked">{{ at.marked.fromS.toFixed(3) }} to {{ at.marked.toS.toFixed(3) }} s</span>
      <span>{{ end.toFixed(span < 0.5 ? 3 : 2) }} s</span>
    </div>
    <div ref="box" class="box">
      <canvas
        ref="canvas"
        tabindex="0"
        role="img"
        data-testid="wave"
        :data-seconds="at.durationS.toFixed(3)"
        aria-label="Wave of the sound. Drag to mark a stretch; plus and minus zoom, arrow keys move, space plays."
        @pointerdown="down"
        @pointermove="move"
        @pointerup="up"
        @wheel.prevent="wheel"
        @keydown="keys"
      />
      <p v-if="at.working && !at.preview" class="soft wait" role="status">Listening to it…</p>
    </div>
    <div class="zoom">
      <button class="link" @click="zoom(0.5, middle)">Closer</button>
      <button class="link" :disabled="at.view.toS === 0" @click="zoom(2, middle)">Farther</button>
      <button class="link" :disabled="at.view.toS === 0" @click="at.view = { fromS: 0, toS: 0 }">All of it</button>
      <span class="soft hint">Drag to mark a stretch; the wheel zooms.</span>
    </div>
  </div>
</template>

<style scoped>
.board {
  flex: 1;
  min-height: 180px;
  display: flex;
  flex-direction: column;
  padding: 14px 16px 6px;
  gap: 4px;
}
.ruler {
  display: flex;
  justify-content: space-between;
}
.marked {
  color: var(--teal);
  font-weight: 700;
}
.box {
  position: relative;
  flex: 1;
  min-height: 120px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--paper);
}
canvas {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  cursor: text;
  touch-action: none;
}
.wait {
  position: absolute;
  inset: 45% 0 auto;
  text-align: center;
}
.zoom {
  display: flex;
  gap: 16px;
  align-items: baseline;
}
.hint {
  margin-left: auto;
  font-size: 12.5px;
}
</style>

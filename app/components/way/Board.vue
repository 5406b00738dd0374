<script setup lang="ts">
import type { Point } from '@core/game/types'
import { nameOf, nearestPiece, signOf } from '@core/pack/way'
import { STAGES } from '@core/game/stage'
import { computed, ref, shallowRef, useTemplateRef } from 'vue'
import { bringingsOf } from '~/composables/dropped'
import { useBench } from '~/stores/bench'
import { useWay } from '~/stores/way'

/** The board, large: the picture with the way over it. Spaces are dragged, drawn in one stroke, or set one by one. */
const { tool, heat } = defineProps<{ tool: 'move' | 'stroke' | 'add'; heat: boolean }>()
const emit = defineEmits<{ stroked: [] }>()
const way = useWay()
const bench = useBench()
const svg = useTemplateRef<SVGSVGElement>('svg')

/** Hundredths of a world unit: what the drawing is measured in. */
const UNIT = 100
const size = computed(() => way.board ?? { width: 16, height: 10 })
const stage = computed(() => STAGES[bench.pack?.stage ?? 'wide'])
const points = computed(() =>
  way.spaces.map(({ x, y }) => ({ x: x * size.value.width * UNIT, y: y * size.value.height * UNIT })),
)
const line = computed(() => points.value.map(({ x, y }) => `${x},${y}`).join(' '))
const radius = computed(() => {
  let least = Infinity
  points.value.forEach((a, i) =>
    points.value.slice(0, i).forEach((b) => (least = Math.min(least, Math.hypot(a.x - b.x, a.y - b.y)))),
  )
  return Math.max(22, Math.min(46, least * 0.44))
})
const hops = computed(() =>
  way.spaces.flatMap(({ effect }, i) => {
    const to = effect?.does === 'go' ? way.spaces.findIndex(({ id }) => id === effect.to) : -1
    if (to < 0) return []
    const [a, b] = [points.value[i]!, points.value[to]!]
    // It bends to one side, so that it is told from the way itself.
    return [
      `M${a.x},${a.y}Q${(a.x + b.x) / 2 + (b.y - a.y) * 0.25},${(a.y + b.y) / 2 - (b.x - a.x) * 0.25} ${b.x},${b.y}`,
    ]
  }),
)
/** By space, in what share of rounds somebody stopped there. */
const hot = computed(() => (heat && way.stops.length === way.spaces.length ? way.stops : null))
const hottest = computed(() => {
  const shares = hot.value ?? []
  return new Set(
    shares
      .map((share, i) => [share, i] as const)
      .slice(1, -1)
      .sort((a, b) => b[0] - a[0])
      .slice(0, 3)
      .map(([, i]) => i),
  )
})
const halo = (i: number): string => {
  const share = hot.value?.[i] ?? 0
  return share > 0.75 ? '#c8402f' : share > 0.5 ? '#e0803a' : share > 0.25 ? '#e6ad35' : '#f2dfa3'
}

const drawn = shallowRef<Point[]>([])
const pressed = ref<{ x: number; y: number } | null>(null)
const over = ref(-1)

function placeOf(event: MouseEvent): Point {
  const box = svg.value!.getBoundingClientRect()
  return { x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height }
}
function at(event: Event): number {
  const group = (event.target as Element).closest<SVGGElement>('[data-space]')
  return group === null ? -1 : Number(group.dataset['space'])
}
async function down(event: PointerEvent): Promise<void> {
  if (event.button !== 0) return
  const place = placeOf(event)
  const on = at(event)
  if (tool === 'stroke') {
    drawn.value = [place]
    svg.value!.setPointerCapture(event.pointerId)
  } else if (on >= 0) {
    way.chosen = on
    pressed.value = { x: event.clientX, y: event.clientY }
    svg.value!.setPointerCapture(event.pointerId)
  } else if (tool === 'add') await way.add(nearestPiece(way.content, place, size.value), place)
}
/** px a pointer goes before a press is a drag. */
const DRAG = 4
function move(event: PointerEvent): void {
  if (drawn.value.length > 0) drawn.value = [...drawn.value, placeOf(event)]
  else if (pressed.value !== null) {
    const { x, y } = pressed.value
    if (way.drag === null && Math.hypot(event.clientX - x, event.clientY - y) < DRAG) return
    const place = placeOf(event)
    const within = (value: number) => Math.max(0, Math.min(1, value))
    way.drag = { at: way.at, place: { x: within(place.x), y: within(place.y) } }
  }
}
async function up(): Promise<void> {
  pressed.value = null
  if (drawn.value.length > 0) {
    const stroke = drawn.value
    drawn.value = []
    await way.stroke(stroke)
    emit('stroked')
  } else if (way.drag !== null) await way.drop()
}
function gone(): void {
  pressed.value = null
  drawn.value = []
  way.drag = null
}
async function dropped(event: DragEvent): Promise<void> {
  const on = at(event)
  over.value = -1
  const [what] = await bringingsOf(event.dataTransfer)
  if (what !== undefined && on >= 0) await way.put(what, on)
}

const STEP = 0.004
const FAR = 0.02
async function key(event: KeyboardEvent): Promise<void> {
  const dx = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
  const dy = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
  const by = event.shiftKey ? FAR : STEP
  if (event.altKey && (dx !== 0 || dy !== 0)) {
    event.preventDefault()
    await way.nudge(dx * by, (dy * by * size.value.width) / size.value.height)
  } else if (event.key === 'Insert' || event.key.toLowerCase() === 'i') await way.add(way.at)
  else if (event.key === 'Delete' || event.key === 'Backspace') await way.remove()
}
const label = (i: number): string => {
  const { text, effect } = way.spaces[i]!
  return [nameOf(way.shown, i), text ?? '', effect === undefined ? '' : signOf(effect, way.shown).said]
    .filter((one) => one !== '')
    .join(', ')
}
</script>

<template>
  <div class="room" :style="{ '--ratio': size.width / size.height }">
    <div class="board" :class="tool" data-testid="way-board">
      <div class="under" :style="{ height: `${(stage.height / size.height) * 100}%` }">
        <BitsPictureView
          v-if="way.under"
          :asset="way.under.asset"
          :crisp="way.under.crisp"
          :fit="way.under.fit === 'contain' ? 'contain' : 'cover'"
        />
      </div>
      <svg
        ref="svg"
        :viewBox="`0 0 ${size.width * UNIT} ${size.height * UNIT}`"
        role="group"
        aria-label="The way, space by space"
        @dragstart.prevent
        @pointerdown="down"
        @pointermove="move"
        @pointerup="up"
        @pointercancel="gone"
        @keydown="key"
        @dragover.prevent="over = at($event)"
        @dragleave="over = -1"
        @drop.prevent.stop="dropped"
      >
        <polyline :points="line" class="edge" />
        <polyline :points="line" class="line" />
        <path v-for="hop in hops" :key="hop" :d="hop" class="hop" />
        <g
          v-for="(space, i) in way.spaces"
          :key="space.id"
          :data-space="i"
          :transform="`translate(${points[i]!.x} ${points[i]!.y})`"
          :class="['space', { on: i === way.at, over: i === over }]"
          role="button"
          tabindex="0"
          :aria-label="label(i)"
          :aria-pressed="i === way.at"
          @focus="way.chosen = i"
        >
          <circle
            v-if="hot && i > 0 && i < way.spaces.length - 1"
            :r="radius * (1 + 0.75 * hot[i]!)"
            :fill="halo(i)"
            :class="['halo', { stale: !way.fresh }]"
          />
          <circle :r="radius" class="disc" />
          <circle :r="radius * 0.8" class="rim" />
          <text class="number" :font-size="radius * (i === 0 || i === way.spaces.length - 1 ? 0.62 : 0.84)" dy=".35em">
            {{ i === 0 ? 'Start' : i === way.spaces.length - 1 ? 'Home' : i }}
          </text>
          <g
            v-if="space.effect && i > 0 && i < way.spaces.length - 1"
            :transform="`translate(${radius * 0.9} ${-radius * 0.9}) rotate(5)`"
          >
            <rect
              :x="-radius * 0.3 - signOf(space.effect, way.shown).sign.length * radius * 0.17"
              :y="-radius * 0.4"
              :width="radius * 0.6 + signOf(space.effect, way.shown).sign.length * radius * 0.34"
              :height="radius * 0.8"
              class="tag"
            />
            <text class="number" :font-size="radius * 0.6" dy=".34em">
              {{ signOf(space.effect, way.shown).sign }}
            </text>
          </g>
          <g v-if="hot && hottest.has(i)" :transform="`translate(0 ${radius * 1.5})`">
            <rect :x="-radius * 0.9" :y="-radius * 0.36" :width="radius * 1.8" :height="radius * 0.72" class="figure" />
            <text class="share" :font-size="radius * 0.55" dy=".34em">{{ Math.round(hot[i]! * 100) }} %</text>
          </g>
        </g>
        <polyline
          v-if="drawn.length > 1"
          :points="drawn.map(({ x, y }) => `${x * size.width * UNIT},${y * size.height * UNIT}`).join(' ')"
          class="drawn"
        />
      </svg>
    </div>
  </div>
</template>

<style scoped>
.room {
  flex: 1;
  min-height: 220px;
  display: grid;
  place-items: center;
  padding: 10px;
  background: var(--desk);
  container-type: size;
}
.board {
  position: relative;
  overflow: hidden;
  width: min(100cqw, 100cqh * var(--ratio));
  aspect-ratio: var(--ratio);
  background: #171b26;
}
.under {
  position: absolute;
  inset: 0 0 auto;
}
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  touch-action: none;
  user-select: none;
}
.board.stroke svg,
.board.add svg {
  cursor: crosshair;
}
.line,
.edge,
.hop,
.drawn {
  fill: none;
  pointer-events: none;
}
.edge {
  stroke: #171b2699;
  stroke-width: 11;
}
.line {
  stroke: #fffdf8;
  stroke-width: 6;
  stroke-dasharray: 14 10;
}
.hop {
  stroke: #fffdf8;
  stroke-width: 6;
  stroke-dasharray: 1 13;
  stroke-linecap: round;
  filter: drop-shadow(0 0 2px #171b26);
}
.drawn {
  stroke: #12606a;
  stroke-width: 9;
}
.space {
  cursor: grab;
}
.space:focus {
  outline: none;
}
.halo {
  opacity: 0.86;
  pointer-events: none;
}
.halo.stale {
  fill-opacity: 0.35;
  stroke: #171b26;
  stroke-width: 2;
  stroke-dasharray: 6 6;
}
.disc {
  fill: #fffdf8;
  stroke: #23283a;
  stroke-width: 4;
}
.rim {
  fill: none;
  stroke: #23283a;
  stroke-width: 2;
  stroke-dasharray: 3 4;
}
.number,
.share {
  text-anchor: middle;
  font-weight: 800;
  fill: #23283a;
  pointer-events: none;
}
.space.on .disc {
  fill: #12606a;
}
.space.on > .number {
  fill: #fffdf8;
}
.space.on .rim {
  stroke: #fffdf8;
}
.space:focus-visible .disc,
.space.over .disc {
  stroke: #e0a13c;
  stroke-width: 9;
}
.tag {
  fill: #fff3d6;
  stroke: #23283a;
  stroke-width: 2.5;
}
.figure {
  fill: #23283a;
}
.share {
  fill: #fffdf8;
}
</style>

<script setup lang="ts">
import { shapeArea } from '@core/art/outline'
import type { SpriteContent } from '@core/pack/content'
import { computed, ref, watch } from 'vue'
import { useBench } from '~/stores/bench'
import { useShapes } from '~/stores/shapes'
import { useSwap } from '~/stores/swap'

const { part, entry, sprite, reference } = defineProps<{
  part: string
  entry: string
  sprite: SpriteContent
  reference?: SpriteContent
}>()
const bench = useBench()
const swap = useSwap()
const shapes = useShapes()
const clipNames = computed(() => Object.keys(sprite.clips))
const clip = ref(clipNames.value[0]!)
watch(clipNames, (names) => {
  if (!names.includes(clip.value)) clip.value = names[0]!
})
const shown = computed(() => sprite.clips[clip.value] ?? Object.values(sprite.clips)[0]!)
const frame = computed(() => Object.values(sprite.clips)[0]!.frames[0]!)
const cut = ref({ ...sprite.strip })
watch(
  () => sprite.strip,
  (strip) => {
    cut.value = { ...strip }
  },
)
const facts = computed(() => bench.facts(frame.value.asset))
const divides = computed(
  () =>
    facts.value === undefined ||
    (facts.value.width % cut.value.columns === 0 && facts.value.height % cut.value.rows === 0),
)
const ownDrawing = computed(() => bench.pack?.assets[frame.value.asset] !== undefined)

const fair = ref<{ here: number; there: number } | null>(null)
watch(
  () => [sprite.hitShape, frame.value.asset],
  async () => {
    const here = await shapes.fairness(sprite)
    const there = reference === undefined ? here : await shapes.fairness(reference)
    fair.value = here === null || there === null ? null : { here, there }
  },
  { immediate: true },
)
const change = (name: string, next: Partial<SpriteContent>, mark = '') =>
  swap.setSprite(part, entry, name, { ...sprite, ...next }, mark)

function setFps(fps: number): void {
  void change(
    'Set the speed of a clip',
    { clips: { ...sprite.clips, [clip.value]: { ...shown.value, fps } } },
    `fps:${part}:${entry}:${clip.value}`,
  )
}

const PIVOTS = [
  { name: 'feet', x: 0.5, y: 1 },
  { name: 'centre', x: 0.5, y: 0.5 },
  { name: 'as the template’s', x: -1, y: -1 },
]
function setPivot(x: number, y: number, mark = ''): void {
  const pivot =
    x < 0 && reference !== undefined
      ? { ...reference.pivot }
      : { x: Math.round(x * 1000) / 1000, y: Math.round(y * 1000) / 1000 }
  void change('Move the pivot', { pivot }, mark)
}
function dragPivot(event: PointerEvent): void {
  if (event.buttons === 0) return
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  if (event.type === 'pointerdown') (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  setPivot(
    Math.max(0, Math.min(1, (event.clientX - box.left) / box.width)),
    Math.max(0, Math.min(1, (event.clientY - box.top) / box.height)),
    `pivot:${part}:${entry}`,
  )
}
function nudgePivot(event: KeyboardEvent): void {
  const by: Record<string, [number, number]> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, -1],
    ArrowDown: [0, 1],
  }
  const move = by[event.key]
  if (move === undefined) return
  event.preventDefault()
  setPivot(
    Math.max(0, Math.min(1, sprite.pivot.x + move[0] / frame.value.w)),
    Math.max(0, Math.min(1, sprite.pivot.y + move[1] / frame.value.h)),
    `pivot:${part}:${entry}`,
  )
}
async function fit(): Promise<void> {
  const next = await shapes.fit(sprite)
  if (next !== null) await change('Fit the hit shape to the drawing', { hitShape: next })
}
async function box(): Promise<void> {
  await change('Use the whole box as hit shape', {
    hitShape: [
      { x: 0, y: 0 },
      { x: 1, y: 0 },
      { x: 1, y: 1 },
      { x: 0, y: 1 },
    ],
  })
}
const polygon = computed(() => sprite.hitShape.map((p) => `${p.x * 100},${p.y * 100}`).join(' '))
const ghost = computed(() => reference?.hitShape.map((p) => `${p.x * 100},${p.y * 100}`).join(' ') ?? '')
const metres = (value: number) => `${value.toFixed(2)} m`
const width = computed(() => (sprite.height * frame.value.w) / frame.value.h)
</script>

<template>
  <hr class="fold" />
  <div>
    <div class="line">
      <h3>Clips</h3>
      <span class="clips" role="group" aria-label="Clip">
        <button
          v-for="name in clipNames"
          :key="name"
          :class="['plain-button', 'clip', { on: name === clip }]"
          :aria-pressed="name === clip"
          @click="clip = name"
        >
          {{ name }}
        </button>
      </span>
    </div>
    <div class="frames">
      <div v-for="(one, i) in shown.frames.slice(0, 8)" :key="i" class="frame checker">
        <BitsFrameView :sprite="sprite" :clip="clip" :frame="i" />
      </div>
      <span v-if="shown.frames.length > 8" class="soft">+{{ shown.frames.length - 8 }}</span>
    </div>
    <InspectorSliderRow
      v-if="shown.frames.length > 1"
      name="Speed"
      label="Frames a second"
      :value="shown.fps"
      :min="1"
      :max="24"
      :step="1"
      :shown="`${shown.fps} a second`"
      @set="setFps"
      @end="bench.seal()"
    />
    <div v-if="ownDrawing" class="field cut">
      <span class="soft">Strip of</span>
      <v-text-field v-model.number="cut.columns" type="number" min="1" max="64" aria-label="Columns" />
      <span>×</span>
      <v-text-field v-model.number="cut.rows" type="number" min="1" max="64" aria-label="Rows" />
      <v-btn
        variant="outlined"
        :disabled="
          cut.columns < 1 || cut.rows < 1 || (cut.columns === sprite.strip.columns && cut.rows === sprite.strip.rows)
        "
        @click="swap.recut(part, entry, cut)"
        >Cut</v-btn
      >
    </div>
    <p v-if="ownDrawing && !divides" class="note">
      {{ facts?.width }} × {{ facts?.height }} px does not divide into {{ cut.columns }} × {{ cut.rows }}; the rest at
      the right and below is left out.
    </p>
  </div>
  <hr class="fold" />
  <div>
    <h3>Stands and touches</h3>
    <div class="body">
      <div
        class="figure checker"
        tabindex="0"
        role="application"
        aria-label="Pivot and hit shape. Drag the cross or press the arrow keys"
        :style="{ aspectRatio: `${frame.w} / ${frame.h}` }"
        @pointerdown="dragPivot"
        @pointermove="dragPivot"
        @pointerup="bench.seal()"
        @keydown="nudgePivot"
      >
        <BitsFrameView :sprite="sprite" :frame="0" class="drawing" />
        <svg viewBox="0 0 100 100" preserveAspectRatio="none">
          <polygon v-if="ghost" :points="ghost" class="ghost" />
          <polygon :points="polygon" class="shape" />
        </svg>
        <span class="cross" :style="{ left: `${sprite.pivot.x * 100}%`, top: `${sprite.pivot.y * 100}%` }" />
      </div>
      <div class="said">
        <p class="soft">Pivot</p>
        <div class="snaps">
          <button v-for="pivot in PIVOTS" :key="pivot.name" class="link" @click="setPivot(pivot.x, pivot.y)">
            {{ pivot.name }}
          </button>
        </div>
        <p class="soft">Hit shape, {{ sprite.hitShape.length }} points</p>
        <p v-if="fair">
          {{ Math.round(fair.here * 100) }} % of the drawing
          <span class="soft">(template {{ Math.round(fair.there * 100) }} %)</span>
        </p>
        <p v-else>{{ Math.round(shapeArea(sprite.hitShape) * 100) }} % of the frame</p>
        <div class="snaps">
          <button class="link" @click="fit">fit to drawing</button>
          <button class="link" @click="box">whole box</button>
        </div>
      </div>
    </div>
    <InspectorSliderRow
      name="Size"
      label="Shown height in metres"
      :value="sprite.height"
      :min="0.2"
      :max="5"
      :step="0.05"
      :shown="`${metres(width)} × ${metres(sprite.height)}`"
      @set="change('Set the size', { height: $event }, `size:${part}:${entry}`)"
      @end="bench.seal()"
    />
    <v-switch
      :model-value="sprite.crisp"
      label="Keep pixels crisp"
      @update:model-value="change('Keep pixels crisp', { crisp: $event === true })"
    />
  </div>
</template>

<style scoped>
.line {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
.clips {
  display: flex;
  gap: 4px;
}
.clip {
  padding: 2px 8px;
  border-radius: 10px;
  border: 1px solid var(--rule);
  font-size: 12.5px;
}
.clip.on {
  border-color: var(--ink);
  font-weight: 700;
}
.frames {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
  margin: 8px 0;
  align-items: center;
}
.frame {
  width: 44px;
  height: 44px;
  padding: 3px;
  border: 1px solid var(--rule);
  border-radius: 3px;
}
.field {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 36px;
}
.field > .soft {
  width: 52px;
  flex: none;
}
.cut :deep(.v-text-field) {
  max-width: 64px;
}
.note {
  color: var(--sun);
  font-size: 13px;
}
.body {
  display: flex;
  gap: 14px;
  margin: 8px 0;
}
.figure {
  position: relative;
  width: 120px;
  max-height: 160px;
  flex: none;
  border: 1px solid var(--rule);
  cursor: crosshair;
  touch-action: none;
  align-self: flex-start;
}
.figure svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
.shape {
  fill: color-mix(in srgb, var(--teal) 18%, transparent);
  stroke: var(--teal);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.ghost {
  fill: none;
  stroke: var(--soft);
  stroke-width: 1.2;
  stroke-dasharray: 3 3;
  vector-effect: non-scaling-stroke;
}
.cross {
  position: absolute;
  width: 15px;
  height: 15px;
  margin: -7.5px;
  border: 2px solid var(--vermilion);
  border-radius: 50%;
  background: color-mix(in srgb, var(--sheet) 60%, transparent);
}
.snaps {
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
}
.snaps .link {
  padding: 2px 0 6px;
}
</style>

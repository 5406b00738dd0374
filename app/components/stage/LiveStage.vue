<script setup lang="ts">
import { useRafFn } from '@vueuse/core'
import { ratioOf, STAGES } from '@core/game/stage'
import type { DrawItem } from '@core/game/draw-list'
import { actorOf, boundsOf } from '@core/game/pick'
import { shapeAt } from '@core/game/setup'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { areFrames, bringingsOf } from '~/composables/dropped'
import { loadImagesOf } from '~/composables/images'
import { makeStage, type Stage } from '~/composables/stage'
import { stageComes } from '~/composables/stage-first'
import { lettersOf } from '~/composables/typeface'
import { useAssets } from '~/stores/assets'
import { useBench } from '~/stores/bench'
import { useNotices } from '~/stores/notices'
import { useOnStage } from '~/stores/on-stage'
import { useMany } from '~/stores/many'
import { useSwap } from '~/stores/swap'
import SpotHandle from './SpotHandle.vue'

/** The running game inside the bench: the only dark, saturated thing on it. */
const {
  phone = false,
  shapes = false,
  picking = false,
} = defineProps<{ phone?: boolean; shapes?: boolean; picking?: boolean }>()
const shape = computed(() => bench.pack?.stage ?? 'wide')
const emit = defineEmits<{ ready: [stage: Stage]; picked: [] }>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const bench = useBench()
const assets = useAssets()
const onStage = useOnStage()
const swap = useSwap()
const many = useMany()
const notices = useNotices()
const stage = shallowRef<Stage | null>(null)
const loading = ref(true)
interface Outline {
  part: string
  entry: string
  name: string
  kind: string
  left: number
  top: number
  width: number
  height: number
}
const hover = shallowRef<Outline | null>(null)
const dragging = ref(false)
const pointer = shallowRef<{ x: number; y: number } | null>(null)

const here = stageComes()
onMounted(() => come().finally(here))
async function come(): Promise<void> {
  if (bench.setup === null || bench.template === null) return
  const [letters] = await Promise.all([
    lettersOf(bench.setup.doc, bench.template),
    loadImagesOf(bench.setup.doc, bench.template),
  ])
  if (canvas.value === null) return
  stage.value = makeStage(canvas.value, {
    setup: bench.setup,
    images: () => assets.bitmaps(),
    letters,
    bytesOf: async (hash) => {
      const bytes = bench.template === null ? null : await assets.bytesOf(hash, bench.template)
      if (bytes === null) throw new Error('gone')
      return bytes.slice().buffer
    },
    straightToPlay: true,
    few: true,
    auto: true,
  })
  stage.value.adopt(bench.setup, bench.before)
  if (bench.before !== null) void loadImagesOf(bench.before.doc, bench.template)
  stage.value.setPicking(picking)
  onStage.arranged = () => stage.value?.arranged() ?? null
  loading.value = false
  emit('ready', stage.value)
}
onBeforeUnmount(() => {
  here()
  onStage.arranged = () => null
  stage.value?.close()
})

// New content goes onto the stage once its pictures are decoded, so that nothing blinks out of sight meanwhile.
watch(
  () => bench.setup,
  async (setup) => {
    if (setup === null || bench.template === null || stage.value === null) return
    const [letters] = await Promise.all([lettersOf(setup.doc, bench.template), loadImagesOf(setup.doc, bench.template)])
    if (setup !== bench.setup) return
    stage.value?.setLetters(letters)
    stage.value?.adopt(setup, bench.before)
  },
)
watch(
  () => picking,
  (on) => {
    stage.value?.setPicking(on)
    if (!on) hover.value = null
  },
)
watch(
  () => bench.selected.part,
  (part) => stage.value?.showPart(part),
)

watch(
  () => bench.levelIndex,
  (index) => stage.value?.showLevel(index),
)

function outlineOf(item: DrawItem): Outline | null {
  const at = stage.value
  const spec = bench.spec(item.part)
  const box = at === null ? undefined : boundsOf(item, at.setup())
  if (at === null || spec === undefined || box === undefined) return null
  const place = at.place()
  const k = 1 / at.ratio()
  const entry = at
    .setup()
    .find('cast', item.part)
    ?.find((one) => one.id === item.entry)
  return {
    part: item.part,
    entry: item.entry,
    name: entry?.name ?? spec.name,
    kind: spec.content.kind === 'cast' ? `one of ${spec.name.toLowerCase()}` : spec.content.kind,
    left: (place.left + box.x * place.scale) * k,
    top: (place.top + box.y * place.scale) * k,
    width: box.w * place.scale * k,
    height: box.h * place.scale * k,
  }
}

function under(x: number, y: number): Outline | null {
  const item = stage.value?.pick(x, y)
  return item === undefined ? null : outlineOf(item)
}

const shapesCanvas = useTemplateRef<HTMLCanvasElement>('shapesCanvas')
/** A number in hand shows how far it carries, where the rules can say so. */
const reaching = computed(
  () => bench.spec(bench.selected.part)?.dial !== undefined && stage.value?.view.screen === 'play',
)
/** A place in hand is moved where it is. */
const spotting = computed(() => {
  const spec = bench.spec(bench.selected.part)
  return spec?.spot === undefined || stage.value?.view.screen !== 'play' ? null : spec
})
const over = computed(() => shapes || reaching.value)
const pointed = computed(() => (picking || dragging.value ? pointer.value : null))
/** Things move under a resting pointer, so the outline follows every frame; where nothing has to, no frame is asked for. */
const following = useRafFn(
  () => {
    if (pointed.value !== null) hover.value = under(pointed.value.x, pointed.value.y)
    if (over.value) drawOver()
  },
  { immediate: false },
)
watch(
  () => stage.value !== null && (over.value || pointed.value !== null),
  (on) => (on ? following.resume() : following.pause()),
)
function drawOver(): void {
  const at = stage.value
  const to = shapesCanvas.value
  if (at === null || to === null || canvas.value === null) return
  to.width = canvas.value.width
  to.height = canvas.value.height
  const ink = to.getContext('2d')!
  if (shapes) drawShapes(at, ink)
  if (reaching.value) drawReach(at, ink)
}
function drawReach(at: Stage, ink: CanvasRenderingContext2D): void {
  const { left, top, scale } = at.place()
  const path = at.reach()
  if (path.length === 0) return
  ink.beginPath()
  path.forEach(({ x, y }, i) => ink[i === 0 ? 'moveTo' : 'lineTo'](left + x * scale, top + y * scale))
  ink.lineWidth = Math.max(2, scale * 0.06)
  ink.setLineDash([])
  ink.strokeStyle = '#232838'
  ink.stroke()
  ink.strokeStyle = '#ffffff'
  ink.setLineDash([scale * 0.16, scale * 0.14])
  ink.stroke()
}
function drawShapes(at: Stage, ink: CanvasRenderingContext2D): void {
  const place = at.place()
  ink.lineWidth = Math.max(1.5, place.scale * 0.035)
  for (let i = 0; i < at.list.count; i++) {
    const item = at.list.items[i]!
    const actor = item.kind === 'sprite' || item.kind === 'column' ? actorOf(item, at.setup()) : undefined
    if (actor === undefined) continue
    ink.beginPath()
    shapeAt(actor, item.clip, item.clipStep).points.forEach((p, n) => {
      const x = place.left + (item.x + p.x * Math.sign(item.sx)) * place.scale
      const y = place.top + (item.y + p.y * Math.sign(item.sy)) * place.scale
      if (n === 0) ink.moveTo(x, y)
      else ink.lineTo(x, y)
    })
    ink.closePath()
    ink.fillStyle = '#ffffff33'
    ink.fill()
    ink.strokeStyle = '#232838'
    ink.setLineDash([])
    ink.stroke()
    ink.strokeStyle = '#ffffff'
    ink.setLineDash([place.scale * 0.12, place.scale * 0.1])
    ink.stroke()
    const x = place.left + item.x * place.scale
    const y = place.top + item.y * place.scale
    ink.setLineDash([])
    ink.beginPath()
    ink.moveTo(x - 6, y)
    ink.lineTo(x + 6, y)
    ink.moveTo(x, y - 6)
    ink.lineTo(x, y + 6)
    ink.stroke()
  }
}

function local(event: MouseEvent): { x: number; y: number } {
  const box = canvas.value!.getBoundingClientRect()
  return { x: event.clientX - box.left, y: event.clientY - box.top }
}

function moved(event: PointerEvent): void {
  pointer.value = local(event)
}

function clicked(event: MouseEvent): void {
  if (!picking) return
  const at = local(event)
  pointer.value = at
  const found = under(at.x, at.y)
  if (found === null) return
  bench.select(found.part, found.entry)
  emit('picked')
}

function draggedOver(event: DragEvent): void {
  event.preventDefault()
  dragging.value = true
  pointer.value = local(event)
}

function left(): void {
  dragging.value = false
  pointer.value = null
  hover.value = null
}

async function dropped(event: DragEvent): Promise<void> {
  event.preventDefault()
  const at = local(event)
  const found = under(at.x, at.y)
  left()
  const what = await bringingsOf(event.dataTransfer)
  if (what.length === 0) return
  if (!areFrames(what)) return void many.match(what)
  if (found === null)
    return notices.warn(
      `“${what[0]!.name}” was let go where nothing can be swapped. Drop it on a thing on the stage, or on a part in the list.`,
    )
  bench.select(found.part, found.entry)
  await swap.put(what, found.part, found.entry)
}

const label = computed(
  () => `The running game. ${stage.value?.view.auto === true ? 'It plays itself.' : 'Play with the arrow keys.'}`,
)
</script>

<template>
  <div
    :class="['stage', { phone, picking }]"
    :style="{ '--ratio': ratioOf(shape), '--wide': STAGES[shape].width / STAGES[shape].height }"
    data-testid="stage"
    :data-screen="stage?.view.screen"
  >
    <canvas
      ref="canvas"
      tabindex="0"
      role="application"
      :aria-label="label"
      @pointermove="moved"
      @pointerleave="left"
      @click="clicked"
      @dragover="draggedOver"
      @dragleave="left"
      @drop="dropped"
    />
    <canvas v-show="over" ref="shapesCanvas" class="shapes" aria-hidden="true" />
    <SpotHandle v-if="stage && spotting" :key="spotting.id" :stage :spec="spotting" />
    <StageOutline
      v-if="hover"
      :left="hover.left"
      :top="hover.top"
      :width="hover.width"
      :height="hover.height"
      :name="hover.name"
      :about="hover.kind"
    />
    <div v-if="bench.lacks.length > 0" class="lacks" role="alert" data-testid="lacks">
      <p><b>This game cannot run yet.</b></p>
      <p v-for="one in bench.lacks" :key="one.part">
        {{ one.say }}
        <button class="link" @click="bench.select(one.part)">Fill in {{ bench.spec(one.part)?.name }}</button>
      </p>
    </div>
    <p v-if="loading" class="loading" role="status">Unpacking the game…</p>
    <slot />
  </div>
</template>

<style scoped>
.stage {
  position: relative;
  width: 100%;
  aspect-ratio: var(--ratio);
  background: #171b26;
  box-shadow:
    0 0 0 6px var(--sheet),
    0 0 0 7px var(--rule);
  overflow: hidden;
}
.stage.phone {
  width: auto;
  height: 100%;
  aspect-ratio: 9 / 17;
  margin: 0 auto;
}
canvas {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  display: block;
  touch-action: none;
}
.shapes {
  pointer-events: none;
}
.picking canvas {
  cursor: crosshair;
}
.lacks {
  position: absolute;
  inset: 0;
  z-index: 3;
  display: grid;
  align-content: center;
  justify-items: center;
  gap: 10px;
  padding: 24px;
  background: #171b26ee;
  color: #f1ebdd;
  text-align: center;
}
.lacks .link {
  color: #fff;
  text-decoration: underline;
}
.loading {
  position: absolute;
  inset: 45% 0 auto;
  text-align: center;
  color: #f1ebdd;
}
</style>

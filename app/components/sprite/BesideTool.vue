<script setup lang="ts">
import { drawCells } from '@core/game/course/draw-cells'
import { gridOf, joinsAbove } from '@core/game/course/grid'
import { makeDrawList } from '@core/game/draw-list'
import { wholePart } from '@core/template/uses'
import { paint } from '@player/draw'
import { useDevicePixelRatio } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { loadImagesOf } from '~/composables/images'
import { lettersOf } from '~/composables/typeface'
import { useAssets } from '~/stores/assets'
import { useBench } from '~/stores/bench'
import { useShapes } from '~/stores/shapes'
import { useSwap } from '~/stores/swap'
import { useWorkbench } from '~/stores/workbench'

/** A tile's pictures beside each other as a course lays them: steps in height, and hairs of what is behind. */
const at = useWorkbench()
const bench = useBench()
const assets = useAssets()
const shapes = useShapes()
const swap = useSwap()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const { pixelRatio } = useDevicePixelRatio()
/** All sixteen neighbourhoods are in it, and stretches that lie side by side. */
const SAMPLE = ['..........', '.ttt.t.tt.', '.ttttt.tt.', '.tttttttt.', '.t.ttt....', '..........']
const HIGH = 190

const looks = shallowRef<{ top: number; hair: number }[]>([])
watch(
  () => at.sprite,
  async (sprite) => {
    looks.value = sprite === undefined ? [] : await shapes.tiles(sprite)
  },
  { immediate: true },
)
const entry = computed(() => {
  const cast = bench.content(at.part)
  return cast?.kind === 'cast' ? cast.entries.find(({ id }) => id === at.entry) : undefined
})
/** Pictures whose top is seen: of a set by neighbours those with nothing above them. */
const seen = computed(() => {
  const count = Object.values(at.sprite?.clips ?? {}).flatMap(({ frames }) => frames).length
  const all = Array.from({ length: count }, (_, i) => i)
  const way = entry.value?.['pictures']
  return way === 'edges' || way === 'corners' ? all.filter((i) => !joinsAbove(way, i)) : all
})
const tops = computed(() => seen.value.map((i) => looks.value[i]?.top ?? 0))
const highest = computed(() => Math.min(...tops.value))
const uneven = computed(() => seen.value.filter((_, i) => tops.value[i] !== highest.value))
const hairs = computed(() => looks.value.flatMap(({ hair }, i) => (hair > 0 ? [i] : [])))
const said = computed(() => {
  const names = (list: readonly number[]) =>
    list
      .slice(0, 6)
      .map((i) => i + 1)
      .join(', ') + (list.length > 6 ? ' …' : '')
  return {
    tops: uneven.value.length === 0 ? 'All tops are level.' : `Lower than the highest: picture ${names(uneven.value)}.`,
    hairs: hairs.value.length === 0 ? 'No hairs between them.' : `Empty at a side: picture ${names(hairs.value)}.`,
  }
})
const shown = ref(true)

async function draw(): Promise<void> {
  const setup = bench.here
  const to = canvas.value
  if (setup === null || to === null || bench.template === null || at.entry === '') return
  const [letters] = await Promise.all([lettersOf(setup.doc, bench.template), loadImagesOf(setup.doc, bench.template)])
  const tiles = wholePart(at.part)
  const grid = gridOf(
    { tiles: { t: at.entry }, play: SAMPLE, things: [], start: { x: 0, y: 0 } },
    setup.casts[tiles] ?? [],
  )
  const k = pixelRatio.value
  to.width = Math.round(to.clientWidth * k)
  to.height = Math.round(HIGH * k)
  const scale = to.width / SAMPLE[0]!.length
  const ink = to.getContext('2d')!
  // What would show between two tiles is of a colour that none of them has.
  ink.fillStyle = '#ff00ff'
  ink.fillRect(0, 0, to.width, to.height)
  const list = makeDrawList()
  const stage = { ...setup.stage, width: SAMPLE[0]!.length, height: to.height / scale }
  drawCells(list, grid, grid.play, tiles, stage, 0)
  paint(list, setup, { ink, view: { left: 0, top: 0, scale, stage }, images: assets.bitmaps(), ...letters })
  if (!shown.value) return
  ink.strokeStyle = '#ffffff'
  ink.lineWidth = Math.max(1, k)
  ink.setLineDash([4 * k, 3 * k])
  ink.beginPath()
  for (const row of [1, 2, 3, 4]) {
    ink.moveTo(0, row * scale)
    ink.lineTo(to.width, row * scale)
  }
  ink.stroke()
}
watch([() => bench.here, () => at.entry, pixelRatio, shown], () => void draw())
onMounted(() => void draw())
const level = () =>
  swap.rework(at.part, at.entry, 'Set all tops level', at.sprite!, { do: 'level', frames: seen.value })
const fillOut = () => swap.rework(at.part, at.entry, 'Draw tiles up to their sides', at.sprite!, { do: 'fill-out' })
</script>

<template>
  <p class="soft">As a course lays them. Magenta is what is behind: none of it may show between two tiles.</p>
  <canvas ref="canvas" class="beside" role="img" aria-label="The tile beside itself" />
  <v-checkbox v-model="shown" label="Show where one stands" density="compact" hide-details />
  <p role="status" data-testid="tops-said" :class="{ bad: uneven.length > 0 }">{{ said.tops }}</p>
  <p role="status" data-testid="hairs-said" :class="{ bad: hairs.length > 0 }">{{ said.hairs }}</p>
  <p v-if="!at.own" class="soft">This is the template’s drawing. Replace it first, then set yours right.</p>
  <div class="row">
    <v-btn variant="outlined" :disabled="!at.own || uneven.length === 0" data-act="tops-level" @click="level()"
      >All tops level</v-btn
    >
    <v-btn variant="outlined" :disabled="!at.own || hairs.length === 0" data-act="fill-out" @click="fillOut()"
      >Draw them to their sides</v-btn
    >
  </div>
</template>

<style scoped>
.beside {
  width: 100%;
  height: 190px;
  display: block;
  border: 1px solid var(--rule);
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.bad {
  color: var(--vermilion);
  font-weight: 700;
}
</style>

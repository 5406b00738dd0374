<script setup lang="ts">
import { heightOnGrid } from '@core/art/crispness'
import { computed, ref, watch } from 'vue'
import { useBench } from '~/stores/bench'
import { useShapes } from '~/stores/shapes'
import { useSwap } from '~/stores/swap'
import { useWorkbench } from '~/stores/workbench'
import type { SpriteLook } from '~/workers/work/drawing-work'

/** Shown size in the world against px in the file. */
const SCREEN_PX = 120
const bench = useBench()
const at = useWorkbench()
const swap = useSwap()
const shapes = useShapes()
const look = ref<SpriteLook | null>(null)
watch(
  [() => at.sprite?.clips, () => at.frame],
  async () => {
    look.value = at.sprite === undefined || at.frame === undefined ? null : await shapes.look(at.sprite, at.frame)
  },
  { immediate: true },
)
const height = computed(() => at.sprite?.height ?? 1)
const width = computed(() => (height.value * at.canvas.w) / at.canvas.h)
const shown = computed(() => Math.round(height.value * SCREEN_PX))
const factor = computed(() => at.canvas.h / shown.value)
const grid = computed(() => bench.pack?.pixels ?? 0)
const fitted = computed(() =>
  look.value?.art === null || look.value === null || grid.value === 0
    ? null
    : heightOnGrid(look.value.art, height.value, grid.value),
)
/** Twice what the largest screen shows is plenty. */
const wanted = computed(() => Math.max(8, Math.round(shown.value * 1.5)))
async function resize(): Promise<void> {
  if (at.sprite !== undefined)
    await swap.rework(at.part, at.entry, 'Make the file smaller', at.sprite, { do: 'resize', height: wanted.value })
}
async function findSeam(): Promise<void> {
  const found = at.sprite === undefined ? null : await shapes.repeatOf(at.sprite)
  if (found !== null) await at.change('Find where the column repeats', { repeatFrom: found })
}
const cover = (value: number) => `${value.toFixed(2)} m`
</script>

<template>
  <InspectorSliderRow
    name="Shown"
    label="Shown height in metres"
    :value="height"
    :min="0.2"
    :max="6"
    :step="0.05"
    :shown="`${cover(width)} × ${cover(height)}`"
    @set="at.change('Set the size', { height: $event }, at.key('size'))"
    @end="bench.seal()"
  />
  <dl class="mono">
    <dt class="soft">in the file</dt>
    <dd>{{ at.canvas.w }} × {{ at.canvas.h }} px a frame</dd>
    <dt class="soft">on a large screen</dt>
    <dd>{{ Math.round(width * SCREEN_PX) }} × {{ shown }} px</dd>
    <dt v-if="look?.art" class="soft">drawn with</dt>
    <dd v-if="look?.art">{{ look.art }} px down{{ look.enlarged > 1 ? `, enlarged ${look.enlarged}×` : '' }}</dd>
  </dl>
  <v-btn v-if="at.reference" variant="outlined" @click="at.change('Set the size', { height: at.reference.height })"
    >As high as the template’s ({{ cover(at.reference.height) }})</v-btn
  >
  <template v-if="fitted !== null">
    <p class="soft">This game has {{ grid }} px a metre.</p>
    <v-btn
      variant="outlined"
      :disabled="Math.abs(fitted - height) < 0.001"
      @click="at.change('Fit the drawing to the pixel grid', { height: fitted, crisp: true })"
      >Fit to the pixel grid ({{ cover(fitted) }})</v-btn
    >
  </template>
  <template v-if="at.own && factor > 2">
    <hr class="fold" />
    <p>The file has {{ factor.toFixed(1) }} times the px any screen shows.</p>
    <v-btn color="primary" :loading="swap.busy === at.part" @click="resize">Make it {{ wanted }} px high</v-btn>
  </template>
  <v-switch
    :model-value="at.sprite?.crisp"
    label="Keep pixels crisp"
    @update:model-value="at.change('Keep pixels crisp', { crisp: $event === true })"
  />
  <template v-if="at.spec?.column && at.sprite">
    <hr class="fold" />
    <h3>Repeats below</h3>
    <InspectorSliderRow
      name="From"
      label="From where down the drawing repeats, in percent"
      :value="Math.round((at.sprite.repeatFrom ?? 0.5) * 100)"
      :min="5"
      :max="95"
      :step="1"
      :shown="`${Math.round((at.sprite.repeatFrom ?? 0.5) * 100)} %`"
      @set="at.change('Set where the column repeats', { repeatFrom: $event / 100 }, at.key('repeat'))"
      @end="bench.seal()"
    />
    <v-btn variant="outlined" @click="findSeam">Find the best seam</v-btn>
  </template>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 12px;
  margin: 0;
}
dd {
  margin: 0;
}
</style>

<script setup lang="ts">
import { isPlain, noRecolour } from '@core/art/recolour'
import type { Recolour } from '@core/kinds/drawing'
import { computed, ref, watch } from 'vue'
import { useBench } from '~/stores/bench'
import { useShapes } from '~/stores/shapes'
import { useWorkbench } from '~/stores/workbench'

/** Other colours for the same file: nothing is written, so twelve markers in two colours are one drawing. */
const bench = useBench()
const at = useWorkbench()
const shapes = useShapes()
const recolour = computed((): Recolour => at.sprite?.recolour ?? noRecolour())
const swatches = ref<{ colour: string; share: number }[]>([])
watch(
  [() => at.sprite?.clips, () => at.frame],
  async () => {
    swatches.value =
      at.sprite === undefined || at.frame === undefined ? [] : ((await shapes.look(at.sprite, at.frame))?.palette ?? [])
  },
  { immediate: true },
)
function set(change: Partial<Recolour>, mark: string): void {
  const next = { ...recolour.value, ...change }
  void at.change('Recolour', { recolour: isPlain(next) ? undefined : next }, at.key(mark))
}
const swapOf = (colour: string) => recolour.value.swaps.find((one) => one.from === colour)
function swapTo(from: string, to: string): void {
  const others = recolour.value.swaps.filter((one) => one.from !== from)
  set(
    { swaps: [...others, { from, to: to.toLowerCase(), near: swapOf(from)?.near ?? 0.12 }].slice(-16) },
    `swap${from}`,
  )
}
</script>

<template>
  <InspectorSliderRow
    name="Hue"
    label="Turn of the hue in degrees"
    :value="recolour.hue"
    :min="-180"
    :max="180"
    :step="5"
    :shown="`${recolour.hue}°`"
    @set="set({ hue: $event }, 'hue')"
    @end="bench.seal()"
  />
  <div class="row">
    <label class="tint">
      <span class="soft">One colour</span>
      <input
        type="color"
        aria-label="Tint"
        :value="recolour.tint || '#3a7bd5'"
        @input="set({ tint: ($event.target as HTMLInputElement).value }, 'tint')"
        @change="bench.seal()"
      />
    </label>
    <v-btn v-if="recolour.tint !== ''" variant="text" size="small" @click="set({ tint: '' }, 'untint')">None</v-btn>
  </div>
  <InspectorSliderRow
    v-if="recolour.tint !== ''"
    name="Strength"
    label="Strength of the tint in percent"
    :value="Math.round(recolour.share * 100)"
    :min="0"
    :max="100"
    :step="5"
    :shown="`${Math.round(recolour.share * 100)} %`"
    @set="set({ share: $event / 100 }, 'share')"
    @end="bench.seal()"
  />
  <hr class="fold" />
  <h3>Swap a colour</h3>
  <p class="soft">With its lighter and darker shades.</p>
  <ul class="swatches">
    <li v-for="one in swatches" :key="one.colour">
      <span class="old" :style="{ background: one.colour }" />
      <span aria-hidden="true">→</span>
      <input
        type="color"
        :aria-label="`Instead of ${one.colour}`"
        :value="swapOf(one.colour)?.to ?? one.colour"
        @input="swapTo(one.colour, ($event.target as HTMLInputElement).value)"
        @change="bench.seal()"
      />
      <button
        v-if="swapOf(one.colour)"
        class="link"
        @click="set({ swaps: recolour.swaps.filter((s) => s.from !== one.colour) }, 'unswap')"
      >
        back
      </button>
      <span v-else class="mono soft">{{ Math.max(1, Math.round(one.share * 100)) }} %</span>
    </li>
  </ul>
  <v-btn
    variant="text"
    :disabled="at.sprite?.recolour === undefined"
    @click="at.change('Take back the colours', { recolour: undefined })"
    >As the file has it</v-btn
  >
</template>

<style scoped>
.row,
.tint {
  display: flex;
  align-items: center;
  gap: 10px;
}
input[type='color'] {
  width: 40px;
  height: 32px;
  padding: 0;
  border: 1px solid var(--ink);
  border-radius: 3px;
  background: none;
}
.swatches {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px 10px;
}
li {
  display: flex;
  align-items: center;
  gap: 6px;
}
.old {
  width: 26px;
  height: 26px;
  border: 1px solid var(--rule);
  border-radius: 3px;
}
</style>

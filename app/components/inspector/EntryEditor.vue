<script setup lang="ts">
import type { CastContent, CastEntry } from '@core/kinds/cast'
import { changedEntry } from '@core/pack/entries'
import type { PartSpec } from '@core/template/template'
import { useBench } from '~/stores/bench'

const { spec, cast, entry } = defineProps<{ spec: PartSpec; cast: CastContent; entry: CastEntry }>()
const bench = useBench()

function set(name: string, change: Partial<Omit<CastEntry, 'id'>>, mark = ''): void {
  void bench.act(
    `${name} of ${entry.name}`,
    { type: 'set-part', part: spec.id, from: cast, content: changedEntry(cast, entry.id, change) },
    { mark: mark === '' ? '' : `${mark}:${spec.id}:${entry.id}` },
  )
}
function number(raw: string, low: number, high: number, does: (value: number) => void): void {
  const value = Math.round(Number(raw))
  if (raw.trim() !== '' && Number.isFinite(value)) does(Math.max(low, Math.min(high, value)))
}
</script>

<template>
  <div class="entry">
    <v-text-field
      :model-value="entry.name"
      label="Name"
      maxlength="60"
      @update:model-value="set('Name', { name: $event }, 'name')"
      @blur="bench.seal()"
    />
    <div class="two">
      <v-text-field
        :model-value="entry.points"
        type="number"
        label="Points"
        @update:model-value="number(String($event), -9999, 9999, (points) => set('Points', { points }, 'points'))"
      />
      <v-text-field
        v-if="spec.role === 'bad'"
        :model-value="entry.harm"
        type="number"
        min="0"
        max="99"
        label="Lives it costs"
        @update:model-value="number(String($event), 0, 99, (harm) => set('Harm', { harm }, 'harm'))"
      />
    </div>
    <InspectorSliderRow
      name="How often"
      label="How often it falls"
      :value="entry.often"
      :min="0"
      :max="10"
      :step="1"
      :shown="`${entry.often}`"
      @set="set('How often', { often: $event }, 'often')"
      @end="bench.seal()"
    />
  </div>
</template>

<style scoped>
.entry {
  display: grid;
  gap: 10px;
}
.two {
  display: flex;
  gap: 8px;
}
</style>

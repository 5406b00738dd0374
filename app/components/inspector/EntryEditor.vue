<script setup lang="ts">
import type { CastContent, CastEntry } from '@core/kinds/cast'
import { fieldValue, type FieldSpec } from '@core/kinds/field'
import { changedEntry } from '@core/pack/entries'
import type { PartSpec } from '@core/template/template'
import { computed } from 'vue'
import { useBench } from '~/stores/bench'

const { spec, content, entry: id } = defineProps<{ spec: PartSpec; content: CastContent; entry: string }>()
const entry = computed(() => content.entries.find((one) => one.id === id)!)
const bench = useBench()

/** Ranges with at most so many steps are slid through, others are typed. */
const MOST_SLID = 40
const slid = (field: FieldSpec): boolean => field.type === 'number' && (field.max - field.min) / field.step <= MOST_SLID

function set(name: string, change: Partial<Omit<CastEntry, 'id'>>, mark = ''): void {
  void bench.act(
    `${name} of ${entry.value.name}`,
    { type: 'set-part', part: spec.id, from: content, content: changedEntry(content, id, change) },
    { mark: mark === '' ? '' : `${mark}:${spec.id}:${id}` },
  )
}
const setField = (field: FieldSpec, value: unknown): void => set(field.name, { [field.id]: value }, field.id)
function typed(field: FieldSpec & { type: 'number' }, raw: string): void {
  const value = Math.round(Number(raw) / field.step) * field.step
  if (raw.trim() !== '' && Number.isFinite(value)) setField(field, fieldValue(field, value))
}
const valueOf = (field: FieldSpec) => fieldValue(field, entry.value[field.id])
const labelOf = (field: FieldSpec & { type: 'number' }): string =>
  field.unit === '' ? field.name : `${field.name} (${field.unit})`
const numberOf = (field: FieldSpec): number => Number(valueOf(field))
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
    <template v-for="field in spec.fields ?? []" :key="field.id">
      <InspectorSliderRow
        v-if="field.type === 'number' && slid(field)"
        :name="field.name"
        :label="labelOf(field)"
        :value="numberOf(field)"
        :min="field.min"
        :max="field.max"
        :step="field.step"
        :shown="`${numberOf(field)} ${field.unit}`.trim()"
        @set="setField(field, $event)"
        @end="bench.seal()"
      />
      <v-text-field
        v-else-if="field.type === 'number'"
        :model-value="numberOf(field)"
        type="number"
        :min="field.min"
        :max="field.max"
        :label="labelOf(field)"
        @update:model-value="typed(field, String($event))"
        @blur="bench.seal()"
      />
      <v-select
        v-else-if="field.type === 'choice'"
        :model-value="valueOf(field)"
        :items="field.options"
        item-title="name"
        item-value="id"
        :label="field.name"
        @update:model-value="setField(field, $event)"
      />
      <label v-else-if="field.type === 'colour'" class="colour"
        ><input
          type="color"
          :value="valueOf(field)"
          @input="setField(field, ($event.target as HTMLInputElement).value)"
          @change="bench.seal()"
        />{{ field.name }}</label
      >
      <v-text-field
        v-else
        :model-value="valueOf(field)"
        :maxlength="field.most"
        :label="field.name"
        @update:model-value="setField(field, $event)"
        @blur="bench.seal()"
      />
    </template>
  </div>
</template>

<style scoped>
.entry {
  display: grid;
  gap: 10px;
}
.colour {
  display: flex;
  align-items: center;
  gap: 10px;
}
</style>

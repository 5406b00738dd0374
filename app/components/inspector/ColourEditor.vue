<script setup lang="ts">
import type { ColourContent } from '@core/kinds/colour'
import type { PartSpec } from '@core/template/template'
import { computed } from 'vue'
import { useBench } from '~/stores/bench'

const { spec, content } = defineProps<{ spec: PartSpec; content: ColourContent; compact?: boolean }>()
const bench = useBench()
const made = computed(() => (spec.content.kind === 'colour' ? spec.content.value : ''))
const set = (value: string) =>
  bench.act(
    `Colour ${spec.name}`,
    { type: 'set-part', part: spec.id, from: content, content: { kind: 'colour', value } },
    { mark: `colour:${spec.id}` },
  )
const reset = () => bench.act(`Reset ${spec.name}`, { type: 'reset-part', part: spec.id })
</script>

<template>
  <div :data-colour="spec.id">
    <label class="line">
      <input
        type="color"
        :value="content.value"
        :aria-label="spec.name"
        @input="set(($event.target as HTMLInputElement).value)"
        @change="bench.seal()"
      />
      <b>{{ spec.name }}</b> <span class="mono soft">{{ content.value }}</span>
    </label>
    <p class="soft">
      {{ spec.about }}
      <button v-if="content.value !== made" class="link" @click="reset">Back to {{ made }}</button>
    </p>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  align-items: center;
  gap: 10px;
}
input {
  width: 44px;
  height: 32px;
  padding: 0;
  border: 1px solid var(--soft);
  background: none;
}
</style>

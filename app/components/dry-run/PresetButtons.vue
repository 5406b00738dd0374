<script setup lang="ts">
import { presetCommand, presetOf, PRESETS, type Preset } from '@core/template/presets'
import { computed } from 'vue'
import { useBench } from '~/stores/bench'

/** All dials at once: gentle, as made, wild. */
const bench = useBench()
const NAMES: Record<Preset, string> = { gentle: 'Gentle', 'as-made': 'As made', wild: 'Wild' }
const now = computed(() =>
  bench.template === null || bench.pack === null ? null : presetOf(bench.template, bench.pack),
)
const set = (preset: Preset) =>
  bench.template !== null &&
  bench.act(`Set the dials: ${NAMES[preset].toLowerCase()}`, presetCommand(bench.template, preset))
</script>

<template>
  <div class="presets" role="group" aria-label="All dials">
    <button
      v-for="preset in PRESETS"
      :key="preset"
      :class="['plain-button', 'preset', { on: now === preset }]"
      :aria-pressed="now === preset"
      @click="set(preset)"
    >
      {{ NAMES[preset] }}
    </button>
  </div>
</template>

<style scoped>
.presets {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  border: 1px solid var(--ink);
  border-radius: 5px;
  overflow: hidden;
  flex: none;
}
.preset {
  text-align: center;
  min-height: 36px;
  font-weight: 600;
}
.preset + .preset {
  border-left: 1px solid var(--rule);
}
.preset.on {
  background: var(--ink);
  color: var(--sheet);
}
</style>

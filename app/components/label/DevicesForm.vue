<script setup lang="ts">
import type { StageShape } from '@core/game/stage'
import type { Device } from '@core/label/label'
import { DEVICE_NAMES, DEVICES } from '@core/label/names'
import { computed } from 'vue'
import { useBench } from '~/stores/bench'

/** What it is played with and how: told by the template, so it cannot be wrong. One that was not tried may be left out. */
const bench = useBench()
const template = computed(() => bench.template!)
const claimed = computed(() => bench.pack!.label.devices ?? template.value.inputs)
const HELD: Record<StageShape, string> = {
  wide: 'A phone is best held sideways.',
  tall: 'A phone is best held upright.',
}
const languages = computed(() => [bench.pack!.language, ...bench.pack!.languages].map((one) => one.name))

function toggle(device: Device): void {
  const next = DEVICES.filter((one) => (one === device ? !claimed.value.includes(one) : claimed.value.includes(one)))
  if (next.length > 0) void bench.act('Choose the devices', { type: 'set-label', change: { devices: next } })
}
</script>

<template>
  <div class="devices">
    <div class="list">
      <label
        v-for="device in DEVICES"
        :key="device"
        :class="{ cannot: !template.inputs.includes(device) && !claimed.includes(device) }"
        ><input
          type="checkbox"
          :checked="claimed.includes(device)"
          :disabled="!template.inputs.includes(device) && !claimed.includes(device)"
          @change="toggle(device)"
        />{{ DEVICE_NAMES[device] }}</label
      >
    </div>
    <p>{{ template.controls.join(' · ') }}</p>
    <p class="soft">{{ HELD[bench.pack!.stage] }} {{ template.players }}. {{ languages.join(', ') }}.</p>
  </div>
</template>

<style scoped>
.devices {
  display: grid;
  gap: 6px;
}
.list {
  display: flex;
  flex-wrap: wrap;
  gap: 18px;
}
.list label {
  display: flex;
  gap: 7px;
  align-items: center;
}
.cannot {
  color: var(--soft);
}
</style>

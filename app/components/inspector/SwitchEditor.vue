<script setup lang="ts">
import type { SwitchContent } from '@core/kinds/switch'
import type { PartSpec } from '@core/template/template'
import { useBench } from '~/stores/bench'

const { spec, content } = defineProps<{ spec: PartSpec; content: SwitchContent; compact?: boolean }>()
const bench = useBench()
const set = (on: boolean) =>
  bench.act(`${spec.name}: ${on ? 'on' : 'off'}`, {
    ...{ type: 'set-part', part: spec.id, from: content },
    content: { kind: 'switch', on },
  })
</script>

<template>
  <div :data-switch="spec.id">
    <v-switch
      :model-value="content.on"
      :label="spec.name"
      color="primary"
      density="compact"
      hide-details
      @update:model-value="set($event === true)"
    />
    <p class="soft">{{ spec.about }}</p>
  </div>
</template>

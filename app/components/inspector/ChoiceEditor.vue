<script setup lang="ts">
import type { ChoiceContent } from '@core/kinds/choice'
import type { PartSpec } from '@core/template/template'
import { useBench } from '~/stores/bench'

/** One of the ways the template knows. */
const { spec, content } = defineProps<{ spec: PartSpec; content: ChoiceContent; compact?: boolean }>()
const bench = useBench()
const set = (value: string) =>
  bench.act(`Set ${spec.name}`, { type: 'set-part', part: spec.id, from: content, content: { kind: 'choice', value } })
</script>

<template>
  <div :data-choice="spec.id">
    <h3>{{ spec.name }}</h3>
    <p class="soft">{{ spec.about }}</p>
    <BitsChoiceRow
      :model-value="content.value"
      :options="spec.options ?? []"
      :label="spec.name"
      @update:model-value="set"
    />
  </div>
</template>

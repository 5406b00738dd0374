<script setup lang="ts">
import { COMMON_LICENCES, isSpdxId, LICENCE_IDS } from '@core/label/licences'
import type { Source } from '@core/pack/asset'
import { computed } from 'vue'
import { useBench } from '~/stores/bench'

/** The exact licence of a file, from the list of all there are, and where it came from. */
const { source } = defineProps<{ source: Source }>()
const emit = defineEmits<{ set: [change: Partial<Source>] }>()
const bench = useBench()
const exact = computed(() => {
  const id = source.licence
  if (id !== '' && !isSpdxId(id)) return 'Not an SPDX id: choose one from the list'
  return COMMON_LICENCES.find((one) => one.id === id)?.plain ?? ''
})
</script>

<template>
  <div class="more">
    <v-combobox
      :model-value="source.licence"
      :items="LICENCE_IDS"
      label="Licence (SPDX id)"
      :hint="exact"
      persistent-hint
      maxlength="60"
      @update:model-value="
        emit('set', {
          licence: String($event ?? '')
            .trim()
            .slice(0, 60),
        })
      "
    />
    <v-text-field
      :model-value="source.link"
      label="Where from (link)"
      maxlength="500"
      @update:model-value="emit('set', { link: $event })"
      @blur="bench.seal()"
    />
  </div>
</template>

<style scoped>
.more {
  display: grid;
  gap: 8px;
}
</style>

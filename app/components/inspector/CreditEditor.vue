<script setup lang="ts">
import { COMMON_LICENCES, isSpdxId, LICENCE_IDS } from '@core/label/licences'
import type { Source } from '@core/pack/asset'
import { computed } from 'vue'
import { useBench } from '~/stores/bench'

/** Who made a file, on which terms, and where it came from. */
const { hash } = defineProps<{ hash: string }>()
const bench = useBench()
const source = computed(() => bench.pack?.assets[hash]?.source)
const plain = computed(() => {
  const id = source.value?.licence ?? ''
  if (id !== '' && !isSpdxId(id)) return 'Not an SPDX id: choose one from the list'
  return COMMON_LICENCES.find((one) => one.id === id)?.plain ?? ''
})

function set(change: Partial<Source>): void {
  void bench.act('Credit a file', { type: 'set-source', asset: hash, source: change }, { mark: `credit:${hash}` })
}
</script>

<template>
  <div v-if="source" class="credit">
    <hr class="fold" />
    <h3>
      Credit <span class="soft mono">{{ source.file }}</span>
    </h3>
    <v-text-field
      :model-value="source.author"
      label="Made by (a made-up name is fine)"
      maxlength="120"
      @update:model-value="set({ author: $event })"
      @blur="bench.seal()"
    />
    <v-combobox
      :model-value="source.licence"
      :items="LICENCE_IDS"
      label="Licence (SPDX id)"
      :hint="plain"
      persistent-hint
      maxlength="60"
      @update:model-value="
        set({
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
      @update:model-value="set({ link: $event })"
      @blur="bench.seal()"
    />
  </div>
</template>

<style scoped>
.credit {
  display: grid;
  gap: 8px;
}
.credit h3 .mono {
  font-weight: 400;
  overflow-wrap: anywhere;
}
</style>

<script setup lang="ts">
import { PLAIN_LICENCES, plainLicence } from '@core/label/licences'
import type { Source } from '@core/pack/asset'
import { computed, ref } from 'vue'
import { useBench } from '~/stores/bench'

/** Who made a file, on which terms in plain words, and where it came from; for one file or several at once. */
const { hashes } = defineProps<{ hashes: readonly string[] }>()
const bench = useBench()
const source = computed(() => bench.pack?.assets[hashes[0] ?? '']?.source)
const more = ref(false)
const chosen = computed(() => plainLicence(source.value?.licence ?? ''))
const options = PLAIN_LICENCES.map(({ id, name, means }) => ({ id: id === '' ? 'none' : id, name, means }))

function set(change: Partial<Source>): void {
  const name = hashes.length === 1 ? 'Credit a file' : `Credit ${hashes.length} files`
  const commands = hashes.map((asset) => ({ type: 'set-source' as const, asset, source: change }))
  void bench.act(name, { type: 'all', commands }, { mark: `credit:${hashes.join()}` })
}
</script>

<template>
  <div v-if="source" class="credit">
    <hr class="fold" />
    <h3>
      Credit
      <span class="soft mono">{{ hashes.length === 1 ? source.file : `${hashes.length} files` }}</span>
    </h3>
    <BitsChoiceRow
      :model-value="chosen === undefined ? null : chosen.id === '' ? 'none' : chosen.id"
      :options="options.map(({ id, name }) => ({ id, name }))"
      label="Who may use it"
      @update:model-value="set({ licence: $event === 'none' ? '' : $event })"
    />
    <p class="soft" role="status">
      {{ chosen?.means ?? `On the terms of ${source.licence}.` }}
      <template v-if="chosen && chosen.id !== source.licence">Exactly: {{ source.licence }}.</template>
    </p>
    <v-text-field
      :model-value="source.author"
      label="Made by (a made-up name is fine)"
      maxlength="120"
      @update:model-value="set({ author: $event })"
      @blur="bench.seal()"
    />
    <button class="link" :aria-expanded="more" @click="more = !more">More: exact licence, where from</button>
    <LazyInspectorCreditMore v-if="more" :source="source" @set="set" />
  </div>
</template>

<style scoped>
.credit {
  display: grid;
  gap: 8px;
}
.credit :deep(.choices) {
  align-items: flex-start;
}
.credit .link {
  justify-self: start;
}
.credit h3 .mono {
  font-weight: 400;
  overflow-wrap: anywhere;
}
</style>

<script setup lang="ts">
import { creditsOf } from '@core/template/game-doc'
import { assetsOf } from '@core/kinds'
import { computed } from 'vue'
import { useBench } from '~/stores/bench'

/** Whose work is in the game, and on which terms; what nobody has said yet can be said for all at once. */
const bench = useBench()
const credits = computed(() => creditsOf(bench.template!, bench.pack!))
const ownAssets = computed(() => {
  const used = new Map<string, string>()
  for (const spec of bench.template!.parts) {
    const own = bench.pack!.parts[spec.id]
    if (own === undefined) continue
    for (const hash of assetsOf(own))
      if (bench.pack!.assets[hash] !== undefined && !used.has(hash)) used.set(hash, spec.name)
  }
  return [...used]
})
const unknown = computed(() =>
  ownAssets.value.filter(
    ([hash]) => bench.pack!.assets[hash]!.source.author === '' || bench.pack!.assets[hash]!.source.licence === '',
  ),
)
</script>

<template>
  <LabelRow id="credits" name="Credits" :hint="unknown.length === 0 ? 'all known' : `${unknown.length} to fill in`">
    <ul class="credit-list">
      <li v-for="line in credits" :key="line.what + line.author">
        {{ line.what }}: <b>{{ line.author || 'author not known' }}</b>, {{ line.licence || 'licence not known' }}
      </li>
    </ul>
    <template v-if="unknown.length > 1">
      <p>{{ unknown.length }} files have no maker or licence yet. Say it for all of them, or one by one below.</p>
      <InspectorCreditEditor :hashes="unknown.map(([hash]) => hash)" data-testid="credit-all" />
    </template>
    <details v-if="ownAssets.length > 0" :open="unknown.length === 1">
      <summary>{{ ownAssets.length }} {{ ownAssets.length === 1 ? 'file' : 'files' }}, one by one</summary>
      <InspectorCreditEditor v-for="[hash] in ownAssets" :key="hash" :hashes="[hash]" />
    </details>
  </LabelRow>
</template>

<style scoped>
.credit-list {
  margin: 0;
  padding-left: 18px;
}
summary {
  cursor: pointer;
  font-weight: 700;
  padding: 6px 0;
}
</style>

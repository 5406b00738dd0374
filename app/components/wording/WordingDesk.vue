<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useBench } from '~/stores/bench'
import { useWording, WORDING_TOOLS, type WordingTool } from '~/stores/wording'

/** The wording sheet: every text of the game in one table, how it stands in its place, and what can be done to all. */
const emit = defineEmits<{ show: [key: string]; language: [index: number] }>()
const at = useWording()
const bench = useBench()
const NAMES: Record<WordingTool, string> = {
  look: 'Look',
  languages: 'Languages',
  replace: 'Replace',
  column: 'Column',
}
const only = ref<'all' | 'over' | 'missing'>('all')
const overflowing = computed(() =>
  at.letters === null
    ? []
    : at.texts.filter(
        (one) => !at.fits(one, one.text) || (at.tag !== '' && !at.fits(one, at.textIn(one, at.tag) || one.text)),
      ),
)
const rows = computed(() =>
  only.value === 'over' ? overflowing.value : only.value === 'missing' ? at.missing : at.texts,
)
watch(
  () => [overflowing.value.length, at.missing.length],
  ([over, missing]) => {
    if ((only.value === 'over' && over === 0) || (only.value === 'missing' && missing === 0)) only.value = 'all'
  },
)
function choose(key: string): void {
  if (at.key === key) return
  at.key = key
  emit('show', key)
}
watch(
  () => at.tag,
  (tag) => emit('language', tag === '' ? -1 : (bench.pack?.languages.findIndex((one) => one.tag === tag) ?? -1) + 1),
)
watch(
  () => bench.selected.part,
  (part) => {
    const first = at.texts.find((one) => one.spec.id === part)
    if (first !== undefined) at.key = first.key
  },
  { immediate: true },
)
</script>

<template>
  <BenchDeskFrame name="Every word of the game" about="Wording sheet">
    <template #head>
      <div class="filters" role="group" aria-label="Show">
        <button
          :class="['plain-button', 'filter', { on: only === 'all' }]"
          :aria-pressed="only === 'all'"
          @click="only = 'all'"
        >
          All {{ at.texts.length }}
        </button>
        <button
          v-if="overflowing.length > 0"
          :class="['plain-button', 'filter', 'bad', { on: only === 'over' }]"
          :aria-pressed="only === 'over'"
          @click="only = 'over'"
        >
          Too long {{ overflowing.length }}
        </button>
        <button
          v-if="at.language && at.missing.length > 0"
          :class="['plain-button', 'filter', { on: only === 'missing' }]"
          :aria-pressed="only === 'missing'"
          @click="only = 'missing'"
        >
          Not in {{ at.language.name }} {{ at.missing.length }}
        </button>
      </div>
    </template>
    <div :class="['heads', { two: at.tag !== '' }]" aria-hidden="true">
      <span>Where</span>
      <span>{{ bench.pack?.language.name }}</span>
      <span v-if="at.language">{{ at.language.name }}</span>
      <span>In its place</span>
    </div>
    <v-virtual-scroll :items="rows" :item-height="86" class="rows" role="list" data-testid="wording-rows">
      <template #default="{ item }">
        <WordingRow :key="item.key" :one="item" :here="item.key === at.key" @choose="choose(item.key)" />
      </template>
    </v-virtual-scroll>
    <template #tools><BitsToolTabs v-model="at.tool" :tools="WORDING_TOOLS" :names="NAMES" /></template>
    <template #beside>
      <WordingLookTool v-if="at.tool === 'look'" />
      <WordingLanguageTool v-else-if="at.tool === 'languages'" />
      <WordingReplaceTool v-else-if="at.tool === 'replace'" @show="choose" />
      <WordingColumnTool v-else :shown="rows" />
    </template>
  </BenchDeskFrame>
</template>

<style scoped>
.filters {
  display: flex;
  gap: 6px;
}
.filter {
  border: 1px solid var(--rule);
  border-radius: 12px;
  padding: 2px 10px;
  min-height: 28px;
}
.filter.on {
  border: 1.5px solid var(--ink);
  font-weight: 700;
}
.filter.bad {
  color: var(--vermilion);
}
.heads {
  display: grid;
  grid-template-columns: 176px minmax(0, 1fr) 104px;
  gap: 10px;
  padding: 8px 14px 6px 16px;
  font-weight: 700;
  border-bottom: 1px solid var(--rule);
}
.heads.two {
  grid-template-columns: 176px minmax(0, 1fr) minmax(0, 1fr) 104px;
}
.rows {
  flex: 1;
  min-height: 0;
}
</style>

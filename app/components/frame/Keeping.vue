<script setup lang="ts">
import { computed, watch } from 'vue'
import { savePackAsFile } from '~/composables/save-pack'
import { useBench } from '~/stores/bench'
import { useCare } from '~/stores/care'

/** Whether the pack is saved, and behind it: what the browser promises, the room left, the last file. */
const bench = useBench()
const care = useCare()
const saved = computed(() => {
  const at = new Date(bench.savedAt).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', hour12: false })
  return { waiting: 'Saving…', failed: 'Not saved', elsewhere: 'Changed in another tab', saved: `Saved ${at}` }[
    bench.troubled ? 'failed' : bench.saving
  ]
})
const room = computed(() => {
  const { left } = care.room
  if (left === null) return 'This browser does not say how much room is left.'
  return left < 1e9
    ? `${Math.round(left / 1e6)} MB of room left here.`
    : `${(left / 1e9).toFixed(1)} GB of room left here.`
})
const promise = computed(() =>
  care.room.persisted === true
    ? 'The browser has promised not to clear this store by itself.'
    : 'The browser may clear this store when it runs out of room, so a file is the safer place.',
)
const filed = computed(() => {
  const at = care.row?.filed ?? ''
  if (at === '') return 'Never saved as a file.'
  const days = Math.floor((Date.now() - Date.parse(at)) / 86_400_000)
  return `Last saved as a file ${days === 0 ? 'today' : days === 1 ? 'yesterday' : `${days} days ago`}.`
})
watch(
  () => [bench.pack?.id, bench.savedAt] as const,
  ([id]) => {
    if (id !== undefined) void care.follow(id, bench.revision())
  },
  { immediate: true },
)
</script>

<template>
  <button
    type="button"
    :class="['plain-button', 'saved', { soft: !bench.troubled && bench.saving !== 'elsewhere' }]"
    title="Where this pack is kept"
  >
    <span role="status" data-testid="saved">{{ saved }}</span>
    <v-menu activator="parent" :close-on-content-click="false">
      <div class="keeping" data-testid="keeping">
        <h2>Where this pack is kept</h2>
        <p>In this browser. {{ room }}</p>
        <p class="soft">{{ promise }}</p>
        <p data-testid="last-file">{{ filed }}</p>
        <v-btn variant="outlined" data-testid="keep-as-file" @click="savePackAsFile">Save as a file</v-btn>
      </div>
    </v-menu>
  </button>
</template>

<style scoped>
.saved {
  font-size: 13px;
  white-space: nowrap;
  min-height: 36px;
  padding: 0 4px;
}
.keeping {
  display: grid;
  gap: 8px;
  justify-items: start;
  width: 300px;
  padding: 14px 18px 16px;
  background: var(--sheet);
  color: var(--ink);
  border: 1px solid var(--rule);
  border-radius: 5px;
}
h2 {
  font-size: 15.5px;
}
</style>

<script setup lang="ts">
import { onBeforeUnmount, ref, watch } from 'vue'
import { useBench } from '~/stores/bench'
import { useSwap } from '~/stores/swap'

/** What takes longer than a moment says how far it is, and can be stopped. */
const SHOWN_AFTER_MS = 600
const swap = useSwap()
const bench = useBench()
const shown = ref(false)
let timer: ReturnType<typeof setTimeout> | undefined
watch(
  () => swap.busy,
  (part) => {
    clearTimeout(timer)
    shown.value = false
    if (part !== '') timer = setTimeout(() => (shown.value = true), SHOWN_AFTER_MS)
  },
)
onBeforeUnmount(() => clearTimeout(timer))
</script>

<template>
  <div v-if="shown && swap.busy !== ''" class="working" role="status" data-testid="working">
    <span>Working on {{ bench.spec(swap.busy)?.name ?? 'the file' }}…</span>
    <progress v-if="swap.done > 0" :value="swap.done" max="1" aria-label="Done so far" />
    <progress v-else aria-label="Working" />
    <v-btn variant="outlined" size="small" @click="swap.stop()">Stop</v-btn>
  </div>
</template>

<style scoped>
.working {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 6px 12px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 4px;
  box-shadow: 0 2px 10px #0004;
}
progress {
  flex: 1;
  accent-color: var(--teal);
}
</style>

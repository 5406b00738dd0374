<script setup lang="ts">
import { computed } from 'vue'
import { useSoundBench } from '~/stores/sound-bench'

/** What is kept of the original, and how it begins and ends. */
const at = useSoundBench()
const KEEP_S = 0.005
const headMs = computed(() => Math.round((at.preview?.look.headS ?? 0) * 1000))
const round = (s: number) => Math.round(s * 10000) / 10000

function keepMarked(): void {
  if (at.marked === null) return
  const [fromS, toS] = [round(at.originalAt(at.marked.fromS)), round(at.originalAt(at.marked.toS))]
  at.marked = null
  at.view = { fromS: 0, toS: 0 }
  at.change({ fromS, toS })
}
function cutHead(): void {
  const headS = at.preview?.look.headS ?? 0
  at.change({ fromS: round(at.originalAt(Math.max(0, headS - KEEP_S))) })
}
const trimmed = computed(() => at.draft.fromS > 0 || at.draft.toS > 0)
const most = computed(() => Math.max(0.1, Math.min(5, Math.round((at.durationS / 2) * 100) / 100)))
</script>

<template>
  <p v-if="at.kind === 'sound' && headMs > 20" class="late">
    It is silent for the first {{ headMs }} ms, so players hear it late.
  </p>
  <v-btn :disabled="headMs <= 5" variant="outlined" data-act="cut-head" @click="cutHead">Cut the silent head</v-btn>
  <v-btn :disabled="!at.marked" variant="outlined" @click="keepMarked">Keep only what is marked</v-btn>
  <v-btn v-if="trimmed" variant="text" @click="at.change({ fromS: 0, toS: 0 })">All of the original again</v-btn>
  <hr class="fold" />
  <InspectorSliderRow
    name="Fade in"
    label="Fade in, in seconds"
    :value="at.draft.fadeInS"
    :min="0"
    :max="most"
    :step="0.01"
    :shown="`${at.draft.fadeInS.toFixed(2)} s`"
    @set="at.change({ fadeInS: $event })"
  />
  <InspectorSliderRow
    name="Fade out"
    label="Fade out, in seconds"
    :value="at.draft.fadeOutS"
    :min="0"
    :max="most"
    :step="0.01"
    :shown="`${at.draft.fadeOutS.toFixed(2)} s`"
    @set="at.change({ fadeOutS: $event })"
  />
  <p class="soft">The original stays in the pack: everything here can be changed again later.</p>
</template>

<style scoped>
.late {
  color: var(--vermilion);
  font-weight: 700;
}
</style>

<script setup lang="ts">
import { computed } from 'vue'
import { useSoundBench } from '~/stores/sound-bench'

/** How loud it is in itself. The volume it plays at in the game is a matter of the mix. */
const at = useSoundBench()
const theirs = computed(() => at.theirs?.lufs ?? null)
const shown = (db: number) => `${db > 0 ? '+' : ''}${db.toFixed(1)} dB`.replace('-', '−')
const WISHES = [
  { lufs: -14, name: 'Loud' },
  { lufs: -18, name: 'Middle' },
  { lufs: -23, name: 'Soft' },
]
</script>

<template>
  <InspectorSliderRow
    name="Gain"
    label="Gain in decibels"
    :value="at.draft.gainDb"
    :min="-24"
    :max="24"
    :step="0.5"
    :shown="shown(at.draft.gainDb)"
    @set="at.change({ gainDb: $event })"
  />
  <p class="soft">Whatever would go over −1 dBTP is held down gently, so nothing is ever clipped.</p>
  <hr class="fold" />
  <h3>Bring it to a loudness</h3>
  <v-btn v-if="theirs !== null" variant="outlined" data-act="as-loud" @click="at.normalise(theirs)"
    >As loud as the template’s <span class="mono">{{ theirs.toFixed(1).replace('-', '−') }}</span></v-btn
  >
  <div class="row">
    <v-btn v-for="wish in WISHES" :key="wish.lufs" variant="text" @click="at.normalise(wish.lufs)"
      >{{ wish.name }} <span class="mono">{{ `${wish.lufs}`.replace('-', '−') }}</span></v-btn
    >
  </div>
  <p class="soft">In LUFS by ITU-R BS.1770-4: {{ at.kind === 'music' ? 'the whole of it' : 'its loudest moment' }}.</p>
  <hr class="fold" />
  <v-checkbox
    v-if="(at.preview?.look.channels ?? 1) > 1 || at.draft.mono"
    :model-value="at.draft.mono"
    label="One channel (mono), half the size"
    @update:model-value="at.change({ mono: $event === true })"
  />
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
}
</style>

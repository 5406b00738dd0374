<script setup lang="ts">
import { useSoundBench } from '~/stores/sound-bench'

const at = useSoundBench()
</script>

<template>
  <InspectorSliderRow
    name="Speed"
    label="Speed in percent"
    :value="at.draft.speed * 100"
    :min="50"
    :max="200"
    :step="1"
    :shown="`${Math.round(at.draft.speed * 100)} %`"
    @set="at.change({ speed: $event / 100 })"
  />
  <v-checkbox
    :model-value="at.draft.keepPitch"
    label="Keep its pitch"
    @update:model-value="at.change({ keepPitch: $event === true })"
  />
  <InspectorSliderRow
    name="Pitch"
    label="Pitch in semitones"
    :value="at.draft.pitch"
    :min="-12"
    :max="12"
    :step="1"
    :shown="`${at.draft.pitch > 0 ? '+' : ''}${at.draft.pitch}`"
    @set="at.change({ pitch: $event })"
  />
  <p class="soft">Twelve semitones are an octave. A voice a few semitones up is somebody small.</p>
  <v-btn
    v-if="at.draft.speed !== 1 || at.draft.pitch !== 0"
    variant="text"
    @click="at.change({ speed: 1, pitch: 0, keepPitch: true })"
    >As it was</v-btn
  >
</template>

<script setup lang="ts">
import type { PictureContent } from '@core/pack/content'
import type { PartSpec } from '@core/template/template'
import { computed } from 'vue'
import { useBench } from '~/stores/bench'

const { spec, content } = defineProps<{ spec: PartSpec; content: PictureContent }>()
const bench = useBench()
const facts = computed(() => bench.facts(content.asset))
const set = (name: string, change: Partial<PictureContent>) =>
  bench.act(name, { type: 'set-part', part: spec.id, content: { ...content, ...change } })
</script>

<template>
  <hr class="fold" />
  <div>
    <h3>How it fills the stage</h3>
    <v-btn-toggle
      :model-value="content.fit"
      mandatory
      density="compact"
      class="fits"
      @update:model-value="set('Set how the picture fills', { fit: $event })"
    >
      <v-btn value="cover" variant="outlined">Cover all</v-btn>
      <v-btn value="contain" variant="outlined">Show whole</v-btn>
    </v-btn-toggle>
    <v-switch
      :model-value="content.crisp"
      label="Keep pixels crisp"
      @update:model-value="set('Keep pixels crisp', { crisp: $event === true })"
    />
    <p v-if="facts" class="mono soft">
      {{ facts.width }} × {{ facts.height }} px, {{ Math.max(1, Math.round(facts.bytes / 1000)) }} kB
    </p>
  </div>
</template>

<style scoped>
.fits {
  margin-top: 8px;
  gap: 6px;
  height: 36px;
}
.fits :deep(.v-btn--active) {
  background: var(--teal-wash);
}
</style>

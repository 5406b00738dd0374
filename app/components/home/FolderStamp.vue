<script setup lang="ts">
import { summaryOf } from '@core/template/summary'
import type { FolderTemplate } from '@core/template/template'
import { computed } from 'vue'

/** A template that was made of a game's folder in this browser. */
const { template } = defineProps<{ template: FolderTemplate }>()
const emit = defineEmits<{ start: []; save: []; remove: [] }>()
const ACTS = [
  { id: 'save', say: 'Save as a template file' },
  { id: 'remove', say: 'Throw away' },
]
const act = (id: string): void => (id === 'save' ? emit('save') : emit('remove'))
const summary = computed(() => summaryOf(template))
</script>

<template>
  <div class="template">
    <button class="plain-button" @click="$emit('start')">
      <BitsStamp>
        <div class="cover"><HomeFolderFace :template="template" /></div>
        <h3 class="title">{{ template.name }}</h3>
        <p>{{ template.tagline }}</p>
        <p class="mono soft facts">{{ summary.parts }} parts · {{ summary.dials }} numbers</p>
        <p class="mono soft">{{ template.licence || 'no licence said' }} · {{ summary.kilobytes }} kB</p>
      </BitsStamp>
    </button>
    <HomeMoreMenu class="more" :of="template.name" :acts="ACTS" @act="act" />
  </div>
</template>

<style scoped>
.template {
  position: relative;
  width: 232px;
}
.template > .plain-button {
  width: 100%;
  text-align: left;
}
.more {
  position: absolute;
  right: 6px;
  bottom: 8px;
}
.cover {
  aspect-ratio: 16 / 10;
  background: #171b26;
  overflow: hidden;
}
.title {
  margin-top: 9px;
  font-size: 16px;
}
.facts {
  margin-top: 7px;
}
</style>

<script setup lang="ts">
/** Smaller, larger, and as it fits. */
const { zoom, fitted } = defineProps<{ zoom: number; fitted: boolean }>()
const emit = defineEmits<{ step: [by: 1 | -1]; fit: [] }>()
</script>

<template>
  <div class="bar" role="group" aria-label="Zoom">
    <button class="plain-button" aria-label="Smaller" @click="emit('step', -1)">−</button>
    <span class="mono" role="status">{{ Math.round(zoom * 100) }} %</span>
    <button class="plain-button" aria-label="Larger" @click="emit('step', 1)">+</button>
    <button class="plain-button fit" :aria-pressed="fitted" @click="emit('fit')">Fit</button>
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 4px;
}
button {
  min-width: 32px;
  min-height: 32px;
  text-align: center;
  font-size: 16px;
}
.fit {
  border-left: 1px solid var(--rule);
  padding: 0 9px;
  font-size: 13px;
}
.fit[aria-pressed='true'] {
  font-weight: 700;
}
.mono {
  min-width: 52px;
  text-align: center;
  font-size: 12.5px;
}
</style>

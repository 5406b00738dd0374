<script setup lang="ts">
/** A name, a slider, and what it stands at. `set` comes while it is dragged, `end` once it is let go. */
const { name, label, value, min, max, step, shown } = defineProps<{
  name: string
  /** What a screen reader says: with the unit. */
  label: string
  value: number
  min: number
  max: number
  step: number
  shown: string
}>()
defineEmits<{ set: [value: number]; end: [] }>()
</script>

<template>
  <label class="slider-row">
    <span class="soft name">{{ name }}</span>
    <v-slider
      :model-value="value"
      :min="min"
      :max="max"
      :step="step"
      :aria-label="label"
      @update:model-value="$emit('set', $event)"
      @end="$emit('end')"
    />
    <span class="mono">{{ shown }}</span>
  </label>
</template>

<style scoped>
.slider-row {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 36px;
}
.name {
  min-width: 74px;
  flex: none;
}
.mono {
  min-width: 56px;
  text-align: right;
}
</style>

<script setup lang="ts">
import { ICONS, type IconName } from './icons'

const { name, size = 18 } = defineProps<{ name: IconName; size?: number }>()
</script>

<template>
  <svg
    :width="size"
    :height="size"
    viewBox="0 0 24 24"
    fill="none"
    stroke="currentColor"
    stroke-width="1.75"
    stroke-linecap="round"
    stroke-linejoin="round"
    aria-hidden="true"
  >
    <path :d="ICONS[name]" />
  </svg>
</template>

<style scoped>
svg {
  flex: none;
  display: block;
}
</style>

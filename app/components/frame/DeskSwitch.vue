<script setup lang="ts">
import { computed } from 'vue'
import { useDesk } from '~/composables/desk'

const desk = useDesk()
const night = computed(desk.night)
const name = computed(() => (night.value ? 'Day desk' : 'Night desk'))
</script>

<template>
  <button class="press bare" :aria-label="name" :title="name" @click="desk.turn">
    <BitsIcon :name="night ? 'day' : 'night'" />
  </button>
</template>

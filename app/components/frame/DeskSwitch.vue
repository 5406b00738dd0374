<script setup lang="ts">
import { computed } from 'vue'
import { useTheme } from 'vuetify'

const theme = useTheme()
const night = computed(() => theme.global.name.value === 'night')
const name = computed(() => (night.value ? 'Day desk' : 'Night desk'))

function turn(): void {
  const next = night.value ? 'light' : 'night'
  theme.change(next)
  localStorage.setItem('pack-post:desk', next)
}
</script>

<template>
  <button class="press bare" :aria-label="name" :title="name" @click="turn">
    <BitsIcon :name="night ? 'day' : 'night'" />
  </button>
</template>

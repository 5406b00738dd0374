<script setup lang="ts">
import { computed } from 'vue'
import { useTheme } from 'vuetify'

const theme = useTheme()
const night = computed(() => theme.global.name.value === 'night')

function turn(): void {
  const next = night.value ? 'light' : 'night'
  theme.change(next)
  localStorage.setItem('pack-post:desk', next)
}
</script>

<template>
  <v-btn icon variant="text" :aria-label="night ? 'Day desk' : 'Night desk'" @click="turn">
    <BitsIcon :name="night ? 'day' : 'night'" />
    <v-tooltip activator="parent" location="bottom">{{ night ? 'Day desk' : 'Night desk' }}</v-tooltip>
  </v-btn>
</template>

<script setup lang="ts">
import type { NuxtError } from '#app'
import { useKeptDesk } from '~/composables/desk'

/** What is shown where a page is not there, or broke as it was shown. Fetched then. */
defineProps<{ error: NuxtError }>()
useKeptDesk()
</script>

<template>
  <v-app>
    <LazyFrameAstray :missing="error.statusCode === 404" />
  </v-app>
</template>

<script setup lang="ts">
import { useKeptDesk } from '~/composables/desk'
import { useNotices } from '~/stores/notices'

const notices = useNotices()
useKeptDesk()
</script>

<template>
  <v-app>
    <NuxtPage />
    <LazyFrameNotice v-if="notices.told > 0" />
  </v-app>
</template>

<script setup lang="ts">
import { onMounted } from 'vue'
import { useTheme } from 'vuetify'
import { useNotices } from '~/stores/notices'

const notices = useNotices()
const theme = useTheme()
onMounted(() => {
  try {
    if (localStorage.getItem('pack-post:desk') === 'night') theme.change('night')
  } catch {
    // A game framed by another site has no storage here: it is shown by day.
  }
})
</script>

<template>
  <v-app>
    <NuxtPage />
    <LazyFrameNotice v-if="notices.told > 0" />
  </v-app>
</template>

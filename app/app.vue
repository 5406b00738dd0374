<script setup lang="ts">
import { computed, onMounted } from 'vue'
import { useTheme } from 'vuetify'
import { useNotices } from '~/stores/notices'

const notices = useNotices()
const theme = useTheme()
const open = computed({
  get: () => notices.current !== null,
  set: (on) => {
    if (!on) notices.current = null
  },
})
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
    <v-snackbar
      :key="notices.told"
      v-model="open"
      :timeout="notices.current?.tone === 'error' ? 12000 : 4000"
      :color="notices.current?.tone === 'error' ? 'error' : 'on-surface'"
      location="top"
      class="toast"
    >
      <span role="alert" data-testid="notice">{{ notices.current?.text }}</span>
      <template #actions><v-btn variant="text" @click="open = false">Close</v-btn></template>
    </v-snackbar>
  </v-app>
</template>

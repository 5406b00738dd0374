<script setup lang="ts">
import { computed } from 'vue'
import { useNotices } from '~/stores/notices'

/** What is said in passing; fetched when there is something to say. */
const notices = useNotices()
const open = computed({
  get: () => notices.current !== null,
  set: (on) => {
    if (!on) notices.current = null
  },
})
</script>

<template>
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
</template>

<script setup lang="ts">
import { onMounted } from 'vue'
import { useMailbox } from '~/stores/mailbox'

/** How many letters wait in the box; nothing when there are none. */
const mailbox = useMailbox()
const route = useRoute()
onMounted(() => {
  // The mail page itself looks into the box.
  if (route.path !== '/mail') void mailbox.refresh()
})
</script>

<template>
  <span v-if="mailbox.unread > 0" class="unread mono" data-testid="unread"
    >{{ mailbox.unread }}<span class="sr-only"> unread</span></span
  >
</template>

<style scoped>
.unread {
  display: inline-grid;
  place-items: center;
  min-width: 19px;
  height: 19px;
  margin-left: 6px;
  padding: 0 4px;
  font-size: 12px;
  color: var(--sheet);
  background: var(--vermilion);
}
</style>

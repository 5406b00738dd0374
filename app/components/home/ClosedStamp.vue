<script setup lang="ts">
import type { ClosedRow } from '~/stores/library'

/** A pack of this browser that cannot be opened here: shown, never dropped, and its data can be taken out. */
const { row } = defineProps<{ row: ClosedRow }>()
defineEmits<{ save: [] }>()
</script>

<template>
  <div class="pack" data-testid="closed-pack">
    <BitsStamp>
      <div class="cover"><span>Closed</span></div>
      <h3 class="title">{{ row.title || 'A pack without a title' }}</h3>
      <p class="why">{{ row.why }}</p>
      <v-btn variant="outlined" size="small" @click="$emit('save')">Save its data as a file</v-btn>
    </BitsStamp>
  </div>
</template>

<style scoped>
.pack {
  width: 232px;
}
.cover {
  display: grid;
  place-items: center;
  height: 64px;
  border: 1.5px dashed var(--soft);
  color: var(--soft);
  font-weight: 700;
}
.title {
  margin-top: 9px;
  font-size: 16px;
  overflow-wrap: anywhere;
}
.why {
  font-size: 13px;
  line-height: 1.4;
  padding: 4px 0 10px;
}
</style>

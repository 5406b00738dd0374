<script setup lang="ts">
import type { DeckContent } from '@core/kinds/deck'
import type { PartSpec } from '@core/template/template'
import { useDesk } from '~/stores/desk'

/** What a deck is, and the way to its sheet. */
const { spec, content } = defineProps<{ spec: PartSpec; content: DeckContent; compact?: boolean }>()
const desk = useDesk()
</script>

<template>
  <div :data-deck="spec.id" class="deck">
    <p class="soft">
      {{ content.rows.length }} {{ spec.deck?.rows ?? 'rows' }}:
      {{ spec.deck?.columns.map(({ name }) => name.toLowerCase()).join(', ') }}.
    </p>
    <v-btn variant="outlined" block data-act="deck-desk" @click="desk.show('deck')">Open the sheet</v-btn>
  </div>
</template>

<style scoped>
.deck {
  display: grid;
  gap: 10px;
}
</style>

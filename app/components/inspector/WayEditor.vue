<script setup lang="ts">
import type { WayContent } from '@core/kinds/way'
import type { PartSpec } from '@core/template/template'
import { kindOf } from '@core/kinds'
import { ringsSaid } from '@core/pack/way'
import { useDesk } from '~/stores/desk'

/** What a way is, and the way to its desk. */
const { spec, content } = defineProps<{ spec: PartSpec; content: WayContent; compact?: boolean }>()
const desk = useDesk()
</script>

<template>
  <div :data-way="spec.id" class="way">
    <p class="soft">
      {{
        kindOf(content)
          .summary(content)
          .replace(/^./, (first) => first.toUpperCase())
      }}.
    </p>
    <p v-for="ring in ringsSaid(content)" :key="ring" class="bad">{{ ring }}</p>
    <v-btn variant="outlined" block data-act="way-desk" @click="desk.show('way')">Lay it over the picture</v-btn>
  </div>
</template>

<style scoped>
.way {
  display: grid;
  gap: 10px;
}
.bad {
  color: var(--vermilion);
  font-weight: 700;
}
</style>

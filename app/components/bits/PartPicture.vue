<script setup lang="ts">
import type { PartContent } from '@core/kinds'
import type { Template } from '@core/template/template'
import { thumbOf } from '~/kinds/thumbs'

/** Any content, small. */
const {
  content,
  template,
  playing = false,
} = defineProps<{ content: PartContent; template?: Template; playing?: boolean }>()
const Face = () => thumbOf(content, { playing, template })
</script>

<template>
  <div class="part-picture"><Face /></div>
</template>

<style scoped>
.part-picture {
  width: 100%;
  height: 100%;
  display: grid;
  place-items: center;
  overflow: hidden;
}
:deep(.swatch) {
  width: 70%;
  height: 70%;
  border: 1px solid var(--rule);
}
:deep(.letters) {
  font-size: 14px;
}
</style>

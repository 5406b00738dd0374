<script setup lang="ts">
import { kindOf, type PartContent } from '@core/kinds'
import type { Template } from '@core/template/template'
import { computed } from 'vue'
import Wave from './Wave.vue'

/** Any content, small: its drawing, its wave, its first letters or its number. */
const {
  content,
  template,
  playing = false,
} = defineProps<{ content: PartContent; template?: Template; playing?: boolean }>()
const figure = computed(() => {
  const face = kindOf(content).face(content)
  return face.face === 'figure' ? face.text : ''
})
</script>

<template>
  <div class="part-picture">
    <BitsFrameView v-if="content.kind === 'sprite'" :sprite="content" :playing="playing" :template="template" />
    <BitsFrameView
      v-else-if="content.kind === 'cast' && content.entries[0]"
      :sprite="content.entries[0].sprite"
      :playing="playing"
      :template="template"
    />
    <BitsPictureView
      v-else-if="content.kind === 'picture'"
      :asset="content.asset"
      :crisp="content.crisp"
      :template="template"
    />
    <Wave
      v-else-if="(content.kind === 'sound' || content.kind === 'music') && content.asset !== null"
      :asset="content.asset"
      :template="template"
      small
    />
    <BitsIcon v-else-if="content.kind === 'sound' || content.kind === 'music'" name="quiet" />
    <span v-else-if="content.kind === 'wording'" class="letters head">{{
      content.text.trim().slice(0, 2) || '–'
    }}</span>
    <span v-else-if="content.kind === 'typeface'" class="letters head">Aa</span>
    <span v-else-if="content.kind === 'dial'" class="letters head">{{ content.value }}</span>
    <span v-else-if="content.kind === 'story'" class="letters head">{{ content.lines.length }}</span>
    <span v-else-if="content.kind === 'colour'" class="swatch" :style="{ background: content.value }" />
    <span v-else class="letters head">{{ content.kind === 'cast' ? 0 : figure.slice(0, 2) }}</span>
  </div>
</template>

<style scoped>
.part-picture {
  width: 100%;
  height: 100%;
  display: grid;
  place-items: center;
  overflow: hidden;
}
.swatch {
  width: 70%;
  height: 70%;
  border: 1px solid var(--rule);
}
.letters {
  font-size: 14px;
}
</style>

<script setup lang="ts">
import type { PictureContent } from '@core/kinds/picture'
import type { SpriteContent } from '@core/kinds/drawing'
import type { Template } from '@core/template/template'
import { computed } from 'vue'

/** The largest thing a template shows: its face where nothing says which picture it begins with. */
const { template } = defineProps<{ template: Template }>()
type Shown = PictureContent | SpriteContent
function areaOf(content: Shown): number {
  const { w, h } =
    content.kind === 'sprite'
      ? Object.values(content.clips)[0]!.frames[0]!
      : { w: template.assets[content.asset]?.facts.width ?? 0, h: template.assets[content.asset]?.facts.height ?? 0 }
  return w * h
}
const largest = computed(
  () =>
    template.parts
      .flatMap(({ content }): Shown[] => (content.kind === 'sprite' || content.kind === 'picture' ? [content] : []))
      .sort((a, b) => areaOf(b) - areaOf(a))[0],
)
</script>

<template>
  <BitsPictureView
    v-if="largest?.kind === 'picture'"
    :asset="largest.asset"
    :crisp="largest.crisp"
    :template="template"
  />
  <div v-else-if="largest" class="thing"><BitsFrameView :sprite="largest" :template="template" /></div>
</template>

<style scoped>
.thing {
  height: 100%;
  padding: 16px;
}
</style>

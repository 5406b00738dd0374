<script setup lang="ts">
import type { PartContent } from '@core/kinds'
import type { SpriteContent } from '@core/kinds/drawing'
import type { PartSpec } from '@core/template/template'
import { computed, ref } from 'vue'
import { useBench } from '~/stores/bench'

/** The template's content and yours beside each other, with a line to drag. */
const { spec, reference, sprite } = defineProps<{ spec: PartSpec; reference?: SpriteContent; sprite?: SpriteContent }>()
const bench = useBench()
const share = ref(50)
const visual = computed(
  () => spec.content.kind === 'sprite' || spec.content.kind === 'cast' || spec.content.kind === 'picture',
)
const theirs = computed<PartContent | undefined>(() => reference ?? spec.content)
const yours = computed<PartContent | undefined>(() => {
  const own = bench.pack?.parts[spec.id]
  return own === undefined ? undefined : (sprite ?? own)
})
</script>

<template>
  <div v-if="visual && theirs" class="compare checker" :style="{ '--share': `${yours ? share : 100}%` }">
    <div class="side theirs"><BitsPartPicture :content="theirs" :template="bench.template!" playing /></div>
    <div v-if="yours" class="side yours checker"><BitsPartPicture :content="yours" playing /></div>
    <span class="word soft">Template</span>
    <span v-if="yours" class="word right soft">Yours</span>
    <input
      v-if="yours"
      v-model.number="share"
      type="range"
      min="0"
      max="100"
      aria-label="Drag to compare the template’s with yours"
    />
    <span v-if="yours" class="line" />
  </div>
</template>

<style scoped>
.compare {
  position: relative;
  height: 168px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  overflow: hidden;
  flex: none;
}
.side {
  position: absolute;
  inset: 0;
  padding: 14px;
}
.theirs {
  background: var(--kraft-wash);
}
.yours {
  clip-path: inset(0 0 0 var(--share));
}
.word {
  position: absolute;
  left: 8px;
  top: 5px;
  font-size: 12px;
}
.word.right {
  left: auto;
  right: 8px;
}
.line {
  position: absolute;
  top: 0;
  bottom: 0;
  left: var(--share);
  width: 2px;
  background: var(--ink);
  pointer-events: none;
}
input {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  margin: 0;
  opacity: 0;
  cursor: ew-resize;
}
input:focus-visible + .line {
  outline: 2px solid var(--teal);
}
</style>

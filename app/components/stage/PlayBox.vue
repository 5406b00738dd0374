<script setup lang="ts">
import { ratioOf } from '@core/game/stage'
import type { Setup } from '@core/game/setup'
import type { Template } from '@core/template/template'
import { onBeforeUnmount, onMounted, shallowRef, useTemplateRef } from 'vue'
import { loadImagesOf } from '~/composables/images'
import { makeStage, type Stage } from '~/composables/stage'
import { lettersOf } from '~/composables/typeface'
import { useAssets } from '~/stores/assets'

/** A whole game to play, from its start screen on. */
const { setup, template } = defineProps<{ setup: Setup; template: Template }>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const assets = useAssets()
const stage = shallowRef<Stage | null>(null)

onMounted(async () => {
  const [letters] = await Promise.all([lettersOf(setup.doc, template), loadImagesOf(setup.doc, template)])
  if (canvas.value === null) return
  stage.value = makeStage(canvas.value, {
    setup,
    images: () => assets.bitmaps(),
    letters,
    bytesOf: async (hash) => {
      const bytes = await assets.bytesOf(hash, template)
      if (bytes === null) throw new Error('gone')
      return bytes.slice().buffer
    },
    straightToPlay: false,
    few: false,
    auto: false,
    seed: crypto.getRandomValues(new Uint32Array(1))[0],
  })
  stage.value.setMuted(false)
  canvas.value.focus({ preventScroll: true })
})
onBeforeUnmount(() => stage.value?.close())
</script>

<template>
  <canvas
    ref="canvas"
    class="play-box"
    tabindex="0"
    role="application"
    :aria-label="setup.doc.title"
    :data-screen="stage?.view.screen"
    :style="{ '--ratio': ratioOf(setup.stage.shape), '--wide': setup.stage.width / setup.stage.height }"
  />
</template>

<style scoped>
.play-box {
  width: 100%;
  aspect-ratio: var(--ratio);
  max-width: calc((100vh - 150px) * var(--wide));
  margin: 0 auto;
  display: block;
  background: #171b26;
  touch-action: none;
  border-radius: 4px;
}
</style>

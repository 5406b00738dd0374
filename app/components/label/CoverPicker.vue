<script setup lang="ts">
import type { Setup } from '@core/game/setup'
import type { Template } from '@core/template/template'
import { onBeforeUnmount, onMounted, ref, shallowRef, useTemplateRef } from 'vue'
import { loadImagesOf } from '~/composables/images'
import { makeStage, type Stage } from '~/composables/stage'
import { lettersOf } from '~/composables/typeface'
import { useAssets } from '~/stores/assets'
import { useCovers } from '~/stores/covers'

/** A cover is taken from play: let it run, go back to the moment, take it. */
const { setup, template } = defineProps<{ setup: Setup; template: Template }>()
const emit = defineEmits<{ taken: [] }>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const assets = useAssets()
const covers = useCovers()
const stage = shallowRef<Stage | null>(null)
const busy = ref(false)

onMounted(async () => {
  const [letters] = await Promise.all([lettersOf(setup.doc, template), loadImagesOf(setup.doc, template)])
  if (canvas.value === null) return
  stage.value = makeStage(canvas.value, {
    setup,
    images: () => assets.bitmaps(),
    letters,
    bytesOf: () => Promise.reject(new Error('silent')),
    straightToPlay: true,
    few: true,
    auto: true,
  })
})
onBeforeUnmount(() => stage.value?.close())

async function take(): Promise<void> {
  if (stage.value === null) return
  busy.value = true
  await covers.keep(stage.value.capture(1280, 800))
  busy.value = false
  emit('taken')
}
</script>

<template>
  <div class="picker">
    <canvas ref="canvas" tabindex="0" role="application" aria-label="The game, playing itself" />
    <template v-if="stage">
      <StageRewind :stage="stage" />
      <div class="acts">
        <v-btn variant="outlined" @click="stage.toggle()"
          ><BitsIcon :name="stage.view.running && stage.view.back === 0 ? 'pause' : 'play'" />{{
            stage.view.running && stage.view.back === 0 ? 'Freeze' : 'Run'
          }}</v-btn
        >
        <v-btn variant="outlined" @click="stage.showPart('title-words')">Start screen</v-btn>
        <v-btn variant="outlined" @click="stage.showPlay()">In play</v-btn>
        <v-btn color="primary" :loading="busy" @click="take"><BitsIcon name="camera" />Take this moment</v-btn>
      </div>
    </template>
  </div>
</template>

<style scoped>
.picker {
  display: grid;
  gap: 10px;
  background: var(--desk);
  padding: 14px;
  border-radius: 5px;
}
canvas {
  width: 100%;
  aspect-ratio: 16 / 10;
  background: #171b26;
}
.acts {
  display: flex;
  gap: 8px;
}
.acts :last-child {
  margin-left: auto;
}
</style>

<script setup lang="ts">
import type { Setup } from '@core/game/setup'
import type { Template } from '@core/template/template'
import { titleOf } from '@core/parcel/game-doc'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, useTemplateRef } from 'vue'
import { loadImagesOf } from '~/composables/images'
import { makeStage, type Stage } from '~/composables/stage'
import { lettersOf, type Letters } from '~/composables/typeface'
import { drawTitle } from '~/composables/title-lettering'
import { useAssets } from '~/stores/assets'
import { useBench } from '~/stores/bench'
import { CLIP, SLOT_WORDS, useLabelPictures, type Slot } from '~/stores/label-pictures'

/** A picture of the label is taken from play: let it run, go back to the moment, frame it, take it. */
const { setup, template, target } = defineProps<{ setup: Setup; template: Template; target: Slot }>()
const emit = defineEmits<{ taken: [] }>()
const bench = useBench()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const assets = useAssets()
const pictures = useLabelPictures()
const stage = shallowRef<Stage | null>(null)
const letters = shallowRef<Letters | null>(null)
const busy = ref(false)
const lettered = ref(false)
/** Where the square sits, 0 left to 1 right, and how much of the height it takes. */
const across = ref(0.5)
const closeness = ref(1)
const square = computed(() => target === 'square' || target === 'icon')
const still = computed(() => target !== 'clip')
/** Shares of the stage: a square's side is its height, which is 10 of 16 wide. */
const frame = computed(() => {
  const h = 1 / closeness.value
  const w = (h * 10) / 16
  return { left: (1 - w) * across.value, top: (1 - h) * 0.6, w, h }
})

onMounted(async () => {
  const [found] = await Promise.all([lettersOf(setup.doc, template), loadImagesOf(setup.doc, template)])
  if (canvas.value === null) return
  letters.value = found
  stage.value = makeStage(canvas.value, {
    setup,
    images: () => assets.bitmaps(),
    letters: found,
    bytesOf: () => Promise.reject(new Error('silent')),
    straightToPlay: true,
    few: true,
    auto: true,
  })
})
onBeforeUnmount(() => stage.value?.close())

function framed(at: Stage): HTMLCanvasElement {
  const { width, height } = SLOT_WORDS[target]
  if (!square.value) return at.capture(width, height)
  const whole = at.capture(1920, 1200)
  const cut = document.createElement('canvas')
  cut.width = width
  cut.height = height
  const { left, top, w, h } = frame.value
  const ink = cut.getContext('2d')!
  ink.imageSmoothingQuality = 'high'
  ink.drawImage(whole, left * 1920, top * 1200, w * 1920, h * 1200, 0, 0, width, height)
  return cut
}

async function take(): Promise<void> {
  const at = stage.value
  if (at === null || letters.value === null) return
  busy.value = true
  try {
    if (target === 'clip') {
      const { width, height } = SLOT_WORDS.clip
      await pictures.keepClip(at.captureStretch(width, height, CLIP.seconds, CLIP.fps))
    } else {
      const picture = framed(at)
      if (lettered.value) drawTitle(picture, titleOf(bench.pack!, template), letters.value.typeface, template.colours)
      await pictures.keep(target, picture)
    }
    emit('taken')
  } finally {
    busy.value = false
  }
}
const percent = (share: number) => `${share * 100}%`
</script>

<template>
  <div class="picker">
    <div class="view">
      <canvas ref="canvas" tabindex="0" role="application" aria-label="The game, playing itself" />
      <div
        v-if="square"
        class="cut"
        :style="{
          left: percent(frame.left),
          top: percent(frame.top),
          width: percent(frame.w),
          height: percent(frame.h),
        }"
      />
      <template v-else-if="still">
        <div class="safe link"><span>link previews</span></div>
        <div class="safe middle"><span>square crops</span></div>
      </template>
    </div>
    <template v-if="stage">
      <StageRewind :stage="stage" />
      <div v-if="square" class="sliders">
        <label
          >Left or right
          <input v-model.number="across" type="range" min="0" max="1" step="0.01" aria-label="Left or right" />
        </label>
        <label
          >How close
          <input v-model.number="closeness" type="range" min="1" max="4" step="0.05" aria-label="How close" />
        </label>
      </div>
      <div class="acts">
        <v-btn variant="outlined" @click="stage.toggle()"
          ><BitsIcon :name="stage.view.running && stage.view.back === 0 ? 'pause' : 'play'" />{{
            stage.view.running && stage.view.back === 0 ? 'Freeze' : 'Run'
          }}</v-btn
        >
        <v-btn variant="outlined" @click="stage.showPart('title-words')">Start screen</v-btn>
        <v-btn variant="outlined" @click="stage.showPlay()">In play</v-btn>
        <label v-if="still && target !== 'icon'" class="lettered"
          ><input v-model="lettered" type="checkbox" />Title over it</label
        >
        <v-btn color="primary" class="take" :loading="busy" @click="take"
          ><BitsIcon name="camera" />{{ target === 'clip' ? 'Take the last 4 seconds' : 'Take this moment' }}</v-btn
        >
      </div>
    </template>
    <p v-else class="soft" role="status">Unpacking the game…</p>
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
.view {
  position: relative;
}
canvas {
  display: block;
  width: 100%;
  aspect-ratio: 16 / 10;
  background: #171b26;
}
.cut {
  position: absolute;
  outline: 2px solid #fffdf8;
  box-shadow: 0 0 0 1px #171b26;
  background: transparent;
  pointer-events: none;
}
.safe {
  position: absolute;
  border: 1px dashed rgb(255 253 248 / 75%);
  pointer-events: none;
}
.safe span {
  position: absolute;
  left: 5px;
  top: 2px;
  font-size: 11px;
  line-height: 1.3;
  padding: 0 4px;
  color: #fffdf8;
  background: rgb(23 27 38 / 78%);
}
/* Link previews are mostly 1.91 : 1. */
.link {
  inset: 8.1% 0;
}
.middle {
  inset: 0 18.75%;
}
.middle span {
  top: auto;
  bottom: 2px;
}
.sliders {
  display: flex;
  gap: 20px;
}
.sliders label {
  display: flex;
  gap: 8px;
  align-items: center;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.lettered {
  display: flex;
  gap: 6px;
  align-items: center;
}
.take {
  margin-left: auto;
}
</style>

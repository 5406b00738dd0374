<script setup lang="ts">
import type { Setup } from '@core/game/setup'
import { framed, ratioOf } from '@core/game/stage'
import type { Template } from '@core/template/template'
import { titleOf } from '@core/template/game-doc'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, useTemplateRef } from 'vue'
import { loadImagesOf } from '~/composables/images'
import { makeStage, type Stage } from '~/composables/stage'
import { lettersOf, type Letters } from '~/composables/typeface'
import { drawTitle } from '~/composables/title-lettering'
import { useAssets } from '~/stores/assets'
import { useBench } from '~/stores/bench'
import { CLIP, slotWords, useLabelPictures, type Slot } from '~/stores/label-pictures'

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
/** Where the frame lies in the room that is left, 0 to 1 (left, top), and how close it is. */
const across = ref(0.5)
const down = ref(0.6)
const closeness = ref(1)
const slot = computed(() => slotWords(target, setup.stage.shape))
const square = computed(() => target === 'square' || target === 'icon')
const still = computed(() => target !== 'clip')
const frame = computed(() =>
  framed(setup.stage.shape, slot.value.width, slot.value.height, {
    ...{ across: across.value, down: down.value, closeness: closeness.value },
  }),
)
/** Less than the whole stage is seen. */
const partly = computed(() => frame.value.w < 0.999 || frame.value.h < 0.999)

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

async function take(): Promise<void> {
  const at = stage.value
  if (at === null || letters.value === null) return
  busy.value = true
  const { width, height } = slot.value
  try {
    if (target === 'clip') {
      await pictures.keepClip(at.captureStretch(width, height, CLIP.seconds, CLIP.fps, frame.value))
    } else {
      const picture = at.capture(width, height, frame.value)
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
    <div
      class="view"
      :style="{ '--ratio': ratioOf(setup.stage.shape), '--wide': setup.stage.width / setup.stage.height }"
    >
      <canvas ref="canvas" tabindex="0" role="application" aria-label="The game, playing itself" />
      <div
        v-if="partly"
        class="cut"
        :style="{
          left: percent(frame.left),
          top: percent(frame.top),
          width: percent(frame.w),
          height: percent(frame.h),
        }"
      />
      <template v-else-if="still && setup.stage.shape === 'wide'">
        <div class="safe link"><span>link previews</span></div>
        <div class="safe middle"><span>square crops</span></div>
      </template>
    </div>
    <template v-if="stage">
      <StageRewind :stage="stage" />
      <div v-if="square || partly" class="sliders">
        <label v-if="frame.w < 0.999"
          >Left or right
          <input v-model.number="across" type="range" min="0" max="1" step="0.01" aria-label="Left or right" />
        </label>
        <label v-if="frame.h < 0.999"
          >Up or down
          <input v-model.number="down" type="range" min="0" max="1" step="0.01" aria-label="Up or down" />
        </label>
        <label v-if="square"
          >How close
          <input v-model.number="closeness" type="range" min="1" max="4" step="0.05" aria-label="How close" />
        </label>
      </div>
      <div class="acts">
        <select
          v-if="bench.levels.length > 1"
          :value="stage.view.level"
          aria-label="Level"
          data-testid="picture-level"
          @change="stage.showLevel(Number(($event.target as HTMLSelectElement).value), true)"
        >
          <option v-for="(level, i) in bench.levels" :key="level.id" :value="i">{{ i + 1 }} {{ level.name }}</option>
        </select>
        <v-btn variant="outlined" @click="stage.toggle()"
          ><BitsIcon :name="stage.view.running && stage.view.back === 0 ? 'pause' : 'play'" />{{
            stage.view.running && stage.view.back === 0 ? 'Freeze' : 'Run'
          }}</v-btn
        >
        <v-btn variant="outlined" @click="stage.showScreen('start')">Start screen</v-btn>
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
  aspect-ratio: var(--ratio);
  width: min(100%, calc(62vh * var(--wide)));
  margin: 0 auto;
}
canvas {
  display: block;
  width: 100%;
  height: 100%;
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

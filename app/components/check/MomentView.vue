<script setup lang="ts">
import { MOMENT_SEED, type Evidence } from '@core/check/finding'
import { makeDrawList } from '@core/game/draw-list'
import { drawGame } from '@core/game/draw-game'
import { beginPlay, setupOf, startGame } from '@core/game/game'
import { rulesFor } from '@core/game/registry'
import { STAGES } from '@core/game/stage'
import { idleInput } from '@core/game/types'
import { paint } from '@player/draw'
import { fitView } from '@player/view'
import { computed, onMounted, useTemplateRef, watch } from 'vue'
import { loadImagesOf } from '~/composables/images'
import { lettersOf } from '~/composables/typeface'
import { useAssets } from '~/stores/assets'
import { useBench } from '~/stores/bench'

/** A moment of the game itself, with what is meant framed. */
const { evidence } = defineProps<{ evidence: Extract<Evidence, { kind: 'moment' }> }>()
const bench = useBench()
const assets = useAssets()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const stage = computed(() => STAGES[bench.pack?.stage ?? 'wide'])
/** px of the canvas for a world unit: as large as it is looked at, twice. */
const UNIT = 16

async function draw(): Promise<void> {
  const { setup, template } = bench
  if (setup === null || template === null) return
  const [letters] = await Promise.all([lettersOf(setup.doc, template), loadImagesOf(setup.doc, template)])
  const ink = canvas.value?.getContext('2d')
  if (!ink || setup !== bench.setup) return
  const state = startGame(MOMENT_SEED, setup)
  state.level = evidence.level
  beginPlay(state, setup)
  const rules = rulesFor(setup.doc.template.id)
  const here = setupOf(state, setup)
  const play = (state.play = rules.start(here, MOMENT_SEED))
  for (let i = 0; i < evidence.step; i++) rules.step(play, idleInput(), here)
  const list = makeDrawList()
  drawGame(state, setup, list)
  const { width, height } = ink.canvas
  paint(list, setup, { ink, view: fitView(width, height, setup.stage), images: assets.bitmaps(), ...letters })
}
watch(
  () => [bench.setup, evidence],
  () => void draw(),
)
onMounted(() => void draw())
</script>

<template>
  <div class="moment" :style="{ aspectRatio: `${stage.width} / ${stage.height}` }">
    <canvas
      ref="canvas"
      :width="stage.width * UNIT"
      :height="stage.height * UNIT"
      data-testid="moment"
      role="img"
      aria-label="The moment in the game"
    />
    <i
      :style="{
        left: `${evidence.box.x * 100}%`,
        top: `${evidence.box.y * 100}%`,
        width: `${evidence.box.w * 100}%`,
        height: `${evidence.box.h * 100}%`,
      }"
    />
  </div>
</template>

<style scoped>
.moment {
  position: relative;
  height: 100%;
  max-width: 100%;
}
canvas {
  width: 100%;
  height: 100%;
  display: block;
}
i {
  position: absolute;
  box-sizing: content-box;
  margin: -3px;
  padding: 1px;
  border: 2px dashed var(--vermilion);
}
</style>

<script setup lang="ts">
import { useIntersectionObserver } from '@vueuse/core'
import { autoplayInput, makeAutoplay } from '@core/game/autoplay'
import { makeDrawList } from '@core/game/draw-list'
import { drawGame } from '@core/game/draw-game'
import { beginPlay, startGame, stepGame } from '@core/game/game'
import { fetchRules } from '@core/game/fetch-rules'
import { makeSetup } from '@core/game/setup'
import { newPack } from '@core/pack/pack'
import { buildGameDoc } from '@core/template/game-doc'
import type { Template } from '@core/template/template'
import { paint } from '@player/draw'
import { runLoop, type Loop } from '@player/loop'
import { fitView } from '@player/view'
import { onBeforeUnmount, onMounted, useTemplateRef } from 'vue'
import { loadImagesOf } from '~/composables/images'
import { shareInSight } from '~/composables/in-sight'
import { restingFrames } from '~/composables/rest'
import { lettersOf } from '~/composables/typeface'
import { useAssets } from '~/stores/assets'

/** A template that plays itself; under reduced motion a still picture from its play. */
const { template } = defineProps<{ template: Template }>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const assets = useAssets()
let loop: Loop | null = null
let seen = true
/** All of them at every frame are what makes a laptop warm: only the one that is pointed at runs as smoothly as it can. */
let near = false
const pointedAt = (on: boolean) => (near = on)
let sighted: () => void = () => undefined
/** What nobody has seen yet is not fetched and does not play. */
const inSight = new Promise<void>((resolve) => (sighted = resolve))
useIntersectionObserver(canvas, (entries) => {
  seen = shareInSight(entries) > 0
  if (seen) sighted()
})

onMounted(async () => {
  await inSight
  await fetchRules(template.id)
  const doc = buildGameDoc(template, newPack(template, 'attract-mode'))
  const setup = makeSetup(doc)
  const [letters] = await Promise.all([lettersOf(doc, template), loadImagesOf(doc, template)])
  const at = canvas.value
  if (at === null) return
  const ratio = Math.min(2, window.devicePixelRatio || 1)
  at.width = Math.max(1, Math.round(at.clientWidth * ratio))
  at.height = Math.max(1, Math.round(at.clientHeight * ratio))
  const ink = at.getContext('2d')!
  const list = makeDrawList()
  const state = startGame(7)
  const auto = makeAutoplay(setup, 0.8, 11)
  beginPlay(state, setup)
  const draw = () => {
    drawGame(state, setup, list)
    paint(list, setup, { ink, view: fitView(at.width, at.height, setup.stage), images: assets.bitmaps(), ...letters })
  }
  const step = () => stepGame(state, autoplayInput(auto, state, setup), setup)
  for (let i = 0; i < 240; i++) step()
  draw()
  if (matchMedia('(prefers-reduced-motion: reduce)').matches) return
  loop = runLoop(
    restingFrames(() => !near),
    () => seen && step(),
    () => seen && draw(),
  )
})
onBeforeUnmount(() => loop?.stop())
</script>

<template>
  <canvas
    ref="canvas"
    class="attract"
    :aria-label="`${template.name}, playing itself`"
    role="img"
    @pointerenter="pointedAt(true)"
    @pointerleave="pointedAt(false)"
  />
</template>

<style scoped>
.attract {
  width: 100%;
  aspect-ratio: 16 / 10;
  display: block;
}
</style>

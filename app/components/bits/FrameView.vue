<script setup lang="ts">
import { clipOf, frameAt } from '@core/game/clips'
import type { ClipDoc, SpriteDoc } from '@core/game/types'
import { STEPS_PER_SECOND } from '@core/game/types'
import type { Template } from '@core/template/template'
import { recoloured } from '@player/prepare'
import { onBeforeUnmount, onMounted, useTemplateRef, watch } from 'vue'
import { useResizeObserver } from '@vueuse/core'
import { onTick } from '~/composables/ticks'
import { useAssets } from '~/stores/assets'
import { useBench } from '~/stores/bench'

/** One frame of a sprite, or its clip playing, as large as the box allows. */
const {
  sprite,
  clip = '',
  frame,
  playing = false,
  template,
} = defineProps<{
  sprite: Pick<SpriteDoc, 'clips' | 'crisp' | 'canvas' | 'recolour'>
  clip?: string
  frame?: number
  playing?: boolean
  template?: Template
}>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const assets = useAssets()
const bench = useBench()
let stop: (() => void) | null = null
let drawn = ''
let shownIndex = -1

async function load(): Promise<void> {
  const from = template ?? bench.template
  if (from === null || from === undefined) return
  const hashes = new Set(Object.values(sprite.clips).flatMap((one) => one.frames.map((f) => f.asset)))
  await Promise.all(
    [...hashes].map((hash) =>
      assets.bitmap(
        hash,
        (template === undefined ? bench.facts(hash) : template.assets[hash]?.facts)?.mime ?? 'image/png',
        from,
      ),
    ),
  )
  drawn = ''
  shownIndex = -1
  draw(0)
}

function draw(nowMs: number): void {
  const at = canvas.value
  const shown: ClipDoc | undefined = clipOf(sprite as SpriteDoc, clip)
  if (at === null || shown === undefined) return
  const index = frame ?? (playing ? frameAt(shown, Math.floor((nowMs / 1000) * STEPS_PER_SECOND)) : 0)
  // Asking the box for its size costs a layout: only with another picture.
  if (playing && index === shownIndex && drawn !== '') return
  shownIndex = index
  const cell = shown.frames[Math.min(index, shown.frames.length - 1)]!
  const image = assets.bitmaps().get(cell.asset)
  const ratio = Math.min(2, window.devicePixelRatio || 1)
  const width = Math.max(1, Math.round(at.clientWidth * ratio))
  const height = Math.max(1, Math.round(at.clientHeight * ratio))
  const key = [cell.asset, cell.x, cell.y, cell.ox, cell.oy, width, height, image === undefined, sprite.recolour].join()
  if (key === drawn && sprite.recolour === undefined) return
  drawn = key
  at.width = width
  at.height = height
  if (image === undefined) return
  // Kept by the processor: drawn once or some times a second, it is painted with the row it stands in. As a surface of its
  // own, each of them would be put together with the page again in every frame that the stage draws.
  const ink = at.getContext('2d', { willReadFrequently: true })!
  const across = sprite.canvas?.w ?? cell.w
  const down = sprite.canvas?.h ?? cell.h
  let scale = Math.min(width / across, height / down)
  if (sprite.crisp && scale > 1) scale = Math.floor(scale)
  ink.imageSmoothingEnabled = !sprite.crisp
  ink.drawImage(
    recoloured(image, sprite.recolour),
    cell.x,
    cell.y,
    cell.w,
    cell.h,
    (width - across * scale) / 2 + (cell.ox ?? 0) * scale,
    (height - down * scale) / 2 + (cell.oy ?? 0) * scale,
    cell.w * scale,
    cell.h * scale,
  )
}

const calm = matchMedia('(prefers-reduced-motion: reduce)').matches
function play(on: boolean): void {
  if (on === (stop !== null)) return
  stop?.()
  stop = on ? onTick(draw) : null
}

watch(
  () => [sprite, clip, frame, playing],
  () => {
    void load()
    play(playing && !calm)
  },
)
onMounted(() => {
  void load()
  play(playing && !calm)
})
onBeforeUnmount(() => play(false))
// It may have been mounted where it had no size yet.
useResizeObserver(canvas, () => {
  drawn = ''
  draw(performance.now())
})
</script>

<template>
  <canvas ref="canvas" class="frame-view" />
</template>

<style scoped>
.frame-view {
  width: 100%;
  height: 100%;
  display: block;
}
</style>

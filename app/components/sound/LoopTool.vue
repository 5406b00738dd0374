<script setup lang="ts">
import { computed, ref, useTemplateRef, watch } from 'vue'
import { useSoundBench } from '~/stores/sound-bench'

/** Which part of the music goes round, and what its seam is like close up. */
const at = useSoundBench()
const reach = ref(0.5)
const close = useTemplateRef<HTMLCanvasElement>('close')
const keptS = computed(() => at.durationS * at.draft.speed)
const round = (s: number) => Math.round(s * 1000) / 1000

const verdict = computed(() => {
  const seam = at.preview?.seam
  if (!seam) return ''
  if (seam.click > 4) return 'It clicks here each time round.'
  if (seam.mismatch > 0.5) return 'No click, but the two sides are unlike: it may stumble.'
  return 'It goes round without being heard.'
})
const bad = computed(() => (at.preview?.seam?.click ?? 0) > 4)

function draw(): void {
  const to = close.value
  const sides = at.preview?.close
  if (to === null || !sides) return
  const ink = to.getContext('2d')!
  const style = getComputedStyle(to)
  ink.clearRect(0, 0, to.width, to.height)
  const middle = to.height / 2
  const half = to.width / 2
  let most = 0.02
  for (const side of [sides.before, sides.after]) for (const level of side) most = Math.max(most, Math.abs(level))
  ink.fillStyle = style.getPropertyValue('--teal')
  ink.fillRect(half - 1, 0, 2, to.height)
  ink.strokeStyle = style.getPropertyValue('--ink')
  ink.lineWidth = 2
  const line = (side: Float32Array, from: number) => {
    ink.beginPath()
    side.forEach((level, i) => {
      const x = from + (i / Math.max(1, side.length - 1)) * half
      const y = middle - (level / most) * middle * 0.9
      if (i === 0) ink.moveTo(x, y)
      else ink.lineTo(x, y)
    })
    ink.stroke()
  }
  line(sides.before, 0)
  line(sides.after, half)
}
watch(() => at.preview, draw, { flush: 'post' })
watch(close, draw)
</script>

<template>
  <div class="seam">
    <canvas ref="close" width="600" height="180" aria-hidden="true" />
    <div class="sides mono soft"><span>10 ms before</span><span>10 ms after</span></div>
  </div>
  <p :class="{ bad }" role="status" data-testid="seam">{{ verdict }}</p>
  <div class="row">
    <v-btn variant="outlined" data-act="best-seam" @click="at.findSeam(reach)">Find the best seam</v-btn>
    <label class="soft reach"
      >within
      <select v-model.number="reach" aria-label="How far the seam may move">
        <option :value="0.1">0.1 s</option>
        <option :value="0.5">0.5 s</option>
        <option :value="2">2 s</option>
      </select></label
    >
  </div>
  <InspectorSliderRow
    name="Blend"
    label="Crossfade over the seam, in seconds"
    :value="at.draft.crossfadeS"
    :min="0"
    :max="2"
    :step="0.01"
    :shown="`${at.draft.crossfadeS.toFixed(2)} s`"
    @set="at.change({ crossfadeS: $event })"
  />
  <hr class="fold" />
  <InspectorSliderRow
    name="Begins at"
    label="The loop begins at, in seconds"
    :value="at.draft.loopFromS"
    :min="0"
    :max="round(keptS)"
    :step="0.001"
    :shown="`${at.draft.loopFromS.toFixed(2)} s`"
    @set="at.change({ loopFromS: round($event) })"
  />
  <InspectorSliderRow
    name="Ends at"
    label="The loop ends at, in seconds"
    :value="at.draft.loopToS || keptS"
    :min="0"
    :max="round(keptS)"
    :step="0.001"
    :shown="`${(at.draft.loopToS || keptS).toFixed(2)} s`"
    @set="at.change({ loopToS: $event >= keptS - 0.002 ? 0 : round($event) })"
  />
  <v-btn
    v-if="at.marked"
    variant="text"
    @click="
      at.change({ loopFromS: round(at.marked.fromS * at.draft.speed), loopToS: round(at.marked.toS * at.draft.speed) })
    "
    >Loop what is marked</v-btn
  >
  <p class="soft">
    {{
      at.draft.loopFromS > 0.05
        ? `The first ${at.draft.loopFromS.toFixed(1)} s are played once, as an opening; then it goes round.`
        : 'Begin later to have an opening that is played only once.'
    }}
  </p>
</template>

<style scoped>
.seam canvas {
  width: 100%;
  height: 90px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--paper);
}
.sides {
  display: flex;
  justify-content: space-between;
}
.bad {
  color: var(--vermilion);
  font-weight: 700;
}
.row {
  display: flex;
  align-items: center;
  gap: 10px;
}
</style>

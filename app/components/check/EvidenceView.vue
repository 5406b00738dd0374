<script setup lang="ts">
import type { Evidence } from '@core/check/finding'
import { computed } from 'vue'
import { useBench } from '~/stores/bench'

const { evidence } = defineProps<{ evidence: Evidence }>()
const bench = useBench()
const crisp = computed(() => {
  if (evidence.kind !== 'picture') return false
  const facts = bench.facts(evidence.asset)
  return facts !== undefined && facts.height <= 400
})
const sprite = computed(() => {
  if (evidence.kind !== 'picture' || evidence.frame === undefined) return null
  return {
    clips: {
      shown: { frames: [{ asset: evidence.asset, ...evidence.frame, hold: 1 }], fps: 1, mode: 'loop' as const },
    },
    crisp: crisp.value,
  }
})
/** The frame keeps its shape in the box, so marks are drawn in a box of that shape too. */
const ratio = computed(() => {
  if (evidence.kind !== 'picture') return '1'
  const facts = bench.facts(evidence.asset)
  const w = evidence.frame?.w ?? facts?.width ?? 1
  const h = evidence.frame?.h ?? facts?.height ?? 1
  return `${w} / ${h}`
})
const shape = computed(() =>
  evidence.kind === 'picture' ? evidence.shape.map((p) => `${p.x * 100},${p.y * 100}`).join(' ') : '',
)
</script>

<template>
  <div :class="['evidence', `is-${evidence.kind}`]">
    <div v-if="evidence.kind === 'picture'" class="fitted" :style="{ aspectRatio: ratio }">
      <BitsFrameView v-if="sprite" :sprite="sprite" />
      <BitsPictureView v-else :asset="evidence.asset" fit="contain" :crisp="crisp" />
      <svg v-if="evidence.boxes.length > 0 || shape" viewBox="0 0 100 100" preserveAspectRatio="none">
        <rect
          v-for="(box, i) in evidence.boxes"
          :key="i"
          :x="box.x * 100"
          :y="box.y * 100"
          :width="box.w * 100"
          :height="box.h * 100"
        />
        <polygon v-if="shape" :points="shape" />
      </svg>
    </div>
    <BitsWave v-else-if="evidence.kind === 'wave'" :asset="evidence.asset" :from="evidence.fromS" :to="evidence.toS" />
    <p v-else-if="evidence.kind === 'words'" class="words">
      “{{ evidence.text.slice(0, 60) }}”<span
        v-if="evidence.overWidth > 1"
        class="over"
        :style="{ width: `${Math.min(45, (1 - 1 / evidence.overWidth) * 100)}%` }"
      />
    </p>
    <CheckMomentView v-else-if="evidence.kind === 'moment'" :evidence="evidence" />
    <CheckPlaceView v-else-if="evidence.kind === 'place'" :evidence="evidence" />
    <p v-else class="figure head">{{ evidence.text }}</p>
  </div>
</template>

<style scoped>
.evidence {
  width: 132px;
  height: 92px;
  flex: none;
  display: grid;
  grid-template-rows: minmax(0, 1fr);
  place-items: center;
  overflow: hidden;
  border-radius: 3px;
  background: var(--teal-wash);
  padding: 8px;
}
.figure {
  font-size: 19px;
  text-align: center;
  color: var(--sun);
}
.is-figure {
  background: var(--sun-wash);
}
.is-wave {
  background: var(--sheet);
}
.fitted {
  position: relative;
  height: 100%;
  max-width: 100%;
}
.fitted svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  overflow: visible;
}
rect,
polygon {
  fill: none;
  stroke: var(--vermilion);
  stroke-width: 2;
  stroke-dasharray: 5 3;
  vector-effect: non-scaling-stroke;
}
.words {
  position: relative;
  background: var(--sheet);
  /* A border below, since a line that is left out would show in the padding. */
  padding: 4px 8px 0;
  border-bottom: 4px solid var(--sheet);
  font-size: 12px;
  line-height: 1.3;
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 4;
  overflow: hidden;
}
.over {
  position: absolute;
  inset: 0 0 0 auto;
  background: color-mix(in srgb, var(--vermilion) 32%, transparent);
}
</style>

<script setup lang="ts">
import type { Template } from '@core/template/template'
import { useIntersectionObserver } from '@vueuse/core'
import { computed, ref, shallowRef, toRaw, useTemplateRef, watch } from 'vue'
import { shareInSight } from '~/composables/in-sight'
import { useBench } from '~/stores/bench'
import { useSounds } from '~/stores/sounds'

/** The shape of a sound; `from`..`to` seconds are marked. */
const {
  asset,
  small = false,
  from = 0,
  to = 0,
  template,
} = defineProps<{ asset: string; small?: boolean; from?: number; to?: number; template?: Template }>()
const bench = useBench()
const sounds = useSounds()
const peaks = shallowRef<number[]>([])
const columns = small ? 12 : 90
const facts = computed(() => template?.assets[asset]?.facts ?? bench.facts(asset))

// Decoding a whole tune for a picture nobody sees is what made a bench slow to open.
const wave = useTemplateRef<SVGSVGElement>('wave')
const seen = ref(false)
const { isSupported, stop } = useIntersectionObserver(wave, (entries) => {
  if (shareInSight(entries) <= 0) return
  seen.value = true
  stop()
})
if (!isSupported.value) seen.value = true

watch(
  [() => asset, seen],
  async ([hash, inSight]) => {
    if (!inSight) return
    const source = template ?? bench.template
    if (facts.value === undefined || source === null || source === undefined) return
    const found = await sounds.peaks(hash, facts.value, toRaw(source), columns)
    if (hash === asset) peaks.value = found
  },
  { immediate: true },
)
const marked = computed(() =>
  facts.value === undefined || facts.value.durationS === 0 ? 0 : (to / facts.value.durationS) * columns,
)
const start = computed(() =>
  facts.value === undefined || facts.value.durationS === 0 ? 0 : (from / facts.value.durationS) * columns,
)
</script>

<template>
  <svg
    ref="wave"
    :viewBox="`0 0 ${columns} 40`"
    preserveAspectRatio="none"
    class="wave"
    role="img"
    aria-label="shape of the sound"
  >
    <rect v-if="marked > start" :x="start" y="0" :width="marked - start" height="40" class="mark" />
    <line x1="0" y1="20" :x2="columns" y2="20" class="zero" />
    <rect
      v-for="(peak, i) in peaks"
      :key="i"
      :x="i + 0.18"
      :y="20 - Math.max(0.5, peak * 19)"
      width="0.64"
      :height="Math.max(1, peak * 38)"
      :class="{ clipped: peak > 0.9985 }"
    />
  </svg>
</template>

<style scoped>
.wave {
  width: 100%;
  height: 100%;
  display: block;
  fill: var(--ink);
}
.mark {
  fill: var(--vermilion-wash);
}
.zero {
  stroke: var(--rule);
  stroke-width: 0.6;
}
.clipped {
  fill: var(--vermilion);
}
</style>

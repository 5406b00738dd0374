<script setup lang="ts">
import type { Template } from '@core/template/template'
import { ref, watch } from 'vue'
import { useAssets } from '~/stores/assets'
import { useBench } from '~/stores/bench'

/** A whole picture of the pack or the template. */
const {
  asset,
  fit = 'cover',
  crisp = false,
  alt = '',
  template,
} = defineProps<{ asset: string; fit?: 'cover' | 'contain'; crisp?: boolean; alt?: string; template?: Template }>()
const assets = useAssets()
const bench = useBench()
const src = ref('')

watch(
  () => asset,
  async (hash) => {
    const from = template ?? bench.template
    if (from === null || from === undefined) return
    const facts = template?.assets[hash]?.facts ?? bench.facts(hash)
    const url = await assets.url(hash, facts?.mime ?? 'image/png', from)
    if (hash === asset) src.value = url
  },
  { immediate: true },
)
</script>

<template>
  <img
    v-if="src !== ''"
    :src="src"
    :alt="alt"
    :style="{ objectFit: fit, imageRendering: crisp ? 'pixelated' : 'auto' }"
    draggable="false"
  />
</template>

<style scoped>
img {
  width: 100%;
  height: 100%;
  display: block;
}
</style>

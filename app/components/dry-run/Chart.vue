<script setup lang="ts">
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart as ChartJs,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Filler,
  Tooltip,
  type ChartConfiguration,
} from 'chart.js'
import { computed, useTemplateRef } from 'vue'
import { Chart } from 'vue-chartjs'
import { useTheme } from 'vuetify'

ChartJs.register(
  BarController,
  BarElement,
  CategoryScale,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Filler,
  Tooltip,
)

ChartJs.defaults.font.family = "'Atkinson Hyperlegible Next Variable', sans-serif"

export interface ChartColours {
  ink: string
  soft: string
  rule: string
  teal: string
  kraft: string
  vermilion: string
  wash: string
}
/** A chart in the colours of the desk. `make` gets them, and is asked again when the desk or the data change. */
const { make, about } = defineProps<{ make: (colours: ChartColours) => ChartConfiguration; about: string }>()
const box = useTemplateRef<HTMLElement>('box')
const theme = useTheme()
const config = computed(() => {
  if (box.value === null || theme.global.name.value === '') return null
  const style = getComputedStyle(box.value)
  const of = (name: string) => style.getPropertyValue(`--${name}`).trim()
  const made = make({
    ink: of('ink'),
    soft: of('soft'),
    rule: of('rule'),
    teal: of('teal'),
    kraft: of('kraft'),
    vermilion: of('vermilion'),
    wash: of('teal-wash'),
  })
  return { ...made, options: { ...made.options, animation: false as const, maintainAspectRatio: false } }
})
</script>

<template>
  <div ref="box" class="chart">
    <Chart
      v-if="config"
      :type="config.type"
      :data="config.data"
      :options="config.options"
      :aria-label="about"
      role="img"
    />
  </div>
</template>

<style scoped>
.chart {
  position: relative;
  height: 168px;
}
</style>

<script setup lang="ts">
import { LIMITS } from '@core/check/thresholds'
import { BarElement, CategoryScale, Chart, LinearScale, Tooltip } from 'chart.js'
import { computed } from 'vue'
import { Bar } from 'vue-chartjs'
import { useTheme } from 'vuetify'
import { useCheck } from '~/stores/check'

Chart.register(BarElement, CategoryScale, LinearScale, Tooltip)
const check = useCheck()
const theme = useTheme()
const night = computed(() => theme.global.name.value === 'night')
const rows = computed(() => {
  const all = [...(check.weighIn?.rows ?? [])].sort((a, b) => b.download - a.download)
  const rest = all.slice(10)
  const shown = all.slice(0, 10)
  if (rest.length > 0)
    shown.push({
      name: `${rest.length} more`,
      download: rest.reduce((s, r) => s + r.download, 0),
      memory: rest.reduce((s, r) => s + r.memory, 0),
    })
  return shown
})
const size = (bytes: number) =>
  bytes === 0 ? '0' : bytes >= 1e6 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.max(1, Math.round(bytes / 1e3))} kB`
const chart = (pick: 'download' | 'memory', colour: string, over: number) => ({
  labels: rows.value.map((row) => row.name),
  datasets: [
    {
      data: rows.value.map((row) => row[pick] / 1000),
      backgroundColor: rows.value.map((row) => (row[pick] > over ? (night.value ? '#f07a5f' : '#c9412a') : colour)),
      barThickness: 10,
    },
  ],
})
const download = computed(() => chart('download', night.value ? '#d8b07c' : '#c79a63', LIMITS.downloadBudget / 2))
const memory = computed(() => chart('memory', night.value ? '#5fb7be' : '#125e68', LIMITS.memoryBudget / 2))
const options = computed(() => ({
  indexAxis: 'y' as const,
  maintainAspectRatio: false,
  animation: false as const,
  plugins: {
    legend: { display: false },
    tooltip: { callbacks: { label: (item: { raw: unknown }) => size(Number(item.raw) * 1000) } },
  },
  scales: {
    x: {
      ticks: {
        color: night.value ? '#a9aebd' : '#5b6072',
        callback: (value: string | number) => size(Number(value) * 1000),
        maxTicksLimit: 4,
      },
      grid: { color: night.value ? '#39415a' : '#d9cfbf' },
    },
    y: {
      ticks: {
        color: night.value ? '#f1ebdd' : '#232838',
        autoSkip: false,
        font: { family: 'Atkinson Hyperlegible Next Variable', size: 12 },
      },
      grid: { display: false },
    },
  },
}))
/** The same figures for people who cannot see the chart. */
const said = (pick: 'download' | 'memory') => rows.value.map((row) => `${row.name} ${size(row[pick])}`).join(', ')
const height = computed(() => `${rows.value.length * 21 + 34}px`)
</script>

<template>
  <section v-if="check.weighIn" class="weigh" aria-label="Weigh-in">
    <h2>Weigh-in</h2>
    <div class="two">
      <p>
        <b class="head big">{{ size(check.weighIn.download) }}</b><br /><span class="soft"
          >to download, of {{ size(LIMITS.downloadBudget) }}</span
        >
      </p>
      <p>
        <b class="head big">{{ size(check.weighIn.memory) }}</b><br /><span class="soft"
          >in memory, of {{ size(LIMITS.memoryBudget) }}</span
        >
      </p>
    </div>
    <h3>Download by part</h3>
    <div :style="{ height }"><Bar :data="download" :options="options" :aria-label="said('download')" /></div>
    <h3>Memory by part</h3>
    <div :style="{ height }"><Bar :data="memory" :options="options" :aria-label="said('memory')" /></div>
  </section>
</template>

<style scoped>
.weigh {
  display: grid;
  gap: 8px;
}
.two {
  display: flex;
  gap: 28px;
  margin-bottom: 6px;
}
.big {
  font-size: 25px;
  line-height: 1.2;
}
</style>

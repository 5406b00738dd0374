<script setup lang="ts">
import { medianSeconds, stopsOf } from '@core/posting/figures'
import type { DayFigures } from '@core/posting/protocol'
import type { ChartConfiguration } from 'chart.js'
import { computed, onMounted, ref } from 'vue'
import type { ChartColours } from '~/components/dry-run/Chart.vue'
import { usePostedGame } from '~/stores/posted-game'

/** Plays, ends, and where they stop, by day and release. Counted without identity. */
const posted = usePostedGame()
const days = ref<DayFigures[]>([])
const release = ref(0)
const ready = ref(false)
onMounted(async () => {
  days.value = (await posted.figures())?.days ?? []
  ready.value = true
})
const releases = computed(() => [...new Set(days.value.map((day) => day.release))].sort((a, b) => b - a))
const shown = computed(() => days.value.filter((day) => release.value === 0 || day.release === release.value))
const sum = (key: 'plays' | 'finishes' | 'won') => shown.value.reduce((total, day) => total + day[key], 0)
const median = computed(() => medianSeconds(shown.value))
const stops = computed(() => stopsOf(shown.value).slice(0, 6))
const byDay = computed(() => {
  const names = [...new Set(shown.value.map((day) => day.day))].sort().slice(-30)
  const of = (day: string, key: 'plays' | 'finishes') =>
    shown.value.filter((one) => one.day === day).reduce((total, one) => total + one[key], 0)
  return { names, plays: names.map((day) => of(day, 'plays')), finishes: names.map((day) => of(day, 'finishes')) }
})
const plays = (colours: ChartColours): ChartConfiguration => ({
  type: 'bar',
  data: {
    labels: byDay.value.names.map((day) => day.slice(5)),
    datasets: [
      {
        label: 'begun',
        data: byDay.value.plays,
        backgroundColor: colours.wash,
        borderColor: colours.teal,
        borderWidth: 1,
        maxBarThickness: 40,
      },
      { label: 'played to an end', data: byDay.value.finishes, backgroundColor: colours.teal, maxBarThickness: 40 },
    ],
  },
  options: {
    scales: {
      x: { grid: { display: false }, ticks: { color: colours.soft } },
      y: { beginAtZero: true, grid: { color: colours.rule }, ticks: { color: colours.soft, precision: 0 } },
    },
  },
})
const ends = (colours: ChartColours): ChartConfiguration => ({
  type: 'bar',
  data: {
    labels: stops.value.map((one) => one.stop),
    datasets: [{ label: 'plays', data: stops.value.map((one) => one.count), backgroundColor: colours.kraft }],
  },
  options: {
    indexAxis: 'y',
    scales: {
      x: { beginAtZero: true, grid: { color: colours.rule }, ticks: { color: colours.soft, precision: 0 } },
      y: { grid: { display: false }, ticks: { color: colours.ink } },
    },
  },
})
</script>

<template>
  <section class="figures" aria-label="Figures" data-testid="figures">
    <div class="title">
      <h2>Figures</h2>
      <label v-if="releases.length > 1"
        >Release
        <select v-model.number="release">
          <option :value="0">all</option>
          <option v-for="one in releases" :key="one" :value="one">{{ one }}</option>
        </select></label
      >
    </div>
    <p v-if="!ready" class="soft" role="status">Counting…</p>
    <p v-else-if="sum('plays') === 0" class="soft">Nobody has played since counting was switched on.</p>
    <template v-else>
      <p class="numbers">
        <span class="begun"
          ><b class="head">{{ sum('plays') }}</b> begun</span
        >
        <span class="ended"
          ><b class="head">{{ sum('finishes') }}</b> to an end</span
        >
        <span
          ><b class="head">{{ sum('won') }}</b> won</span
        >
        <span
          ><b class="head">{{ median === null ? '–' : `${Math.round(median)} s` }}</b> median</span
        >
      </p>
      <DryRunChart :make="plays" about="Plays begun and played to an end, by day" />
      <h3>Where plays stop</h3>
      <DryRunChart :make="ends" about="What ended plays, most often first" />
    </template>
  </section>
</template>

<style scoped>
.figures {
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 16px 20px;
  display: grid;
  gap: 9px;
}
.title {
  display: flex;
  justify-content: space-between;
}
.numbers {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
}
.begun::before,
.ended::before {
  content: '';
  display: inline-block;
  width: 11px;
  height: 11px;
  margin-right: 6px;
  border: 1px solid var(--teal);
  background: var(--teal-wash);
}
.ended::before {
  background: var(--teal);
}
.numbers b {
  font-size: 20px;
}
</style>

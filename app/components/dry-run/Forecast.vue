<script setup lang="ts">
import { SKILLS } from '@core/dry-run/batch'
import { computed, onBeforeUnmount, onMounted } from 'vue'
import { useDryRun } from '~/stores/dry-run'

/** What simulated players make of the game as it stands, in five bars and one sentence. */
const dry = useDryRun()
onMounted(() => dry.watchers++)
onBeforeUnmount(() => dry.watchers--)

const rows = computed(() =>
  SKILLS.map(({ skill, name }) => ({ name, wins: dry.skills.find((one) => one.skill === skill)?.wins ?? null })),
)
const percent = (share: number) => `${Math.round(share * 100)} %`
const css = (share: number) => `${share * 100}%`
const sentence = computed(() => {
  const now = dry.average
  if (now === null) return 'Simulated players are playing…'
  const seconds = now.seconds === null ? '' : ` A game takes ${Math.round(now.seconds.median)} s.`
  const sure = `${Math.round(now.wins.low * 100)} to ${Math.round(now.wins.high * 100)}`
  return `${percent(now.wins.rate)} of average players win (${sure}).${seconds}`
})
const reach = computed(() => {
  const facts = dry.facts
  if (facts === null) return null
  if (facts.aim !== undefined) return { bad: facts.reachable < facts.goal, text: facts.because }
  if (facts.reachable === Infinity) return { bad: false, text: facts.because }
  const share = facts.reachable <= 0 ? Infinity : facts.goal / facts.reachable
  return facts.reachable < facts.goal
    ? {
        bad: true,
        text: `The goal of ${facts.goal} cannot be reached: ${facts.reachable} points at most. ${facts.because}`,
      }
    : {
        bad: false,
        text: `${facts.reachable} points can be reached; the goal is ${Math.round(share * 100)} % of them.`,
      }
})
</script>

<template>
  <div class="forecast" data-testid="forecast" :data-state="dry.state" :data-average="dry.average?.wins.rate ?? ''">
    <div v-for="row in rows" :key="row.name" class="bar-row">
      <span class="soft">{{ row.name }}</span>
      <span class="bar">
        <span v-if="row.wins" class="fill" :style="{ width: css(row.wins.rate) }" />
        <span
          v-if="row.wins"
          class="sure"
          :style="{ left: css(row.wins.low), width: css(row.wins.high - row.wins.low) }"
        />
      </span>
      <span class="mono">{{ row.wins ? percent(row.wins.rate) : '…' }}</span>
    </div>
    <p role="status">{{ sentence }}</p>
    <p v-if="reach" :class="reach.bad ? 'bad' : 'soft'" data-testid="reach">{{ reach.text }}</p>
  </div>
</template>

<style scoped>
.forecast {
  display: grid;
  gap: 4px;
}
.bar-row {
  display: grid;
  grid-template-columns: 76px 1fr 46px;
  align-items: center;
  gap: 8px;
  font-size: 13px;
}
.bar {
  position: relative;
  height: 11px;
  background: var(--paper);
  border: 1px solid var(--rule);
}
.fill {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--teal);
}
.sure {
  position: absolute;
  top: 4px;
  height: 1.5px;
  background: var(--ink);
}
.mono {
  text-align: right;
}
.bad {
  color: var(--vermilion);
  font-weight: 700;
}
p {
  margin-top: 4px;
}
</style>

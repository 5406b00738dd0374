<script setup lang="ts">
import type { PostingView } from '@core/posting/protocol'
import { computed } from 'vue'

const { view } = defineProps<{ view: PostingView }>()
const time = (at: string) =>
  new Date(at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', second: '2-digit', hour12: false })
const NAMES: Record<string, string> = {
  sent: 'Sent',
  'in-inspection': 'In inspection',
  cleared: 'Cleared',
  returned: 'Returned',
  held: 'Held',
  live: 'Live',
  withdrawn: 'Withdrawn',
}
const HEAD: Record<string, string> = {
  live: 'Arrived',
  returned: 'Returned',
  held: 'Held for you',
  withdrawn: 'Withdrawn',
}
const stops = computed(() => {
  const plan = view.states.some((one) => one.state === 'returned')
    ? ['sent', 'in-inspection', 'returned']
    : [
        ...['sent', 'in-inspection', 'cleared'],
        ...(view.goLive.when === 'cleared' ? [] : ['held']),
        'live',
        ...(view.state === 'withdrawn' ? ['withdrawn'] : []),
      ]
  return plan.map((state) => ({
    state,
    name: NAMES[state] ?? state,
    at: view.states.findLast((one) => one.state === state)?.at ?? '',
    now: view.state === state,
  }))
})
</script>

<template>
  <section aria-label="On its way" class="tracking" data-testid="tracking" :data-state="view.state">
    <h2>
      {{ HEAD[view.state] ?? 'On its way' }}: release
      {{ view.release }}
    </h2>
    <ol>
      <li
        v-for="stop in stops"
        :key="stop.state"
        :class="{ done: stop.at !== '', now: stop.now, back: stop.state === 'returned' }"
        :aria-current="stop.now ? 'step' : undefined"
      >
        <span class="ring"
          ><BitsIcon v-if="stop.at !== '' && (!stop.now || stop.state === 'live')" name="tick" :size="17" /><BitsIcon
            v-else-if="stop.state === 'returned'"
            name="close"
            :size="17" /><span v-else-if="stop.now" class="dot"
        /></span>
        <b>{{ stop.name }}</b>
        <span class="mono soft">{{ stop.at === '' ? '' : time(stop.at) }}</span>
        <span v-if="stop.state === 'held' && stop.now" class="soft">{{
          view.goLive.when === 'at' ? `until ${new Date(view.goLive.at).toLocaleString()}` : 'until you let it go'
        }}</span>
        <span v-if="stop.state === 'sent'" class="soft">{{ (view.bytes / 1e6).toFixed(2) }} MB packed</span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
h2 {
  font-size: 17px;
}
ol {
  list-style: none;
  margin: 12px 0 0;
  padding: 0;
  display: flex;
}
li {
  position: relative;
  flex: 1;
  display: flex;
  flex-direction: column;
}
li:not(:last-child)::after {
  content: '';
  position: absolute;
  left: 40px;
  right: 10px;
  top: 15px;
  border-top: 2px dashed var(--rule);
}
li.done:not(.now)::after {
  border-color: var(--teal);
}
.ring {
  width: 31px;
  height: 31px;
  border: 2px solid var(--rule);
  border-radius: 50%;
  display: grid;
  place-items: center;
  margin-bottom: 5px;
}
.done .ring {
  background: var(--teal);
  border-color: var(--teal);
  color: var(--on-teal);
}
.now .ring {
  background: var(--sheet);
  color: var(--teal);
}
.back .ring {
  border-color: var(--vermilion);
  color: var(--vermilion);
}
.dot {
  width: 10px;
  height: 10px;
  border-radius: 50%;
  background: var(--vermilion);
}
</style>

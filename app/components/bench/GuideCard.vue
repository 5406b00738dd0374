<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'
import { useGuide } from '~/composables/guide'
import { useBench } from '~/stores/bench'
import { useFinder } from '~/stores/finder'

/** Three first steps for a pack in which nothing is its maker's yet. It goes with the first swap, or when it is put away. */
const SHOWN = 3
const KEPT = 40
const bench = useBench()
const finder = useFinder()
const { follow } = useGuide()
const away = useLocalStorage<string[]>('pack-post:guide-away', [])
const lines = computed(() => bench.template?.guide?.slice(0, SHOWN) ?? [])
const shown = computed(
  () => bench.tally.yours === 0 && lines.value.length > 0 && !away.value.includes(bench.pack?.id ?? ''),
)
const putAway = (): void => {
  away.value = [...away.value, bench.pack?.id ?? ''].slice(-KEPT)
}
</script>

<template>
  <section v-if="shown" class="card" aria-label="First steps" data-testid="guide-card">
    <ul>
      <li v-for="line in lines" :key="line.say">
        <button class="link" @click="follow(line)">{{ line.say }}</button>
      </li>
      <li><button class="link soft" @click="finder.find('how do I')">More questions…</button></li>
    </ul>
    <button class="plain-button close" aria-label="Put first steps away" @click="putAway">
      <BitsIcon name="close" />
    </button>
  </section>
</template>

<style scoped>
.card {
  display: flex;
  align-items: start;
  gap: 8px;
  padding: 6px 6px 6px 14px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 4px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  flex: 1;
  display: flex;
  flex-wrap: wrap;
  column-gap: 22px;
}
.link {
  padding: 4px 0;
  text-align: start;
}
.close {
  width: 32px;
  height: 32px;
  display: grid;
  place-items: center;
}
</style>

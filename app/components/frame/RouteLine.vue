<script setup lang="ts">
import { computed } from 'vue'
import type { IconName } from '~/components/bits/icons'
import { useBench } from '~/stores/bench'
import { useCheck } from '~/stores/check'
import { useNext } from '~/stores/next'

/** Five stops on a dashed line; any order, any time. A stop shows how much is still open there. */
const bench = useBench()
const check = useCheck()
const next = useNext()
const route = useRoute()
const stops = computed((): { id: string; name: string; icon: IconName; to: string; open: number; hint: string }[] => {
  const base = `/packs/${bench.pack?.id ?? ''}`
  const still = bench.tally.all - bench.tally.yours
  return [
    { id: 'choose', name: 'Choose', icon: 'choose', to: '/', open: 0, hint: 'Your packs and all templates' },
    {
      id: 'bench',
      name: 'Swap',
      icon: 'swap',
      to: `${base}/bench`,
      open: 0,
      hint: still === 0 ? 'Every part is yours' : `${still} parts are still the template’s`,
    },
    {
      id: 'label',
      name: 'Label',
      icon: 'label',
      to: `${base}/label`,
      open: check.labelOpen,
      hint: check.labelOpen === 0 ? 'The label is filled in' : `${check.labelOpen} fields must be filled in`,
    },
    {
      id: 'check',
      name: 'Check',
      icon: 'check',
      to: `${base}/check`,
      open: check.must.length,
      hint: check.must.length === 0 ? 'Nothing must be fixed' : `${check.must.length} must be fixed`,
    },
    { id: 'post', name: 'Post', icon: 'post', to: `${base}/post`, open: 0, hint: 'Send it to the arcade' },
  ]
})
const here = computed(() => route.path.split('/').at(-1))
</script>

<template>
  <nav class="route" aria-label="Route">
    <template v-for="(stop, i) in stops" :key="stop.id">
      <span v-if="i > 0" class="line" />
      <NuxtLink
        :to="stop.to"
        :class="['stop', { here: here === stop.id, next: here !== stop.id && next.act?.on === stop.id }]"
        :aria-label="`${stop.name}: ${stop.hint}`"
        :aria-current="here === stop.id ? 'step' : undefined"
      >
        <span class="mark"
          ><BitsIcon :name="stop.icon" :size="17" /><span v-if="stop.open > 0" class="open">{{ stop.open }}</span></span
        >
        <span class="name">{{ stop.name }}</span>
        <v-tooltip activator="parent" location="bottom">{{
          next.act?.on === stop.id ? `Next: ${next.act.say}` : stop.hint
        }}</v-tooltip>
      </NuxtLink>
    </template>
  </nav>
</template>

<style scoped>
.route {
  display: flex;
  align-items: center;
  gap: 7px;
}
.line {
  width: clamp(8px, 2.4vw, 40px);
  border-top: 2px dashed var(--rule);
}
.stop {
  display: flex;
  align-items: center;
  gap: 8px;
  font-weight: 700;
  text-decoration: none;
  min-height: 36px;
  border-radius: 20px;
  padding-right: 4px;
}
.mark {
  position: relative;
  width: 32px;
  height: 32px;
  display: grid;
  place-items: center;
  border-radius: 50%;
  border: 1.5px solid var(--ink);
  box-shadow:
    inset 0 0 0 2.5px var(--paper),
    inset 0 0 0 3.5px color-mix(in srgb, var(--ink) 35%, transparent);
}
.here .mark {
  background: var(--teal);
  border-color: var(--teal);
  color: var(--on-teal);
  box-shadow: none;
}
.next .mark {
  border-color: var(--sun);
  box-shadow: 0 0 0 3px var(--sun-wash);
}
.here .name {
  color: var(--teal);
}
.open {
  position: absolute;
  top: -7px;
  right: -8px;
  min-width: 17px;
  padding: 0 4px;
  border-radius: 3px;
  transform: rotate(5deg);
  background: var(--vermilion);
  color: var(--on-teal);
  font: 700 12px/17px var(--read);
  text-align: center;
}
@media (max-width: 1160px) {
  .stop:not(.here) .name {
    display: none;
  }
}
</style>

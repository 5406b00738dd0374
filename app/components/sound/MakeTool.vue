<script setup lang="ts">
import { EFFECT_DIALS, EFFECT_KINDS, type EffectKind, type EffectRecipe } from '@core/kinds/sound-edit'
import { computed, onBeforeUnmount } from 'vue'
import { useBench } from '~/stores/bench'
import { useSoundBench } from '~/stores/sound-bench'

/** An effect worked out on the spot: a kind, a throw of the dice, four dials. */
const at = useSoundBench()
const bench = useBench()
const NAMES: Record<EffectKind, string> = {
  jump: 'Jump',
  'pick-up': 'Pick-up',
  hit: 'Hit',
  win: 'Win',
  lose: 'Lose',
  press: 'Press',
  whoosh: 'Whoosh',
  splash: 'Splash',
  bell: 'Bell',
}
const DIALS: Record<(typeof EFFECT_DIALS)[number], { name: string; low: string; high: string }> = {
  height: { name: 'Height', low: 'deep', high: 'high' },
  length: { name: 'Length', low: 'short', high: 'long' },
  roughness: { name: 'Roughness', low: 'clear', high: 'rough' },
  brightness: { name: 'Brightness', low: 'dull', high: 'bright' },
}
const recipe = computed((): EffectRecipe => at.recipe ?? at.firstRecipe())
const another = () => Math.floor(Math.random() * 0xffffffff)
let timer: ReturnType<typeof setTimeout> | null = null
/** While a dial moves, only where it rests is made. */
function turn(next: Partial<EffectRecipe>): void {
  at.recipe = { ...recipe.value, ...next }
  if (timer !== null) clearTimeout(timer)
  timer = setTimeout(() => void at.make(at.recipe!), 180)
}
onBeforeUnmount(() => {
  if (timer !== null) clearTimeout(timer)
  bench.seal()
})
</script>

<template>
  <div class="kinds" role="group" aria-label="Kind of effect">
    <button
      v-for="kind in EFFECT_KINDS"
      :key="kind"
      :class="['plain-button', 'kind', { on: at.recipe?.kind === kind }]"
      :aria-pressed="at.recipe?.kind === kind"
      @click="at.make({ ...recipe, kind, seed: another() })"
    >
      {{ NAMES[kind] }}
    </button>
  </div>
  <v-btn color="primary" data-act="another" @click="at.make({ ...recipe, seed: another() })">{{
    at.recipe ? 'Another like this' : 'Make one'
  }}</v-btn>
  <template v-if="at.recipe">
    <InspectorSliderRow
      v-for="dial in EFFECT_DIALS"
      :key="dial"
      :name="DIALS[dial].name"
      :label="`${DIALS[dial].name}, ${DIALS[dial].low} to ${DIALS[dial].high}`"
      :value="at.recipe[dial] * 100"
      :min="0"
      :max="100"
      :step="2"
      :shown="at.recipe[dial] < 0.4 ? DIALS[dial].low : at.recipe[dial] > 0.6 ? DIALS[dial].high : 'middle'"
      @set="turn({ [dial]: $event / 100 })"
      @end="bench.seal()"
    />
    <p class="soft mono">seed {{ at.recipe.seed }}</p>
  </template>
  <p v-else class="soft">Takes the place of the sound that is here; Ctrl+Z brings that back.</p>
</template>

<style scoped>
.kinds {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 5px;
}
.kind {
  border: 1px solid var(--rule);
  border-radius: 4px;
  text-align: center;
  min-height: 36px;
  font-weight: 600;
}
.kind.on {
  border: 1.5px solid var(--ink);
  background: var(--kraft-wash);
}
</style>

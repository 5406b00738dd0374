<script setup lang="ts">
import { useBench } from '~/stores/bench'
import { useNext } from '~/stores/next'

/** What is best done next, one line under the stage; or whose content is shown there. */
defineProps<{ before: boolean }>()
const bench = useBench()
const next = useNext()
</script>

<template>
  <p class="soft line" role="status">
    <template v-if="before">The template’s content, on the very same moment</template>
    <template v-else-if="next.act && next.act.on !== 'bench'"
      >Next:
      <NuxtLink :to="`/packs/${bench.pack!.id}/${next.act.on}`" data-testid="next-act">{{
        next.act.say
      }}</NuxtLink></template
    >
    <template v-else
      >{{ bench.tally.yours === 0 ? 'First: click a thing in the game, and drop' : 'Drop' }} a picture or a sound on it,
      or on its part. Hold B for the template’s.</template
    >
  </p>
</template>

<style scoped>
.line {
  text-align: center;
  font-size: 13px;
}
</style>

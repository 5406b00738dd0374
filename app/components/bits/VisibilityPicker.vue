<script setup lang="ts">
import { VISIBILITIES, type Visibility } from '@core/label/label'
import { VISIBILITY_WORDS } from '~/composables/visibility'
import { ref } from 'vue'
import { useBench } from '~/stores/bench'
import { usePostedGame } from '~/stores/posted-game'

/** Who sees the game: of one that is posted it changes at once, else it goes with the next posting. */
const bench = useBench()
const posted = usePostedGame()
const options = VISIBILITIES.map((id) => ({ id, ...VISIBILITY_WORDS[id] }))

/** A game that can be played already is for everybody at once: that is asked. */
const asking = ref(false)
async function choose(visibility: Visibility, sure = false): Promise<void> {
  const wider = visibility === 'public' && bench.pack!.label.visibility !== 'public'
  if (posted.liveRecord !== null && wider && !sure) {
    asking.value = true
    return
  }
  if (posted.liveRecord !== null) await posted.setVisibility(visibility)
  else await bench.act('Choose who can see it', { type: 'set-label', change: { visibility } })
}
</script>

<template>
  <BitsChoiceRow
    :options="options"
    :model-value="bench.pack!.label.visibility"
    label="Who sees it"
    @update:model-value="choose($event)"
  />
  <PostPublicSummary v-model="asking" @confirm="choose('public', true)" />
</template>

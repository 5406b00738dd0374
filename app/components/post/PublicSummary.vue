<script setup lang="ts">
import { ageResult } from '@core/label/age-guide'
import { BAND_NAMES } from '@core/label/names'
import { assetsOf } from '@core/kinds'
import { computed } from 'vue'
import { useBench } from '~/stores/bench'

/** Asked once before a game is for everybody: four lines that say what that means, with what is open among them. */
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ confirm: [] }>()
const bench = useBench()
const label = computed(() => bench.pack!.label)
const unknown = computed(() => {
  const hashes = new Set(Object.values(bench.pack!.parts).flatMap(assetsOf))
  return [...hashes].filter((hash) => {
    const source = bench.pack!.assets[hash]?.source
    return source !== undefined && (source.author === '' || source.licence === '')
  }).length
})
const band = computed(() => ageResult(label.value.ageGuide).band)
const collected = computed(() => {
  const { plays, scores, email } = label.value.privacy
  const found = [
    plays ? 'counts of plays' : '',
    scores ? 'scores with made-up names' : '',
    email ? 'e-mail addresses' : '',
  ]
  return found.filter((one) => one !== '').join(', ') || 'nothing'
})
function confirm(): void {
  open.value = false
  emit('confirm')
}
</script>

<template>
  <v-dialog v-model="open" max-width="560">
    <v-card class="pp-card" data-testid="public-summary">
      <h2>For everybody?</h2>
      <dl>
        <dt>Who sees it</dt>
        <dd><b>Everybody.</b> It is in the arcade’s list and can be searched for.</dd>
        <dt>Credits</dt>
        <dd :class="{ open: unknown > 0 }" data-testid="summary-credits">
          <template v-if="unknown === 0">All makers and licences are named.</template>
          <template v-else
            ><b>{{ unknown }} {{ unknown === 1 ? 'file has' : 'files have' }} no maker or licence.</b> If one is
            somebody’s who minds, the game can be taken down.
            <NuxtLink :to="`/packs/${bench.pack!.id}/label#label-credits`" @click="open = false"
              >Name them</NuxtLink
            ></template
          >
        </dd>
        <dt>Age band</dt>
        <dd :class="{ open: band === null }">
          {{ band === null ? 'Not answered yet.' : BAND_NAMES[band] }}
        </dd>
        <dt>Collects</dt>
        <dd>{{ collected }}</dd>
      </dl>
      <div class="acts">
        <v-btn variant="outlined" @click="open = false">Not yet</v-btn>
        <v-btn color="primary" data-testid="public-confirm" @click="confirm">{{
          unknown > 0 ? 'For everybody, as it is' : 'For everybody'
        }}</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
h2 {
  font-size: 20px;
  margin-bottom: 8px;
}
dl {
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr);
  margin: 0;
}
dt,
dd {
  margin: 0;
  padding: 9px 0;
  border-top: 1px solid var(--rule);
}
dt {
  color: var(--soft);
}
.open {
  color: var(--vermilion);
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 10px;
  padding-top: 14px;
}
</style>

<script setup lang="ts">
import { textOf } from '@core/check/texts'
import type { PostingView } from '@core/posting/protocol'
import { useBench } from '~/stores/bench'

/** Why a posting came back; each point leads to the part or field. */
const { view } = defineProps<{ view: PostingView }>()
const bench = useBench()
</script>

<template>
  <section class="letter" aria-label="Letter from the arcade" data-testid="letter">
    <p class="soft mono">From the arcade</p>
    <p>Thank you for release {{ view.release }}. It could not be taken as it is:</p>
    <p v-if="view.problem">{{ view.problem }}</p>
    <ol>
      <li v-for="finding in view.findings.filter((one) => one.severity === 'must')" :key="finding.id">
        {{ textOf(finding).what }}. <span class="soft">{{ textOf(finding).why }}</span>
        <BitsFindingLink :finding="finding" :pack="bench.pack!.id" />
      </li>
    </ol>
    <p>
      Put these right and press “Post it again”; everything else is kept. If it needs a word from you, write it under
      Answer on the waybill.
    </p>
  </section>
</template>

<style scoped>
.letter {
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-left: 5px solid var(--vermilion);
  padding: 16px 20px;
  display: grid;
  gap: 8px;
}
ol {
  margin: 0;
  padding-left: 20px;
}
</style>

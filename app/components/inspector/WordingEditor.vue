<script setup lang="ts">
import type { PartContent } from '@core/kinds'
import type { PartSpec } from '@core/template/template'
import { fitText, measureWith } from '@core/wording/fit'
import widths from '@core/wording/widths.json'
import { computed } from 'vue'
import { useBench } from '~/stores/bench'
import { useDesk } from '~/stores/desk'

const { spec, compact = false } = defineProps<{ spec: PartSpec; content?: PartContent; compact?: boolean }>()
const bench = useBench()
const desk = useDesk()
const content = computed(() => {
  const found = bench.content(spec.id)
  return found?.kind === 'wording' ? found : { kind: 'wording' as const, text: '', scale: 1 }
})
const theirs = computed(() => (spec.content.kind === 'wording' ? spec.content.text : ''))
const fit = computed(() =>
  spec.box === undefined ? null : fitText(content.value.text, spec.box, content.value, measureWith(spec.box, widths)),
)

function write(text: string): void {
  void bench.act(
    `Write ${spec.name}`,
    { type: 'set-part', part: spec.id, from: content.value, content: { ...content.value, text } },
    { mark: `words:${spec.id}` },
  )
}
</script>

<template>
  <div class="wording">
    <v-text-field
      v-if="compact"
      :model-value="content.text"
      :label="spec.name"
      maxlength="200"
      :error="fit !== null && !fit.fits"
      @update:model-value="write"
      @blur="bench.seal()"
    />
    <v-textarea
      v-else
      :model-value="content.text"
      :label="spec.box === undefined ? 'Words' : spec.name"
      auto-grow
      maxlength="2000"
      :error="fit !== null && !fit.fits"
      data-testid="wording"
      @update:model-value="write"
      @blur="bench.seal()"
    />
    <p v-if="fit && !fit.fits" class="note">
      Too long for its place by {{ Math.round((Math.max(fit.overWidth, fit.overLines) - 1) * 100) }} %.
    </p>
    <p v-else-if="fit && !compact" class="soft">Fits in {{ fit.lines }} {{ fit.lines === 1 ? 'line' : 'lines' }}.</p>
    <template v-if="!compact">
      <div v-if="spec.box !== undefined">
        <v-btn variant="outlined" data-act="wording-sheet" @click="desk.show('wording')">Its look, and all words</v-btn>
      </div>
      <p class="soft theirs">Template’s: “{{ theirs }}”</p>
    </template>
  </div>
</template>

<style scoped>
.wording {
  display: grid;
  gap: 6px;
}
.note {
  color: var(--vermilion);
  font-weight: 700;
}
.theirs {
  white-space: pre-line;
}
</style>

<script setup lang="ts">
import type { FolderTemplate, PartSpec } from '@core/template/template'
import { computed, useTemplateRef } from 'vue'
import { useBench } from '~/stores/bench'
import { plain } from '~/stores/swap'

/** The game twice, side by side: with the part as it came, and as it is now. All else is the same in both. */
const open = defineModel<boolean>({ required: true })
const { spec } = defineProps<{ spec: PartSpec }>()
const bench = useBench()
const template = computed(() => bench.base as FolderTemplate)
const now = computed(() => plain(bench.pack!))
const before = computed(() => {
  const { [spec.id]: _now, ...parts } = now.value.parts
  return { ...now.value, parts }
})
const says = (part: 'before' | 'now'): string => {
  const content = part === 'before' ? spec.content : bench.content(spec.id)
  if (content?.kind === 'dial' || content?.kind === 'colour') return String(content.value)
  return content?.kind === 'wording' ? `“${content.text.slice(0, 40)}”` : ''
}
type Frame = { again: () => void }
const [left, right] = [useTemplateRef<Frame>('left'), useTemplateRef<Frame>('right')]
function again(): void {
  left.value?.again()
  right.value?.again()
}
</script>

<template>
  <v-dialog v-model="open" max-width="1180" aria-label="Try it beside the old one">
    <div class="try-pair" data-testid="try-pair">
      <h2>{{ spec.name }}</h2>
      <div class="two">
        <figure>
          <figcaption>
            As it came <span class="mono">{{ says('before') }}</span>
          </figcaption>
          <StageTryFrame ref="left" :template="template" :pack="before" :name="`${template.name}, as it came`" />
        </figure>
        <figure>
          <figcaption>
            <b>Now</b> <span class="mono">{{ says('now') }}</span>
          </figcaption>
          <StageTryFrame ref="right" :template="template" :pack="now" :name="`${template.name}, as it is now`" />
        </figure>
      </div>
      <div class="acts">
        <span class="soft">Press into one of them to play it.</span>
        <v-btn variant="outlined" data-testid="try-again" @click="again"><BitsIcon name="again" />Both again</v-btn>
        <v-btn color="primary" data-testid="try-done" @click="open = false">Back to the bench</v-btn>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.try-pair {
  background: var(--sheet);
  padding: 16px 18px;
  border-radius: 6px;
  display: grid;
  gap: 12px;
}
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 420px), 1fr));
  gap: 14px;
}
figure {
  margin: 0;
  display: grid;
  gap: 6px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  justify-content: flex-end;
  align-items: center;
  gap: 12px;
}
</style>

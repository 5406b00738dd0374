<script setup lang="ts">
import type { LayoutContent } from '@core/kinds/layout'
import type { PartSpec } from '@core/template/template'
import { useBench } from '~/stores/bench'
import { useNotices } from '~/stores/notices'
import { useOnStage } from '~/stores/on-stage'

/** Where pieces stand at the start: set up on the stage itself, and saved from there. */
const { spec, content } = defineProps<{ spec: PartSpec; content: LayoutContent; compact?: boolean }>()
const bench = useBench()
const notices = useNotices()
const stage = useOnStage()
const tidy = (value: number): number => Math.max(0, Math.min(1, Math.round(value * 1000) / 1000))

async function save(): Promise<void> {
  const pieces = stage.arranged()
  if (pieces === null)
    return notices.warn('Nothing is played by hand on the stage. Switch “By hand” on, and set the pieces up there.')
  const next: LayoutContent = {
    kind: 'layout',
    pieces: pieces.map(({ entry, x, y, mirrored, size }) => ({
      ...{ entry, x: tidy(x), y: tidy(y) },
      ...(mirrored ? { mirrored } : {}),
      ...(size === 1 ? {} : { size }),
    })),
  }
  await bench.act('Save the board as its start', { type: 'set-part', part: spec.id, from: content, content: next })
  notices.say(`${pieces.length} pieces begin where they stand now.`)
}
const forget = () =>
  bench.act('Put all pieces in heaps', {
    ...{ type: 'set-part', part: spec.id, from: content },
    content: { kind: 'layout', pieces: [] },
  })
</script>

<template>
  <div :data-layout="spec.id" class="layout">
    <p class="soft">
      {{
        content.pieces.length === 0
          ? 'Pieces begin in heaps along the lower edge. Move them on the stage to where they belong.'
          : `${content.pieces.length} pieces have a place of their own.`
      }}
    </p>
    <v-btn variant="outlined" block data-act="save-start" @click="save()">Save the stage as the start</v-btn>
    <v-btn v-if="content.pieces.length > 0" variant="text" block data-act="forget-start" @click="forget()"
      >Back into heaps</v-btn
    >
  </div>
</template>

<style scoped>
.layout {
  display: grid;
  gap: 10px;
}
</style>

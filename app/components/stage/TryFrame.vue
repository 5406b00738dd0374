<script setup lang="ts">
import type { Pack } from '@core/pack/pack'
import type { FolderTemplate } from '@core/template/template'
import { onBeforeUnmount, onMounted, useTemplateRef, watch } from 'vue'
import { PAGE_SIZES, useFitting, usePageSize } from '~/composables/foreign-page'
import { makeForeignStage } from '~/composables/foreign-stage'

/** A game that came as a folder with a pack over it, to be played for a moment: nothing of it is kept. */
const { template, pack, name } = defineProps<{ template: FolderTemplate; pack: Pack; name: string }>()
const room = useTemplateRef<HTMLElement>('room')
const frame = useTemplateRef<HTMLIFrameElement>('frame')
const page = usePageSize(() => PAGE_SIZES[pack.stage])
const { style } = useFitting(room, () => page.size.value)
const stage = makeForeignStage(
  () => frame.value,
  (news) => news.is === 'extent' && page.hear(news),
  false,
)
const { view } = stage
watch(() => view.starts, page.begin)
onMounted(() => void stage.start(template, pack))
onBeforeUnmount(() => stage.close())
defineExpose({ again: () => stage.start(template, pack) })
</script>

<template>
  <div ref="room" class="try-frame">
    <iframe
      v-if="view.src"
      :key="view.starts"
      ref="frame"
      :name="view.name"
      :src="view.src"
      :title="name"
      :style="style"
      sandbox="allow-scripts allow-pointer-lock"
      allow="gamepad"
    />
    <p v-if="view.state === 'starting'" class="over" role="status">Starting the game…</p>
    <p v-else-if="view.trouble" class="over" role="alert">{{ view.trouble }}</p>
  </div>
</template>

<style scoped>
.try-frame {
  position: relative;
  aspect-ratio: 16 / 10;
  background: #171b26;
  overflow: hidden;
}
.over {
  position: absolute;
  inset: 40% 8% auto;
  text-align: center;
  color: #f1ebdd;
}
</style>

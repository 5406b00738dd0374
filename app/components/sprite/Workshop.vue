<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { drawingIn } from '@core/kinds'
import { computed, onBeforeUnmount } from 'vue'
import { useBench } from '~/stores/bench'
import { useWorkbench, type Tool } from '~/stores/workbench'

/** Over stage and inspector: a drawing in large, its clips, and one tool at a time. The stage goes on, small. */
const bench = useBench()
const at = useWorkbench()
const NAMES: Record<Tool, string> = {
  frames: 'Clip',
  beside: 'Beside',
  cut: 'Cut',
  clean: 'Clean',
  'line-up': 'Line up',
  stand: 'Stand',
  touch: 'Touch',
  colour: 'Colour',
  size: 'Size',
}
const name = computed(() => drawingIn(bench.content(at.part), at.entry)?.name || (at.spec?.name ?? ''))
/** While a colour is being picked, Escape ends that and not the work. */
function keys(event: KeyboardEvent): void {
  if (event.key !== 'Escape' || at.picking === null) return
  event.stopImmediatePropagation()
  at.picking = null
}
useEventListener('keydown', keys, { capture: true })
onBeforeUnmount(() => {
  at.speed = 0
})
</script>

<template>
  <BenchDeskFrame v-if="at.sprite" :name="name" about="Art workshop" data-testid="workshop">
    <template #head>
      <div class="clips" role="group" aria-label="Clip">
        <button
          v-for="clip in at.clips"
          :key="clip"
          :class="['plain-button', 'chip', { on: clip === at.clipName }]"
          :aria-pressed="clip === at.clipName"
          @click="at.clipName = clip"
        >
          {{ clip }} <span class="soft">{{ at.sprite.clips[clip]!.frames.length }}</span>
        </button>
      </div>
    </template>
    <SpriteCutBoard v-if="at.tool === 'cut'" class="board" />
    <SpriteBoard v-else class="board" />
    <SpriteFilmstrip />
    <template #tools><BitsToolTabs v-model="at.tool" :tools="at.tools" :names="NAMES" /></template>
    <template #beside>
      <SpriteClipTool v-if="at.tool === 'frames' || (at.tool === 'beside' && !at.isTile)" />
      <SpriteBesideTool v-else-if="at.tool === 'beside'" />
      <SpriteCutTool v-else-if="at.tool === 'cut'" />
      <SpriteCleanTool v-else-if="at.tool === 'clean'" />
      <SpriteLineUpTool v-else-if="at.tool === 'line-up'" />
      <SpriteStandTool v-else-if="at.tool === 'stand'" />
      <SpriteTouchTool v-else-if="at.tool === 'touch'" />
      <SpriteColourTool v-else-if="at.tool === 'colour'" />
      <SpriteSizeTool v-else />
    </template>
  </BenchDeskFrame>
</template>

<style scoped>
.clips {
  display: flex;
  gap: 5px;
  flex-wrap: wrap;
}
.chip {
  border: 1px solid var(--rule);
  border-radius: 12px;
  padding: 2px 10px;
  min-height: 28px;
}
.chip.on {
  border: 1.5px solid var(--ink);
  font-weight: 700;
}
.board {
  flex: 1;
  min-height: 0;
}
</style>

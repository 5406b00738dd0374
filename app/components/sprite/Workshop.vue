<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted } from 'vue'
import { useBench } from '~/stores/bench'
import { TOOLS, useWorkbench, type Tool } from '~/stores/workbench'

/** Over stage and inspector: a drawing in large, its clips, and one tool at a time. The stage goes on, small. */
const bench = useBench()
const at = useWorkbench()
const NAMES: Record<Tool, string> = {
  frames: 'Clip',
  cut: 'Cut',
  clean: 'Clean',
  'line-up': 'Line up',
  stand: 'Stand',
  touch: 'Touch',
  colour: 'Colour',
  size: 'Size',
}
const name = computed(() => {
  const content = bench.content(at.part)
  const entry = content?.kind === 'cast' ? content.entries.find((one) => one.id === at.entry) : undefined
  return entry?.name ?? at.spec?.name ?? ''
})
function keys(event: KeyboardEvent): void {
  if (event.key === 'Escape') {
    if (at.picking !== null) at.picking = null
    else at.open = false
  }
}
onMounted(() => window.addEventListener('keydown', keys))
onBeforeUnmount(() => {
  window.removeEventListener('keydown', keys)
  at.speed = 0
})
</script>

<template>
  <section v-if="at.sprite" class="workshop" :aria-label="`Art workshop: ${name}`" data-testid="workshop">
    <header>
      <h2>{{ name }}</h2>
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
      <span class="gap" />
      <v-btn color="primary" @click="at.open = false">Done</v-btn>
    </header>
    <SpriteCutBoard v-if="at.tool === 'cut'" class="board" />
    <SpriteBoard v-else class="board" />
    <aside>
      <div class="window" aria-hidden="true" />
      <nav aria-label="Tools">
        <button
          v-for="tool in TOOLS"
          :key="tool"
          :class="['plain-button', 'tool', { on: tool === at.tool }]"
          :aria-pressed="tool === at.tool"
          @click="at.tool = tool"
        >
          {{ NAMES[tool] }}
        </button>
      </nav>
      <div class="panel">
        <SpriteClipTool v-if="at.tool === 'frames'" />
        <SpriteCutTool v-else-if="at.tool === 'cut'" />
        <SpriteCleanTool v-else-if="at.tool === 'clean'" />
        <SpriteLineUpTool v-else-if="at.tool === 'line-up'" />
        <SpriteStandTool v-else-if="at.tool === 'stand'" />
        <SpriteTouchTool v-else-if="at.tool === 'touch'" />
        <SpriteColourTool v-else-if="at.tool === 'colour'" />
        <SpriteSizeTool v-else />
      </div>
    </aside>
    <SpriteFilmstrip class="strip" />
  </section>
</template>

<style scoped>
.workshop {
  display: grid;
  grid-template: auto minmax(0, 1fr) auto / minmax(0, 1fr) 332px;
  background: var(--sheet);
  min-width: 0;
  min-height: 0;
}
header {
  grid-column: 1 / -1;
  display: flex;
  align-items: center;
  gap: 14px;
  padding: 8px 12px 8px 16px;
  border-bottom: 1px dashed var(--soft);
}
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
.gap {
  flex: 1;
}
.board {
  grid-column: 1;
  grid-row: 2;
}
aside {
  grid-column: 2;
  grid-row: 2 / 4;
  display: flex;
  flex-direction: column;
  border-left: 1px solid var(--rule);
  min-height: 0;
}
/* The running stage is laid over this. */
.window {
  height: 214px;
  flex: none;
}
nav {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  border-block: 1px solid var(--rule);
}
.tool {
  text-align: center;
  min-height: 36px;
  border-right: 1px solid var(--rule);
  border-bottom: 1px solid var(--rule);
  font-weight: 600;
}
.tool.on {
  background: var(--ink);
  color: var(--sheet);
}
.panel {
  flex: 1;
  overflow-y: auto;
  padding: 14px 16px;
  display: flex;
  flex-direction: column;
  gap: 12px;
}
.strip {
  grid-column: 1;
  grid-row: 3;
}
</style>

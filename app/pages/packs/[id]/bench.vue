<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, useTemplateRef } from 'vue'
import type { Stage } from '~/composables/stage'
import { useBench } from '~/stores/bench'

const bench = useBench()
const stage = shallowRef<Stage | null>(null)
const picking = ref(true)
const shapes = ref(false)
const phone = ref(false)
const inspector = useTemplateRef<{ replace: () => void }>('inspector')
const drawer = useTemplateRef<{ focus: () => void }>('drawer')

const order = computed(() => bench.template?.parts.map((spec) => spec.id) ?? [])
function beside(by: number): void {
  const at = order.value.indexOf(bench.selected.part)
  const next = order.value[(at + by + order.value.length) % order.value.length]
  if (next !== undefined) bench.select(next)
}

const ACTS: Record<string, () => void> = {
  p: () => {
    picking.value = !picking.value
  },
  ' ': () => stage.value?.toggle(),
  '.': () => stage.value?.stepOnce(),
  ',': () => stage.value?.stepBack(),
  b: () => {
    if (stage.value !== null) stage.value.view.before = true
  },
  '[': () => beside(-1),
  ']': () => beside(1),
  r: () => inspector.value?.replace(),
  d: () => drawer.value?.focus(),
  s: () => {
    shapes.value = !shapes.value
  },
}

function down(event: KeyboardEvent): void {
  const target = event.target as HTMLElement
  if (
    event.ctrlKey ||
    event.metaKey ||
    event.altKey ||
    /^(input|textarea|select)$/i.test(target.tagName) ||
    target.isContentEditable
  )
    return
  // Space presses a focused button, and D runs right while somebody plays on the stage.
  if (event.key === ' ' && /^(button|a)$/i.test(target.tagName)) return
  if (event.key.toLowerCase() === 'd' && target.tagName === 'CANVAS' && stage.value?.view.auto === false) return
  const act = ACTS[event.key.toLowerCase()]
  if (act === undefined) return
  event.preventDefault()
  act()
}
function up(event: KeyboardEvent): void {
  if (event.key.toLowerCase() === 'b' && stage.value !== null) stage.value.view.before = false
}
onMounted(() => {
  window.addEventListener('keydown', down)
  window.addEventListener('keyup', up)
})
onBeforeUnmount(() => {
  window.removeEventListener('keydown', down)
  window.removeEventListener('keyup', up)
})

function ready(made: Stage): void {
  stage.value = made
}
</script>

<template>
  <main class="bench">
    <h1 class="sr-only">Swap the parts of {{ bench.pack?.label.title || 'the game' }}</h1>
    <div class="upper">
      <BenchPartsList class="left" />
      <div class="middle">
        <div :class="['stage-room', { phone }]">
          <StageLiveStage :phone="phone" :shapes="shapes" :picking="picking" @ready="ready" />
        </div>
        <template v-if="stage">
          <StageBar
            :stage="stage"
            :picking="picking"
            :shapes="shapes"
            :phone="phone"
            @pick="picking = !picking"
            @shapes="shapes = !shapes"
            @phone="phone = !phone"
          />
          <StageRewind :stage="stage" />
          <p class="soft before" role="status">
            {{
              stage.view.before
                ? 'The template’s content, on the very same moment'
                : 'Drop a picture or a sound on a thing on the stage, or on its part. Press ? for all keys.'
            }}
          </p>
        </template>
      </div>
      <Inspector ref="inspector" class="right" @drawer="drawer?.focus()" />
    </div>
    <Drawer ref="drawer" />
  </main>
</template>

<style scoped>
.bench {
  display: flex;
  flex-direction: column;
}
.upper {
  display: grid;
  grid-template-columns: 256px minmax(0, 1fr) 316px;
  flex: 1;
  min-height: 0;
}
.middle {
  display: flex;
  flex-direction: column;
  gap: 8px;
  padding: 10px 14px;
  background: var(--desk);
  min-height: 0;
  min-width: 0;
  align-items: stretch;
}
.stage-room {
  flex: 0 1 auto;
  min-height: 0;
  padding: 7px;
  display: grid;
  place-items: center;
}
.stage-room :deep(.stage) {
  max-width: calc((100vh - 56px - 134px - 140px) * 1.6);
}
.stage-room.phone {
  height: calc(100vh - 56px - 134px - 140px);
}
.left,
.right {
  min-height: 0;
  overflow: hidden;
}
.right {
  overflow-y: auto;
}
.before {
  text-align: center;
  font-size: 13px;
}
@media (max-width: 1160px) {
  .upper {
    grid-template-columns: 226px minmax(0, 1fr) 290px;
  }
}
</style>

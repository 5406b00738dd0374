<script setup lang="ts">
import { LEAST_SPACES, MOST_SPACES } from '@core/kinds/way'
import { SHAPES } from '@core/pack/way'
import { useEventListener } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { useWay } from '~/stores/way'

/** Where a way is laid over its picture: how it lies, what its spaces do, and how rounds on it go. */
const way = useWay()
const tool = ref<'move' | 'stroke' | 'add'>('move')
const heat = ref(true)
onMounted(() => (way.looked = true))
onBeforeUnmount(() => (way.looked = false))

const TOOLS = [
  { id: 'move', name: 'Move', key: 'M', does: 'Drag a space to where it belongs' },
  { id: 'stroke', name: 'One stroke', key: 'S', does: 'Draw the way from the start to home' },
  { id: 'add', name: 'One by one', key: 'O', does: 'Press where a space is to be added to the way' },
] as const
const NAMES = { ring: 'Ring', snake: 'Snake', spiral: 'Spiral' } as const
const byKey: Record<string, () => unknown> = {
  m: () => (tool.value = 'move'),
  s: () => (tool.value = 'stroke'),
  o: () => (tool.value = 'add'),
  e: () => way.even(),
  h: () => (heat.value = !heat.value),
  '[': () => (way.chosen = Math.max(0, way.at - 1)),
  ']': () => (way.chosen = Math.min(way.count - 1, way.at + 1)),
}
useEventListener('keydown', (event: KeyboardEvent) => {
  const target = event.target as HTMLElement
  if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return
  if (/^(input|textarea|select)$/i.test(target.tagName)) return
  const act = byKey[event.key.toLowerCase()]
  if (act === undefined) return
  event.preventDefault()
  act()
})

const effects = computed(() => way.spaces.filter(({ effect }) => effect !== undefined).length)
const empty = computed(
  () => way.spaces.filter(({ text, picture, effect }) => !text && picture === undefined && effect === undefined).length,
)
const longest = computed(() => Math.max(60, ...way.rounds.map(({ seconds }) => seconds)))
const time = (seconds: number): string =>
  seconds < 90 ? `${Math.round(seconds)} s` : `${(seconds / 60).toFixed(1)} min`
</script>

<template>
  <BenchDeskFrame :name="way.spec?.name ?? ''" about="Lay it over the picture">
    <template #head>
      <span class="soft facts">{{ way.count }} spaces, {{ effects }} with an effect, {{ empty }} empty</span>
    </template>
    <div class="bar">
      <div class="tools" role="radiogroup" aria-label="Tools">
        <button
          v-for="one in TOOLS"
          :key="one.id"
          type="button"
          role="radio"
          :aria-checked="tool === one.id"
          :class="['plain-button', 'tool', { on: tool === one.id }]"
          :title="one.does"
          :data-tool="one.id"
          @click="tool = one.id"
        >
          {{ one.name }}<kbd>{{ one.key }}</kbd>
        </button>
      </div>
      <div class="tools" role="group" aria-label="Lay it as">
        <button
          v-for="shape in SHAPES"
          :key="shape"
          type="button"
          class="plain-button tool"
          :data-shape="shape"
          @click="way.lay(shape)"
        >
          {{ NAMES[shape] }}
        </button>
      </div>
      <label class="count"
        >Spaces
        <input
          v-typed="way.count"
          type="number"
          :min="LEAST_SPACES"
          :max="MOST_SPACES"
          data-testid="way-count"
          @change="way.setCount(($event.target as HTMLInputElement).valueAsNumber)"
        />
      </label>
      <button type="button" class="link" data-act="even" @click="way.even()">Even out (E)</button>
    </div>
    <WayBoard :tool="tool" :heat="heat" @stroked="tool = 'move'" />
    <div class="tried">
      <div class="rounds" role="group" aria-label="How long a round takes">
        <b>A round takes</b>
        <p v-if="way.rounds.length === 0" class="soft" role="status">Playing a hundred rounds…</p>
        <div
          v-for="one in way.rounds"
          :key="one.sides"
          :class="['round', { stale: !way.fresh }]"
          :data-sides="one.sides"
        >
          <span>{{ one.sides }} tokens</span>
          <span class="long" aria-hidden="true"><i :style="{ width: `${(one.seconds / longest) * 100}%` }" /></span>
          <span class="mono">{{ time(one.seconds) }}</span>
        </div>
      </div>
      <v-checkbox v-model="heat" label="Where tokens stop (H)" density="compact" hide-details data-act="heat" />
      <p class="soft keys">
        <kbd>[</kbd> <kbd>]</kbd> before, after · <kbd>Alt</kbd> arrows move · <kbd>Ins</kbd> one more ·
        <kbd>Del</kbd> take out
      </p>
    </div>
    <template #beside><WaySpacePanel /></template>
  </BenchDeskFrame>
</template>

<style scoped>
.facts {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.bar {
  flex: none;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 10px;
  align-items: center;
  padding: 8px 10px;
}
.tools {
  display: flex;
  gap: 4px;
}
.tool {
  padding: 6px 8px;
  border-radius: 4px;
  border: 1px solid var(--rule);
  white-space: nowrap;
}
.tool kbd {
  margin-left: 6px;
}
.tool.on {
  background: var(--ink);
  color: var(--sheet);
}
.count input {
  width: 58px;
  margin-left: 6px;
  padding: 4px 8px;
  border: 1px solid var(--soft);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
}
.tried {
  flex: none;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 24px;
  align-items: center;
  padding: 8px 14px;
  border-top: 1px dashed var(--soft);
}
.rounds {
  display: grid;
  gap: 2px;
  min-width: 300px;
}
.round {
  display: grid;
  grid-template-columns: 70px 1fr 62px;
  gap: 10px;
  align-items: center;
  font-size: 13.5px;
}
.round.stale {
  opacity: 0.5;
}
.long {
  height: 8px;
  background: var(--rule);
}
.long i {
  display: block;
  height: 100%;
  background: var(--teal);
}
.keys {
  flex: 1 1 260px;
  font-size: 13px;
}
</style>

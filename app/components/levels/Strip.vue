<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue'
import type { Stage } from '~/composables/stage'
import { useLevels } from '~/stores/levels'
import { useBench } from '~/stores/bench'

/** The levels of the game in their order: one listbox of stamps, and what can be done with the one at hand. */
const { stage } = defineProps<{ stage: Stage | null }>()
const bench = useBench()
const levels = useLevels()
const strip = useTemplateRef<HTMLElement>('strip')
const naming = ref('')
const name = ref('')
const dragged = ref('')
onMounted(() => {
  levels.watchers++
  void focusAt(bench.level)
})
onBeforeUnmount(() => levels.watchers--)

const most = computed(() => bench.base?.levels?.most ?? 1)
const rows = computed(() =>
  bench.levels.length === 0 ? [{ id: '', name: bench.pack?.label.title || 'The game' }] : bench.levels,
)
const full = computed(() => bench.levels.length >= most.value)
const isAt = (id: string): boolean => id === bench.level
const percent = (share: number) => `${Math.round(share * 100)} %`
const css = (share: number) => `${share * 100}%`

/** A level on the stage, at its start, until somebody runs it. */
function show(id: string): void {
  bench.goToLevel(id)
  if (stage === null) return
  stage.showLevel(bench.levelIndex, true)
  stage.setRunning(false)
}
function play(id: string): void {
  bench.goToLevel(id)
  stage?.showLevel(bench.levelIndex, true)
  stage?.setRunning(true)
}
async function focusAt(id: string): Promise<void> {
  await nextTick()
  const found = strip.value?.querySelector<HTMLElement>(`[data-level="${id}"]`)
  found?.focus()
  found?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
}
async function add(copyOf?: string): Promise<void> {
  const id = await levels.add(copyOf)
  if (id !== '') await focusAt(id)
}
async function move(by: number): Promise<void> {
  const { level } = bench
  await levels.move(level, bench.levelIndex + by)
  await focusAt(level)
}
async function remove(): Promise<void> {
  await levels.remove(bench.level)
  await focusAt(bench.level)
}
function rename(id: string): void {
  if (id === '') return
  naming.value = id
  name.value = bench.levels.find((one) => one.id === id)?.name ?? ''
  void nextTick(() => strip.value?.querySelector('input')?.select())
}
async function named(): Promise<void> {
  const id = naming.value
  naming.value = ''
  if (id === '') return
  await levels.rename(id, name.value)
  await focusAt(id)
}
function key(event: KeyboardEvent, id: string): void {
  if (naming.value !== '') return
  const at = rows.value.findIndex((row) => row.id === id)
  const to = (index: number) => {
    const next = rows.value[Math.max(0, Math.min(rows.value.length - 1, index))]!
    show(next.id)
    void focusAt(next.id)
  }
  const acts: Record<string, () => void> = {
    ArrowLeft: () => (event.altKey ? void move(-1) : to(at - 1)),
    ArrowRight: () => (event.altKey ? void move(1) : to(at + 1)),
    Home: () => to(0),
    End: () => to(rows.value.length - 1),
    Enter: () => play(id),
    F2: () => rename(id),
    Delete: () => bench.levels.length > 1 && void remove(),
  }
  const digit = /^[1-9]$/.test(event.key) ? () => to(Number(event.key) - 1) : undefined
  const act = acts[event.key] ?? digit
  if (act === undefined) return
  event.preventDefault()
  event.stopPropagation()
  act()
}
function dropped(event: DragEvent, onto: string): void {
  const to = bench.levels.findIndex(({ id }) => id === onto)
  if (dragged.value !== '' && to >= 0) void levels.move(dragged.value, to)
  dragged.value = ''
  event.preventDefault()
}
/** The stage goes on into the next level by itself: the one that is seen is the one at hand. */
watch(
  () => stage?.view.level,
  (index) => {
    const seen = index === undefined ? undefined : bench.levels[index]
    if (seen !== undefined && seen.id !== bench.level && stage?.view.running === true) bench.goToLevel(seen.id)
  },
)
defineExpose({ focus: () => focusAt(bench.level) })
</script>

<template>
  <section class="levels" aria-label="Levels">
    <div class="acts">
      <p v-if="bench.levels.length === 0" class="soft">
        One level so far. A second one may have its own backdrop, things, goal and music.
      </p>
      <p v-else class="soft">Bar: who wins it in the dry run, first try to expert; the tick is an average player.</p>
      <div class="row">
        <v-btn color="primary" size="small" data-act="play-level" @click="play(bench.level)"
          ><BitsIcon name="play" :size="16" />Play level {{ bench.levelIndex + 1 }}</v-btn
        >
        <v-btn v-if="bench.levels.length > 0" variant="text" size="small" :disabled="full" @click="add(bench.level)"
          ><BitsIcon name="twin" :size="16" />Copy</v-btn
        >
        <v-btn
          v-if="bench.levels.length > 1"
          icon
          variant="text"
          size="small"
          aria-label="Take this level out"
          @click="remove()"
          ><BitsIcon name="bin" :size="17"
        /></v-btn>
      </div>
    </div>
    <div ref="strip" class="stamps" role="listbox" aria-label="Levels" aria-orientation="horizontal">
      <div
        v-for="(row, i) in rows"
        :key="row.id"
        :class="['level', { here: isAt(row.id), over: dragged !== '' }]"
        role="option"
        :tabindex="isAt(row.id) ? 0 : -1"
        :aria-selected="isAt(row.id)"
        :data-level="row.id"
        :draggable="row.id !== ''"
        @click="show(row.id)"
        @dblclick="rename(row.id)"
        @keydown="key($event, row.id)"
        @dragstart="dragged = row.id"
        @dragover.prevent
        @drop="dropped($event, row.id)"
        @dragend="dragged = ''"
      >
        <span class="shot">
          <img v-if="levels.pictures[row.id]" :src="levels.pictures[row.id]" alt="" draggable="false" />
          <span v-else class="paper">{{ i + 1 }}</span>
        </span>
        <input
          v-if="naming === row.id && row.id !== ''"
          v-model="name"
          maxlength="60"
          :aria-label="`Name of level ${i + 1}`"
          @keydown.enter.stop="named()"
          @keydown.escape.stop="naming = ''"
          @blur="named()"
          @click.stop
        />
        <span v-else class="name"
          ><b>{{ i + 1 }}</b> {{ row.name }}</span
        >
        <span class="soft fact">{{ levels.goals[i] }}</span>
        <span v-if="bench.lacks.length > 0" class="bar bad" :title="bench.lacks.map(({ say }) => say).join(' ')"
          >will not start</span
        >
        <span v-else-if="levels.running?.level === row.id" class="bar soft"
          ><span class="going" />{{ levels.running.done }} of {{ levels.running.of }} tries</span
        >
        <span
          v-else-if="levels.forecast[row.id]"
          :class="['bar', { stale: levels.isStale(i) }]"
          :title="`An average player wins ${percent(levels.forecast[row.id]!.average)}${levels.isStale(i) ? ' (before your last change)' : ''}`"
        >
          <span class="track"
            ><span
              class="span"
              :style="{
                left: css(levels.forecast[row.id]!.low),
                width: css(levels.forecast[row.id]!.high - levels.forecast[row.id]!.low),
              }" /><span class="tick" :style="{ left: css(levels.forecast[row.id]!.average) }"
          /></span>
          <span :class="['mono', { bad: levels.forecast[row.id]!.high === 0 }]">{{
            levels.forecast[row.id]!.high === 0 ? 'nobody' : percent(levels.forecast[row.id]!.average)
          }}</span>
        </span>
        <span v-else class="bar soft">not run yet</span>
      </div>
    </div>
    <button class="plain-button add" :disabled="full" data-act="add-level" @click="add()">
      <BitsIcon name="plus" /><b>Add</b>
      <span class="soft">{{ full ? `${most} at most` : 'as all have it' }}</span>
    </button>
  </section>
</template>

<style scoped>
.levels {
  display: flex;
  gap: 14px;
  height: 134px;
  padding: 8px 16px;
}
.acts {
  width: 250px;
  flex: none;
  display: flex;
  flex-direction: column;
  justify-content: space-between;
  font-size: 12.5px;
}
.row {
  display: flex;
  align-items: center;
  gap: 2px;
}
.stamps {
  display: flex;
  gap: 10px;
  min-width: 0;
  overflow-x: auto;
  padding: 2px;
}
.level {
  position: relative;
  flex: none;
  width: 128px;
  display: flex;
  flex-direction: column;
  gap: 1px;
  padding: 5px 6px 4px;
  background: var(--sheet);
  border: 1.5px dotted var(--soft);
  border-radius: 3px;
  cursor: grab;
  font-size: 12.5px;
  line-height: 1.25;
}
.level.here {
  border: 2px solid var(--teal);
  padding: 4.5px 5.5px 3.5px;
}
.shot {
  height: 50px;
  overflow: hidden;
  background: var(--desk);
  display: grid;
  place-items: center;
}
.shot img {
  width: 100%;
  height: 100%;
  object-fit: cover;
  display: block;
}
.paper {
  font: 700 20px var(--read);
  color: var(--soft);
}
.name,
.fact {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.name b {
  color: var(--teal);
}
.level input {
  width: 100%;
  min-width: 0;
  font: inherit;
  border: 1px solid var(--teal);
  background: var(--sheet);
  color: var(--ink);
}
.bar {
  display: flex;
  align-items: center;
  gap: 6px;
  font-size: 12px;
}
.track {
  position: relative;
  flex: 1;
  height: 2px;
  background: var(--rule);
}
.span {
  position: absolute;
  top: -3px;
  height: 8px;
  min-width: 2px;
  background: var(--kraft);
}
.tick {
  position: absolute;
  top: -5px;
  width: 2px;
  height: 12px;
  background: var(--ink);
}
.stale {
  opacity: 0.5;
}
.going {
  flex: 1;
  border-top: 2px dashed var(--kraft);
}
.bad {
  color: var(--vermilion);
  font-weight: 700;
}
.add {
  flex: none;
  width: 92px;
  display: grid;
  place-items: center;
  align-content: center;
  gap: 2px;
  border: 1.5px dashed var(--soft);
  border-radius: 3px;
  font-size: 12.5px;
}
.add:disabled {
  opacity: 0.6;
}
</style>

<script setup lang="ts">
import { ALIGNMENTS, type Alignment } from '@core/pack/course-choice'
import { computed } from 'vue'
import { useBench } from '~/stores/bench'
import { useCourse } from '~/stores/course'
import { useDesk } from '~/stores/desk'

/** What can be done with what is picked: one thing, several, or a box of cells. */
const course = useCourse()
const bench = useBench()
const desk = useDesk()
const one = computed(() => course.single)
const several = computed(() => course.pickedThings.length > 1)
const together = computed(() => course.pickedThings.some(({ group }) => group !== undefined))
const copyable = computed(() => course.pickedThings.length > 0 || course.chosen.area !== null)
const LINES: Record<Alignment, string> = {
  left: 'At the left one',
  middle: 'In the middle',
  right: 'At the right one',
  level: 'On one level',
  apart: 'Evenly apart',
}
const goes = computed(() => one.value !== null && course.goes(one.value))
async function setStop(index: number, axis: 'x' | 'y', event: Event): Promise<void> {
  const value = Number((event.target as HTMLInputElement).value)
  const stop = one.value?.path?.[index]
  if (stop === undefined || !Number.isFinite(value) || value < -20 || value > 420) return
  await course.moveStop(index, { ...stop, [axis]: value })
}
async function setSeconds(event: Event): Promise<void> {
  const value = Number((event.target as HTMLInputElement).value)
  if (one.value !== null && value >= 0.2 && value <= 120)
    await course.setPath(one.value.path ?? [], 'Time of a way', value)
}
async function begin(): Promise<void> {
  const last = one.value?.path?.at(-1) ?? one.value
  if (last) await course.endAt({ x: last.x + 3, y: last.y })
}
/** The entry itself, with its art and numbers, in the inspector. */
function open(): void {
  const { part, entry } = one.value!
  desk.open = ''
  bench.select(course.partHere(part), entry)
}
</script>

<template>
  <div class="picked" data-testid="picked">
    <p v-if="course.startPicked && !copyable" class="soft">
      Where a play begins. Drag it, or move it with Alt and the arrow keys.
    </p>
    <p v-else class="soft">
      Drag it, with Alt for a copy and Shift for one way only. Alt and the arrow keys move it, with Shift by quarters.
    </p>
    <template v-if="goes">
      <h4>Its way</h4>
      <p v-if="!one!.path" class="soft">It goes its usual way.</p>
      <ol v-else class="stops">
        <li v-for="(stop, i) in one!.path" :key="i" :class="{ on: i === course.stop }">
          <button type="button" class="plain-button number" :aria-label="`Stop ${i + 1}`" @click="course.stop = i">
            {{ i + 1 }}
          </button>
          <input
            v-typed="stop.x"
            type="number"
            step="0.5"
            :aria-label="`Stop ${i + 1}, column`"
            @change="setStop(i, 'x', $event)"
          />
          <input
            v-typed="stop.y"
            type="number"
            step="0.5"
            :aria-label="`Stop ${i + 1}, row`"
            @change="setStop(i, 'y', $event)"
          />
          <button
            type="button"
            class="plain-button"
            :aria-label="`Take out stop ${i + 1}`"
            @click="course.removeStop(i)"
          >
            <BitsIcon name="close" />
          </button>
        </li>
      </ol>
      <div class="row">
        <v-btn variant="outlined" size="small" data-act="add-stop" @click="begin()">{{
          one!.path ? 'One more stop' : 'Draw its way'
        }}</v-btn>
        <label class="time"
          >Seconds
          <input
            v-typed="one!.seconds ?? 2.5"
            type="number"
            min="0.2"
            max="120"
            step="0.1"
            data-act="way-seconds"
            @change="setSeconds"
        /></label>
      </div>
      <p v-if="one!.path" class="soft">Drag a stop; press the line for one more. N puts one at the cell in hand.</p>
    </template>
    <div v-if="copyable" class="row">
      <v-btn variant="outlined" size="small" data-act="mirror" @click="course.mirror()">Mirror (M)</v-btn>
      <v-btn variant="outlined" size="small" data-act="copy-right" @click="course.copyBy(course.chosen.area?.w ?? 2, 0)"
        >Copy beside it</v-btn
      >
      <v-btn variant="outlined" size="small" data-act="remove-thing" @click="course.removeChoice()">Take it out</v-btn>
    </div>
    <div v-if="one" class="row">
      <v-btn variant="text" size="small" data-act="forward" @click="course.order('front')">To the front</v-btn>
      <v-btn variant="text" size="small" data-act="backward" @click="course.order('back')">To the back</v-btn>
      <v-btn variant="text" size="small" data-act="open-entry" @click="open()">Its art and numbers</v-btn>
    </div>
    <template v-if="several">
      <h4>Set in a line</h4>
      <div class="row">
        <v-btn
          v-for="how in ALIGNMENTS"
          :key="how"
          variant="outlined"
          size="small"
          :data-align="how"
          @click="course.align(how)"
          >{{ LINES[how] }}</v-btn
        >
      </div>
      <v-btn variant="outlined" size="small" data-act="group" @click="course.group(!together)">{{
        together ? 'Take them apart' : 'Keep them together'
      }}</v-btn>
    </template>
  </div>
</template>

<style scoped>
.picked {
  display: grid;
  gap: 8px;
  justify-items: start;
}
.picked p {
  margin: 0;
}
h4 {
  margin: 2px 0 -4px;
  font-size: 14px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.stops {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
.stops li {
  display: flex;
  gap: 6px;
  align-items: center;
}
.number {
  display: grid;
  place-items: center;
  padding: 0;
  width: 26px;
  height: 26px;
  border-radius: 50%;
  border: 2px solid var(--ink);
  font-weight: 700;
}
.on .number {
  background: var(--ink);
  color: var(--sheet);
}
input[type='number'] {
  width: 76px;
  padding: 4px 7px;
  border: 1px solid var(--soft);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
}
.time {
  font-size: 13px;
}
</style>

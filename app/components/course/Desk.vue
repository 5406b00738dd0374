<script setup lang="ts">
import type { Setup } from '@core/game/setup'
import type { Point } from '@core/game/types'
import { courseFromCsv, courseToCsv } from '@core/parcel/course-csv'
import { cutOff, LAYERS, sizeOf } from '@core/pack/course'
import { decodeTable } from '@core/wording/table'
import { useEventListener } from '@vueuse/core'
import { computed, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { areFrames } from '~/composables/dropped'
import { download, fileWord } from '~/composables/download'
import { useBench } from '~/stores/bench'
import { COURSE_TOOLS, useCourse, type CourseTool } from '~/stores/course'
import type { Bringing } from '~/stores/incoming'
import { useNotices } from '~/stores/notices'
import { useSwap } from '~/stores/swap'
import type { Trail } from './board-ink'
import CourseBoard from './Board.vue'

/** Where a course is laid: the board, the tray of tiles and things, and what there is to say about it. */
const bench = useBench()
const course = useCourse()
const notices = useNotices()
const swap = useSwap()
const reach = ref(true)
const arcs = ref(true)
const board = useTemplateRef<InstanceType<typeof CourseBoard>>('board')
/** A play from a place of the course, and what the last one left. */
const run = shallowRef<{ setup: Setup; auto: boolean } | null>(null)
const trail = shallowRef<Trail | null>(null)
const csv = useTemplateRef<HTMLInputElement>('csv')

const NAMES: Record<CourseTool, { name: string; key: string; does: string }> = {
  paint: { name: 'Paint', key: 'T', does: 'Lays the tile in hand' },
  erase: { name: 'Erase', key: 'E', does: 'Takes tiles out' },
  fill: { name: 'Fill', key: 'F', does: 'Lays all cells that hang together and are alike' },
  place: { name: 'Place', key: 'L', does: 'Puts the thing in hand there' },
  pick: { name: 'Pick', key: 'P', does: 'Takes things, the start, or a box of cells' },
}
const byKey = Object.fromEntries(COURSE_TOOLS.map((tool) => [NAMES[tool].key.toLowerCase(), tool]))
useEventListener('keydown', (event: KeyboardEvent) => {
  const target = event.target as HTMLElement
  if (run.value !== null || event.defaultPrevented) return
  if (event.ctrlKey || event.metaKey || event.altKey || /^(input|textarea|select)$/i.test(target.tagName)) return
  const key = event.key.toLowerCase()
  if (key === 'h') reach.value = !reach.value
  else if (key === 'j') arcs.value = !arcs.value
  else if (byKey[key] !== undefined && course.tools.includes(byKey[key])) course.tool = byKey[key]
  else if (['1', '2', '3'].includes(key)) course.layer = LAYERS[Number(key) - 1]!
  else return
  event.preventDefault()
})

const size = computed(() => (course.content === null ? { w: 0, h: 0 } : sizeOf(course.content)))
const MEANS: Record<string, string> = { solid: 'solid', 'one-way': 'from above', open: 'only seen', harmful: 'harms' }
const surfaceOf = (entry: Record<string, unknown>): string => MEANS[String(entry['surface'])] ?? ''

function takeTile(id: string): void {
  course.tile = id
  if (course.tool === 'place' || course.tool === 'pick') course.tool = 'paint'
  board.value?.focus()
}
function takeThing(part: string, entry: string): void {
  course.thing = { part, entry }
  course.tool = 'place'
  board.value?.focus()
}
const wide = ref<number | ''>('')
const high = ref<number | ''>('')
const wanted = computed(() => ({ w: wide.value || size.value.w, h: high.value || size.value.h }))
const lost = computed(() => (course.kept === null ? 0 : cutOff(course.kept, wanted.value.w, wanted.value.h)))
async function resize(): Promise<void> {
  await course.resize(wanted.value.w, wanted.value.h)
  wide.value = high.value = ''
}

function takeOut(): void {
  if (course.kept === null) return
  download(courseToCsv(course.kept), `${fileWord(bench.pack?.label.title ?? '')}-course.csv`, 'text/csv')
}
async function takeIn(): Promise<void> {
  const file = csv.value?.files?.[0]
  if (file === undefined) return
  try {
    const text = decodeTable(file.name, new Uint8Array(await file.arrayBuffer()))
    await course.take(
      courseFromCsv(
        text,
        file.name,
        course.tiles.map(({ id }) => id),
        (part, entry) => course.things.some((one) => one.part === part && one.entry.id === entry),
      ),
    )
    notices.say(`“${file.name}” is the course now. Undo brings the other one back.`)
  } catch (error) {
    notices.warn(error instanceof Error ? error.message : String(error))
  }
  csv.value!.value = ''
}
function runFrom(start: Point | undefined, auto: boolean): void {
  const setup = course.setupFrom(start ?? course.content!.start)
  if (setup !== null) run.value = { setup, auto }
}
function runOver(left: Trail): void {
  run.value = null
  trail.value = left
  board.value?.focus()
}
// A trail is of the level it was run in.
watch(
  () => course.spec?.id,
  () => (trail.value = null),
)
const atCursor = (): Point => ({ x: course.cursor.x + 0.5, y: course.cursor.y + 1 })

/** A picture dropped on a thing is its new art; dropped beside all things it is a new one, standing there. */
async function dropped(what: Bringing[], at: Point, on: string): Promise<void> {
  const thing = course.content?.things.find(({ id }) => id === on)
  if (!areFrames(what)) return notices.warn('Drop one picture at a time here; many go on the list of parts.')
  if (thing !== undefined) return void (await swap.put(what, course.partHere(thing.part), thing.entry))
  const decor = course.spec?.course?.decor
  if (decor === undefined) return notices.warn(`“${what[0]!.name}” was let go beside all things. Drop it on one.`)
  const before = new Set(course.things.map(({ entry }) => entry.id))
  if (!(await swap.put(what, course.partHere(decor)))) return
  const made = course.things.find((one) => one.part === decor && !before.has(one.entry.id))
  if (made === undefined) return
  course.thing = { part: decor, entry: made.entry.id }
  course.tool = 'pick'
  const inside = (value: number, most: number) => Math.max(0, Math.min(most - 1, Math.floor(value)))
  await course.place({ x: inside(at.x, size.value.w), y: inside(at.y, size.value.h) }, at)
}

const gapSaid = computed(() => {
  const gap = course.explored?.gap ?? null
  if (gap === null) return ''
  const across = gap.wide === 0 ? '' : `${gap.wide} ${gap.wide === 1 ? 'cell' : 'cells'} across`
  const up = gap.high > 0 ? `${gap.high} up` : gap.high < 0 ? `${-gap.high} down` : ''
  return `The way breaks off at column ${gap.from.x + 1}, row ${gap.from.y + 1}: ${[across, up].filter(Boolean).join(' and ') || 'something is in the way'}.`
})
const said = computed(() => {
  const found = course.explored
  if (found === null) return 'Working out where one gets to…'
  const gone = found.lost.length
  if (!found.leads) return 'Nobody gets from the start to a way out.'
  return gone === 0
    ? 'One gets to everything, and to the way out.'
    : `One gets to the way out. Nobody gets to ${gone} ${gone === 1 ? 'thing' : 'things'}: crossed out.`
})
</script>

<template>
  <BenchDeskFrame :name="course.spec?.name ?? ''" about="Lay it out">
    <template #head>
      <div class="tools" role="radiogroup" aria-label="Tools">
        <button
          v-for="one in course.tools"
          :key="one"
          type="button"
          role="radio"
          :aria-checked="course.tool === one"
          :class="['plain-button', 'tool', { on: course.tool === one }]"
          :title="NAMES[one].does"
          :data-tool="one"
          @click="course.tool = one"
        >
          {{ NAMES[one].name }}<kbd>{{ NAMES[one].key }}</kbd>
        </button>
      </div>
    </template>
    <CourseBoard
      ref="board"
      :reach="reach"
      :arcs="arcs"
      :trail="trail"
      @run="runFrom($event, false)"
      @dropped="dropped"
    >
      <CourseRun v-if="run" :setup="run.setup" :auto="run.auto" @over="runOver" />
    </CourseBoard>
    <div class="tray" aria-label="Tiles and things" :inert="run !== null">
      <div v-if="course.can.lay" class="group" role="group" aria-label="Tiles">
        <button
          v-for="one in course.tiles"
          :key="one.id"
          :class="['plain-button', 'piece', { on: course.tool !== 'place' && course.tile === one.id }]"
          :data-tile="one.id"
          @click="takeTile(one.id)"
        >
          <span class="drawing checker"><BitsFrameView :sprite="one.sprite" /></span>
          <b>{{ one.name }}</b><span class="soft">{{ surfaceOf(one) }}</span>
        </button>
      </div>
      <div v-if="course.can.place" class="group" role="group" aria-label="Things">
        <button
          v-for="one in course.things"
          :key="`${one.part} ${one.entry.id}`"
          :class="['plain-button', 'piece', { on: course.tool === 'place' && course.thing.entry === one.entry.id }]"
          :data-thing="one.entry.id"
          @click="takeThing(one.part, one.entry.id)"
        >
          <span class="drawing checker"><BitsFrameView :sprite="one.entry.sprite" /></span>
          <b>{{ one.entry.name }}</b><span class="soft">{{ one.of.toLowerCase() }}</span>
        </button>
      </div>
    </div>
    <template #beside>
      <template v-if="course.can.explore">
        <h3>Where one gets to</h3>
        <p
          role="status"
          data-testid="reach-said"
          :data-fresh="course.fresh"
          :class="{ bad: course.explored && !course.explored.leads }"
        >
          {{ said }}
        </p>
        <template v-if="gapSaid !== ''">
          <p data-testid="gap-said">{{ gapSaid }}</p>
          <v-btn
            v-if="course.explored!.gap!.mend.length > 0"
            color="primary"
            variant="flat"
            size="small"
            :disabled="!course.fresh"
            data-act="mend"
            @click="course.mend()"
            >{{ course.explored!.gap!.tile === '' ? 'Open it as pencilled' : 'Lay it as pencilled' }}</v-btn
          >
        </template>
        <div class="row">
          <v-checkbox v-model="reach" label="Reach (H)" density="compact" hide-details data-act="reach" />
          <v-checkbox v-model="arcs" label="Jumps (J)" density="compact" hide-details data-act="arcs" />
        </div>
        <div class="row">
          <v-btn variant="outlined" size="small" data-act="run-here" @click="runFrom(atCursor(), false)"
            >Run from the cell (G)</v-btn
          >
          <v-btn variant="outlined" size="small" data-act="watch-try" @click="runFrom(undefined, true)"
            >Watch a try</v-btn
          >
          <v-btn v-if="trail" variant="text" size="small" data-act="trail-off" @click="trail = null"
            >Wipe the trail</v-btn
          >
        </div>
      </template>
      <p v-else>{{ course.spec?.about }}</p>
      <template v-if="course.nameOfChoice !== ''">
        <h3>{{ course.nameOfChoice.replace(/^./, (first) => first.toUpperCase()) }}</h3>
        <CoursePicked />
      </template>
      <template v-if="course.can.lay && course.can.start">
        <h3>Layers</h3>
        <CourseLayers />
      </template>
      <template v-if="board">
        <h3>All of it</h3>
        <CourseMap :view="board.view" :seen="board.seen" @go="board?.goTo($event)" />
      </template>
      <h3>Size</h3>
      <div class="size">
        <label
          >Cells wide <input v-model.number="wide" type="number" min="4" max="400" :placeholder="`${size.w}`"
        /></label>
        <label
          >Cells high <input v-model.number="high" type="number" min="4" max="60" :placeholder="`${size.h}`"
        /></label>
      </div>
      <p v-if="lost > 0" class="bad">
        That cuts off {{ lost }} {{ lost === 1 ? 'thing or tile' : 'things and tiles' }}.
      </p>
      <v-btn
        variant="outlined"
        size="small"
        :disabled="wanted.w === size.w && wanted.h === size.h"
        data-act="resize-course"
        @click="resize()"
        >Make it so</v-btn
      >
      <h3>As a table</h3>
      <div class="row">
        <v-btn variant="outlined" size="small" data-act="csv-out" @click="takeOut()">Take out (CSV)</v-btn>
        <v-btn variant="outlined" size="small" data-act="csv-in" @click="csv?.click()">Take in…</v-btn>
        <input
          ref="csv"
          type="file"
          accept=".csv,.tsv,.txt,text/csv"
          hidden
          data-testid="csv-file"
          @change="takeIn()"
        />
      </div>
    </template>
  </BenchDeskFrame>
</template>

<style scoped>
.tools {
  display: flex;
  gap: 4px;
}
.tool {
  padding: 7px 11px;
  border-radius: 4px;
  border: 1px solid var(--rule);
}
.tool kbd {
  margin-left: 7px;
}
.tool.on {
  background: var(--ink);
  color: var(--sheet);
}
.tray {
  flex: none;
  display: flex;
  gap: 18px;
  padding: 8px 12px;
  overflow-x: auto;
  border-top: 1px dashed var(--soft);
}
.group {
  display: flex;
  gap: 6px;
}
.piece {
  width: 86px;
  flex: none;
  display: grid;
  justify-items: center;
  gap: 1px;
  padding: 5px 3px 4px;
  border: 1.5px solid transparent;
  border-radius: 4px;
  font-size: 12.5px;
  line-height: 1.25;
}
.piece b,
.piece .soft {
  max-width: 100%;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.piece.on {
  border-color: var(--teal);
  background: var(--sheet);
}
.drawing {
  width: 44px;
  height: 44px;
  display: grid;
  place-items: center;
}
h3 {
  margin: 4px 0 -6px;
}
.size,
.row {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
.size label {
  display: grid;
  gap: 2px;
  font-size: 13px;
}
.size input {
  width: 96px;
  padding: 5px 8px;
  border: 1px solid var(--soft);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
}
.bad {
  color: var(--vermilion);
  font-weight: 700;
}
</style>

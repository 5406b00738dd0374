<script setup lang="ts">
import { courseFromCsv, courseToCsv } from '@core/parcel/course-csv'
import { cutOff, sizeOf } from '@core/pack/course'
import { decodeTable } from '@core/wording/table'
import { useEventListener } from '@vueuse/core'
import { computed, ref, useTemplateRef } from 'vue'
import { download, fileWord } from '~/composables/download'
import { useBench } from '~/stores/bench'
import { COURSE_TOOLS, useCourse, type CourseTool } from '~/stores/course'
import { useNotices } from '~/stores/notices'

/** Where a course is laid: the board, the tray of tiles and things, and what there is to say about it. */
const bench = useBench()
const course = useCourse()
const notices = useNotices()
const reach = ref(true)
const board = useTemplateRef<{ focus: () => void }>('board')
const csv = useTemplateRef<HTMLInputElement>('csv')

const NAMES: Record<CourseTool, { name: string; key: string; does: string }> = {
  paint: { name: 'Paint', key: 'T', does: 'Lays the tile in hand' },
  erase: { name: 'Erase', key: 'E', does: 'Takes tiles out' },
  fill: { name: 'Fill', key: 'F', does: 'Lays all cells that hang together and are alike' },
  place: { name: 'Place', key: 'L', does: 'Puts the thing in hand there' },
  pick: { name: 'Pick', key: 'P', does: 'Takes a thing, or the start, to move it' },
}
const LAYER_NAMES = [
  { id: 'back', name: 'Behind' },
  { id: 'play', name: 'Play' },
  { id: 'front', name: 'Before' },
] as const
const byKey = Object.fromEntries(COURSE_TOOLS.map((tool) => [NAMES[tool].key.toLowerCase(), tool]))
useEventListener('keydown', (event: KeyboardEvent) => {
  const target = event.target as HTMLElement
  if (event.ctrlKey || event.metaKey || event.altKey || /^(input|textarea|select)$/i.test(target.tagName)) return
  const key = event.key.toLowerCase()
  if (key === 'h') reach.value = !reach.value
  else if (byKey[key] !== undefined) course.tool = byKey[key]
  else if (['1', '2', '3'].includes(key)) course.layer = LAYER_NAMES[Number(key) - 1]!.id
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
  <BenchDeskFrame name="The course" about="Lay the course">
    <template #head>
      <div class="tools" role="radiogroup" aria-label="Tools">
        <button
          v-for="one in COURSE_TOOLS"
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
    <CourseBoard ref="board" :reach="reach" />
    <div class="tray" aria-label="Tiles and things">
      <div class="group" role="group" aria-label="Tiles">
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
      <div class="group" role="group" aria-label="Things">
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
      <h3>Layer</h3>
      <BitsChoiceRow v-model="course.layer" :options="LAYER_NAMES" label="Layer" />
      <h3>Where one gets to</h3>
      <v-checkbox v-model="reach" label="Show it, hatched (H)" density="compact" hide-details data-act="reach" />
      <p
        role="status"
        data-testid="reach-said"
        :data-fresh="course.fresh"
        :class="{ bad: course.explored && !course.explored.leads }"
      >
        {{ said }}
      </p>
      <template v-if="course.picked !== ''">
        <h3>
          {{
            course.picked === 'start'
              ? 'The start'
              : course.nameOf(course.content!.things.find((one) => one.id === course.picked) ?? { part: '', entry: '' })
          }}
        </h3>
        <p class="soft">Drag it, or move it with Alt and the arrow keys; with Shift by quarters.</p>
        <v-btn
          v-if="course.picked !== 'start'"
          variant="outlined"
          size="small"
          data-act="remove-thing"
          @click="course.remove(course.picked)"
          >Take it out</v-btn
        >
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

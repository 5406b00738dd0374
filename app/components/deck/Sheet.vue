<script setup lang="ts">
import { isEmpty } from '@core/game/deck'
import { textIn } from '@core/pack/deck'
import { MOST_LETTERS } from '@core/kinds/deck'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { bringingsOf } from '~/composables/dropped'
import { useBench } from '~/stores/bench'
import { useDeck, type Spot } from '~/stores/deck'

/**
 * The rows of a deck as a sheet: a cell in hand, written in place, many picked with Shift, files dropped on cells. One
 * component of over 400 lines, since keys, pointer and what is written in place are one hand on one grid.
 */
const emit = defineEmits<{ files: [number]; find: [] }>()
const at = useDeck()
const bench = useBench()
const grid = useTemplateRef<HTMLElement>('grid')
const scroller = useTemplateRef<{ scrollToIndex(i: number): void }>('scroller')
const editing = ref(false)
const words = ref('')
const over = ref<Spot | null>(null)

const heads = computed(() =>
  at.columns.map((column) => ({
    column,
    tags: at.sheet.filter((one) => one.column.id === column.id).map(({ tag }) => tag),
  })),
)
const nameOf = (tag: string): string =>
  tag === '' ? (bench.pack?.language.name ?? '') : (at.languages.find((one) => one.tag === tag)?.name ?? tag)
const layout = computed(() => `46px repeat(${at.sheet.length}, minmax(132px, 1fr)) 124px`)
const least = computed(() => `${46 + at.sheet.length * 132 + 124}px`)

const isHere = (row: number, column: number): boolean => at.spot.row === row && at.spot.column === column
const isPicked = (row: number, column: number): boolean => {
  const { from, to } = at.picked
  return row >= from.row && row <= to.row && column >= from.column && column <= to.column
}
const isRowPicked = (row: number): boolean => row >= at.picked.from.row && row <= at.picked.to.row

/** What a cell without anything asks for. */
const asks = (column: number): string => {
  const [first, second] = at.sheet[column]!.column.holds.map(
    (one) => ({ text: 'words', link: 'link' })[one as 'text'] ?? one,
  )
  return second === undefined ? first! : `${first} or ${second}`
}
const fileName = (hash: string | undefined): string =>
  hash === undefined ? '' : (bench.facts(hash)?.source.file.split('/').pop() ?? '')

interface Mark {
  say: string
  to: number
}
function markOf(row: number): Mark | null {
  const mark = at.marks[row]
  if (mark === undefined) return null
  const { lacks, same } = mark
  if (lacks.length > 0)
    return { say: `no ${at.columns.find(({ id }) => id === lacks[0])?.name.toLowerCase() ?? ''}`, to: row }
  return same < 0 ? null : { say: `same as ${same + 1}`, to: same }
}
const isBad = (row: number, column: string): boolean => at.marks[row]?.lacks.includes(column) === true

async function reveal(): Promise<void> {
  await nextTick()
  const shownAt = at.shown.indexOf(at.spot.row)
  const cell = grid.value?.querySelector(`[data-cell="${at.spot.row} ${at.spot.column}"]`)
  if (cell === null || cell === undefined) scroller.value?.scrollToIndex(Math.max(0, shownAt))
  else cell.scrollIntoView({ block: 'nearest', inline: 'nearest' })
}
/** Along the rows that are shown: a filter leaves some out. */
function step(rows: number, columns: number, stretch = false): void {
  const now = at.shown.indexOf(at.spot.row)
  const next = at.shown[Math.max(0, Math.min(at.shown.length - 1, now + rows))] ?? at.spot.row
  at.go(next, at.spot.column + columns, stretch)
  void reveal()
}
function next(back: boolean): void {
  const last = at.sheet.length - 1
  if (back ? at.spot.column > 0 : at.spot.column < last) return step(0, back ? -1 : 1)
  const rows = back ? -1 : 1
  const now = at.shown.indexOf(at.spot.row)
  if (at.shown[now + rows] === undefined) return
  at.go(at.shown[now + rows]!, back ? last : 0)
  void reveal()
}

const holdsText = computed(() => {
  const holds = at.sheet[at.spot.column]?.column.holds ?? []
  return holds.includes('text') || holds.includes('link')
})
async function edit(with_?: string): Promise<void> {
  if (!holdsText.value) return
  words.value = with_ ?? textIn(at.cellAt(at.spot.row, at.spot.column), at.sheet[at.spot.column]!.tag)
  editing.value = true
  await nextTick()
  const input = grid.value?.querySelector<HTMLTextAreaElement>('textarea')
  input?.focus()
  input?.setSelectionRange(words.value.length, words.value.length)
}
async function done(keep: boolean): Promise<void> {
  if (!editing.value) return
  editing.value = false
  const { row, column } = at.spot
  if (keep) await at.write(row, column, words.value)
}
function inCell(event: KeyboardEvent): void {
  event.stopPropagation()
  if (event.isComposing) return
  if (event.key === 'Escape') {
    event.preventDefault()
    void done(false)
    grid.value?.focus()
  } else if (event.key === 'Enter' && !event.altKey) {
    event.preventDefault()
    void done(true).then(() => step(event.shiftKey ? -1 : 1, 0))
    grid.value?.focus()
  } else if (event.key === 'Tab') {
    event.preventDefault()
    void done(true).then(() => next(event.shiftKey))
    grid.value?.focus()
  } else if (event.key === 'Enter') words.value += '\n'
}

const ARROWS: Record<string, [number, number]> = {
  ...{ ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] },
  ...{ PageUp: [-10, 0], PageDown: [10, 0] },
}
function keys(event: KeyboardEvent): void {
  if (editing.value || event.isComposing) return
  const { key } = event
  const command = event.ctrlKey || event.metaKey
  const by = ARROWS[key]
  const took = (): void => {
    event.preventDefault()
    event.stopPropagation()
  }
  if (event.altKey && (key === 'ArrowUp' || key === 'ArrowDown')) {
    took()
    void at.move(key === 'ArrowUp' ? -1 : 1).then(reveal)
  } else if (by !== undefined && !event.altKey) {
    took()
    if (command) step(by[0] * at.shown.length, by[1] * at.sheet.length, event.shiftKey)
    else step(by[0], by[1], event.shiftKey)
  } else if (key === 'Enter') {
    took()
    step(event.shiftKey ? -1 : 1, 0)
  } else if (key === 'Tab') {
    // Out of the sheet at its ends, so that nobody is caught in it.
    const first = at.spot.row === at.shown[0] && at.spot.column === 0
    const last = at.spot.row === at.shown.at(-1) && at.spot.column === at.sheet.length - 1
    if (event.shiftKey ? first : last) return
    took()
    next(event.shiftKey)
  } else if (key === 'F2') {
    took()
    void edit()
  } else if (key === 'Delete' || key === 'Backspace') {
    took()
    void at.clearPicked()
  } else if (command && key.toLowerCase() === 'd') {
    took()
    void at.fillDown()
  } else if (command && key.toLowerCase() === 'f') {
    took()
    emit('find')
  } else if (command && key.toLowerCase() === 'a') {
    took()
    at.anchor = { row: 0, column: 0 }
    at.go(at.content.rows.length - 1, at.sheet.length - 1, true)
  } else if (key.length === 1 && !command && !event.altKey) {
    took()
    void edit(key)
  }
}
function press(event: MouseEvent, row: number, column: number): void {
  if (isHere(row, column) && editing.value) return
  void done(true)
  at.go(row, column, event.shiftKey)
  grid.value?.focus({ preventScroll: true })
}
function pressRow(event: MouseEvent, row: number): void {
  void done(true)
  if (!event.shiftKey) at.anchor = { row, column: 0 }
  at.go(row, at.sheet.length - 1, true)
  grid.value?.focus({ preventScroll: true })
}
async function dropped(event: DragEvent, row: number, column: number): Promise<void> {
  over.value = null
  const what = await bringingsOf(event.dataTransfer)
  if (what.length === 0) return
  at.go(row, column)
  if (what.length === 1) await at.put(what[0]!, row, column)
  else {
    at.intoColumn = at.sheet[column]!.column.id
    await at.offer(what)
  }
}
// Another filter shows other rows: the one in hand stays where it is shown.
watch(
  () => at.only,
  () => at.go(at.shown[0] ?? 0, 0),
)
defineExpose({ focus: () => grid.value?.focus({ preventScroll: true }), reveal })
</script>

<template>
  <div class="across">
    <div
      ref="grid"
      class="sheet"
      role="grid"
      tabindex="0"
      aria-label="Rows of the deck"
      :aria-rowcount="at.shown.length + 1"
      :aria-colcount="at.sheet.length"
      :aria-activedescendant="`cell-${at.spot.row}-${at.spot.column}`"
      data-testid="deck-sheet"
      :data-spot="`${at.spot.row} ${at.spot.column}`"
      :style="{ minWidth: least }"
      @keydown="keys"
    >
      <div class="heads" role="row" :style="{ gridTemplateColumns: layout }">
        <span role="columnheader"><span class="sr-only">Row</span></span>
        <template v-for="head in heads" :key="head.column.id">
          <span
            v-for="tag in head.tags"
            :key="tag"
            role="columnheader"
            :class="['head', { split: tag !== '' }]"
            :title="head.column.needed ? 'Each row needs it' : 'May stay empty'"
          >
            <b v-if="tag === ''">{{ head.column.name }}</b>
            <span v-if="head.tags.length > 1" class="soft">{{ nameOf(tag) }}</span>
            <span v-else class="soft">{{
              head.column.holds.map((one) => (one === 'text' ? 'word' : one)).join(', ')
            }}</span>
          </span>
        </template>
        <span role="columnheader"><span class="sr-only">What is missing</span></span>
      </div>
      <v-virtual-scroll ref="scroller" :items="at.shown" :item-height="52" class="rows">
        <template #default="{ item: row }">
          <div
            :key="row"
            role="row"
            :class="['row', { double: (at.marks[row]?.same ?? -1) >= 0, here: at.spot.row === row }]"
            :style="{ gridTemplateColumns: layout }"
            :aria-rowindex="row + 2"
            :data-row="row"
          >
            <button
              type="button"
              tabindex="-1"
              role="rowheader"
              :class="['plain-button', 'number', { on: isRowPicked(row) }]"
              :aria-label="`Row ${row + 1}`"
              @click="pressRow($event, row)"
            >
              {{ row < at.content.rows.length ? row + 1 : '+' }}
            </button>
            <div
              v-for="(to, column) in at.sheet"
              :id="`cell-${row}-${column}`"
              :key="`${to.column.id} ${to.tag}`"
              role="gridcell"
              :data-cell="`${row} ${column}`"
              :aria-selected="isPicked(row, column)"
              :class="[
                'cell',
                {
                  picked: isPicked(row, column),
                  spot: isHere(row, column),
                  bad: isBad(row, to.column.id) && to.tag === '',
                  over: over?.row === row && over.column === column,
                },
              ]"
              @mousedown.left="press($event, row, column)"
              @dblclick="edit()"
              @dragenter.prevent="over = { row, column }"
              @dragover.prevent
              @drop.prevent.stop="dropped($event, row, column)"
            >
              <textarea
                v-if="editing && isHere(row, column)"
                v-model="words"
                :maxlength="MOST_LETTERS"
                rows="2"
                dir="auto"
                :aria-label="`${to.column.name}, row ${row + 1}`"
                @keydown="inCell"
                @blur="done(true)"
              />
              <template v-else-if="isEmpty(at.content.rows[row]?.cells[to.column.id]) && to.tag === ''">
                <button
                  v-if="
                    isHere(row, column) && (to.column.holds.includes('picture') || to.column.holds.includes('sound'))
                  "
                  type="button"
                  class="link"
                  data-act="cell-file"
                  @click.stop="emit('files', column)"
                >
                  file…
                </button>
                <span v-else class="soft asks">{{ asks(column) }}</span>
              </template>
              <template v-else>
                <span v-if="to.tag === '' && at.content.rows[row]?.cells[to.column.id]?.picture" class="thumb checker">
                  <BitsPictureView
                    :asset="at.content.rows[row]!.cells[to.column.id]!.picture!"
                    fit="contain"
                    :crisp="at.content.rows[row]!.cells[to.column.id]!.crisp === true"
                    :template="bench.template ?? undefined"
                  />
                </span>
                <span v-if="to.tag === '' && at.content.rows[row]?.cells[to.column.id]?.sound" class="thumb wave">
                  <BitsWave
                    :asset="at.content.rows[row]!.cells[to.column.id]!.sound!"
                    :template="bench.template ?? undefined"
                    small
                  />
                </span>
                <span
                  v-if="textIn(at.content.rows[row]?.cells[to.column.id], to.tag) !== ''"
                  dir="auto"
                  class="words"
                  >{{ textIn(at.content.rows[row]?.cells[to.column.id], to.tag) }}</span
                >
                <span v-else-if="to.tag !== ''" dir="auto" class="words soft">{{
                  textIn(at.content.rows[row]?.cells[to.column.id], '')
                }}</span>
                <span v-else class="words soft">{{
                  fileName(
                    at.content.rows[row]?.cells[to.column.id]?.picture ??
                      at.content.rows[row]?.cells[to.column.id]?.sound,
                  )
                }}</span>
              </template>
            </div>
            <span class="mark">
              <button
                v-if="markOf(row) !== null"
                type="button"
                tabindex="-1"
                :class="['plain-button', { same: markOf(row)!.to !== row }]"
                @click="(at.go(markOf(row)!.to, 0), reveal())"
              >
                {{ markOf(row)!.say }}
              </button>
            </span>
          </div>
        </template>
      </v-virtual-scroll>
    </div>
  </div>
</template>

<style scoped>
.across {
  flex: 1;
  min-height: 0;
  overflow-x: auto;
}
.sheet {
  height: 100%;
  display: flex;
  flex-direction: column;
}
.sheet:focus {
  outline: none;
}
.heads,
.row {
  display: grid;
}
.heads {
  padding-right: 10px;
  border-bottom: 1.5px solid var(--ink);
}
.head {
  padding: 8px 9px 5px;
  display: grid;
  align-content: end;
  line-height: 1.25;
}
.head .soft {
  font-weight: 400;
  font-size: 13px;
}
.head.split {
  border-left: 1px solid var(--rule);
}
.rows {
  flex: 1;
  min-height: 0;
}
.row {
  height: 52px;
  border-bottom: 1px solid var(--rule);
}
.row.double {
  background: repeating-linear-gradient(135deg, transparent 0 9px, var(--sun-wash) 9px 12px);
}
.number {
  color: var(--soft);
  font-family: var(--mono);
  text-align: right;
  padding: 0 10px;
  border-radius: 0;
}
.number.on {
  background: var(--teal);
  color: var(--on-teal);
}
.cell {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 3px 9px;
  border-left: 1px solid var(--rule);
  min-width: 0;
  cursor: cell;
}
.cell.picked {
  background: var(--teal-wash);
}
.cell.bad {
  background: repeating-linear-gradient(135deg, transparent 0 7px, var(--vermilion-wash) 7px 10px);
}
.cell.over {
  outline: 2px dashed var(--teal);
  outline-offset: -3px;
}
.cell.spot {
  outline: 1.5px solid var(--soft);
  outline-offset: -1.5px;
}
.sheet:focus-within .cell.spot {
  outline: 2.5px solid var(--teal);
  outline-offset: -2.5px;
}
.words {
  flex: 1;
  min-width: 0;
  line-height: 1.3;
  max-height: 2.6em;
  overflow: hidden;
  white-space: pre-line;
  overflow-wrap: anywhere;
}
.asks {
  opacity: 0;
}
.bad .asks,
.row:last-child .asks,
.cell:hover .asks {
  opacity: 1;
}
.thumb {
  flex: none;
  width: 42px;
  height: 40px;
  display: grid;
  place-items: center;
}
.thumb :deep(img),
.thumb :deep(canvas) {
  max-width: 100%;
  max-height: 100%;
}
textarea {
  flex: 1;
  height: 44px;
  resize: none;
  border: none;
  outline: none;
  background: transparent;
  color: var(--ink);
  font: inherit;
  line-height: 1.3;
}
.mark {
  display: grid;
  align-items: center;
  padding: 0 8px;
  border-left: 1px solid var(--rule);
}
.mark button {
  color: var(--vermilion);
  font-weight: 700;
  text-align: left;
  padding: 4px 2px;
  line-height: 1.2;
}
.mark button.same {
  color: var(--sun);
}
</style>

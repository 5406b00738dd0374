<script setup lang="ts">
import { UserError } from '@core/errors'
import { deckFromCsv, deckToCsv } from '@core/parcel/deck-csv'
import { hasHeads } from '@core/pack/deck'
import { decodeTable, writeCells } from '@core/wording/table'
import { computed, onMounted, ref, useTemplateRef } from 'vue'
import { tableOfClipboard } from '~/composables/clipboard-table'
import { download, fileWord } from '~/composables/download'
import { bringingsOf } from '~/composables/dropped'
import { useBench } from '~/stores/bench'
import { useDeck, type RowFilter } from '~/stores/deck'
import { fromFile } from '~/composables/dropped-files'
import { useNotices } from '~/stores/notices'

/** The desk of a deck: its rows as a sheet, what a play needs of them, and all ways in and out. */
const at = useDeck()
const bench = useBench()
const notices = useNotices()
const sheet = useTemplateRef<{ focus(): void; reveal(): void }>('sheet')
const files = useTemplateRef<{ open(): void }>('files')
const csv = useTemplateRef<HTMLInputElement>('csv')
const one = useTemplateRef<HTMLInputElement>('one')
const finder = useTemplateRef<{ focus(): void }>('finder')
/** The drawer lies open at the foot: a piece that is pressed or dropped goes into a cell. */
const drawer = ref(false)
/** A table that was taken in and may have its heads in the first row. */
const asked = ref<string[][] | null>(null)
/** What the first row of a table says that was taken by the order of its columns; empty where nobody is asked. */
const strangeHeads = ref('')
onMounted(() => {
  at.go(0, 0)
  sheet.value?.focus()
})

const FILTERS: readonly { id: RowFilter; name: string; count: () => number }[] = [
  { id: 'all', name: 'All', count: () => at.content.rows.length },
  { id: 'half', name: 'Half empty', count: () => at.found.half.length },
  { id: 'double', name: 'Double', count: () => at.found.double.length },
  { id: 'missing', name: 'Not in all languages', count: () => at.found.missing.length },
]
const filters = computed(() => FILTERS.filter(({ id, count }) => id === 'all' || count() > 0 || at.only === id))
const textColumns = computed(
  () =>
    at.sheet.filter(({ column, tag }) => tag === '' && column.holds.some((one) => one === 'text' || one === 'link'))
      .length,
)

/** The bench takes pasted files for the part in hand: on this desk they go into the cell. */
async function pasted(event: ClipboardEvent): Promise<void> {
  const inField = /^(input|textarea)$/i.test((event.target as HTMLElement).tagName)
  const data = event.clipboardData
  if (data === null) return
  const given = [...data.files].map(fromFile)
  if (given.length === 0 && inField && !/[\t\n]/.test(data.getData('text/plain').trimEnd())) return
  if (inField && (event.target as HTMLElement).closest('[role=gridcell]') === null) return
  event.preventDefault()
  event.stopPropagation()
  if (given.length > 0 && data.getData('text/html') === '')
    return void (await at.put(given[0]!, at.spot.row, at.spot.column))
  await tried(async () => take(tableOfClipboard(data, textColumns.value)))
}
async function pasteByButton(): Promise<void> {
  const items = await navigator.clipboard.read().catch(() => null)
  if (items === null)
    return notices.warn('The browser does not let this page read the clipboard. Press Ctrl V in the sheet instead.')
  const read = async (type: string) => {
    const item = items.find(({ types }) => types.includes(type))
    return item === undefined ? '' : (await item.getType(type)).text()
  }
  const [html, plain] = [await read('text/html'), await read('text/plain')]
  await tried(async () =>
    take(tableOfClipboard({ getData: (type) => (type === 'text/html' ? html : plain) }, textColumns.value)),
  )
}
async function take(table: string[][]): Promise<void> {
  if (table.length === 0) return notices.warn('There is nothing in the clipboard that could be a row.')
  if (table.length > 1 && hasHeads(table, at.columns) && at.picked.from.column === 0) asked.value = table
  else await lay(table)
}
async function lay(table: string[][]): Promise<void> {
  asked.value = null
  await at.lay(table)
  sheet.value?.focus()
  sheet.value?.reveal()
}
async function tried(work: () => Promise<void>): Promise<void> {
  try {
    await work()
  } catch (error) {
    if (!(error instanceof UserError)) throw error
    notices.warn(error.message)
  }
}
function copied(event: ClipboardEvent): void {
  if (/^(input|textarea)$/i.test((event.target as HTMLElement).tagName)) return
  event.preventDefault()
  event.clipboardData?.setData('text/plain', writeCells(at.pickedTable()))
}
async function copyByButton(): Promise<void> {
  const ok = await navigator.clipboard.writeText(writeCells(at.pickedTable())).then(
    () => true,
    () => false,
  )
  if (ok) notices.say('The cells are in the clipboard.')
  else notices.warn('The browser does not let this page write to the clipboard. Press Ctrl C in the sheet instead.')
}

const fileNames = computed(() => {
  const names = new Map<string, string>()
  for (const [hash, { source }] of Object.entries({ ...bench.pack?.assets })) names.set(source.file, hash)
  for (const [hash, { facts }] of Object.entries(bench.template?.assets ?? {})) names.set(facts.source.file, hash)
  return names
})
function takeOut(): void {
  const nameOf = (hash: string) => bench.facts(hash)?.source.file ?? ''
  const name = `${fileWord(bench.pack?.label.title ?? '')}-${fileWord(at.spec?.name ?? 'deck')}.csv`
  download(deckToCsv(at.content, at.columns, at.tags, nameOf), name, 'text/csv')
}
async function takeIn(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file === undefined) return
  await tried(async () => {
    const text = decodeTable(file.name, new Uint8Array(await file.arrayBuffer()))
    const missing = await takeTable(text, file.name)
    at.go(0, 0)
    if (missing.length > 0)
      notices.warn(
        `${missing.length} files are named that this pack does not have, first “${missing[0]}”. Drop their folder here.`,
      )
  })
}
/** Takes a table in whole; files it names that the pack does not have. One without heads that are known is asked about. */
async function takeTable(text: string, name: string): Promise<string[]> {
  const { deck, missing, heads } = deckFromCsv(text, name, at.columns, at.tags, (file) => fileNames.value.get(file))
  await at.take(deck)
  const cells = Object.values(deck.rows[0]?.cells ?? {}).flatMap(({ text: said }) => said ?? [])
  strangeHeads.value = heads || deck.rows.length < 2 ? '' : cells.slice(0, 3).join(', ')
  return missing
}
async function leaveFirstOut(): Promise<void> {
  strangeHeads.value = ''
  at.go(0, 0)
  await at.remove()
  sheet.value?.focus()
}
async function droppedHere(event: DragEvent): Promise<void> {
  const what = await bringingsOf(event.dataTransfer)
  const table = what.find(({ name }) => /\.(csv|tsv|txt)$/i.test(name))
  if (table !== undefined)
    return tried(async () => {
      await takeTable(decodeTable(table.name, await table.bytes()), table.name)
    })
  if (what.length > 0) await at.offer(what)
}
async function pickedOne(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file !== undefined) await at.put(fromFile(file), at.spot.row, at.spot.column)
  sheet.value?.focus()
}
const here = computed(() => {
  const to = at.sheet[at.spot.column]
  const language = to === undefined || to.tag === '' ? '' : `, ${at.languages.find(({ tag }) => tag === to.tag)?.name}`
  const count = at.pickedRows.length
  if (count > 1) return `${count} rows picked.`
  return `Row ${at.spot.row + 1}, ${to?.column.name.toLowerCase() ?? ''}${language}.`
})
const print = () => window.open(`/packs/${bench.pack!.id}/cards?deck=${at.spec!.id}`, '_blank', 'noopener')
</script>

<template>
  <BenchDeskFrame :name="at.spec?.name ?? 'Deck'" about="Rows of content">
    <template #head>
      <div class="filters" role="group" aria-label="Show">
        <button
          v-for="filter in filters"
          :key="filter.id"
          :class="['plain-button', 'filter', { on: at.only === filter.id }]"
          :aria-pressed="at.only === filter.id"
          :data-filter="filter.id"
          @click="at.only = filter.id"
        >
          {{ filter.name }} {{ filter.count() }}
        </button>
      </div>
    </template>
    <div class="all" @paste="pasted" @copy="copied" @dragover.prevent @drop.prevent="droppedHere">
      <DeckNeed />
      <div v-if="asked" class="ask" role="alertdialog" aria-label="Heads">
        <p>
          The first row says <b>{{ asked[0]!.filter(Boolean).slice(0, 3).join(', ') }}</b>. Are those the names of the
          columns?
        </p>
        <v-btn variant="flat" color="primary" size="small" @click="lay(asked!.slice(1))">Yes, leave it out</v-btn>
        <v-btn variant="outlined" size="small" @click="lay(asked!)">No, it is a row</v-btn>
      </div>
      <div v-else-if="strangeHeads !== ''" class="ask" role="alertdialog" aria-label="Heads">
        <p>
          It was taken in the order of its columns. The first row says <b>{{ strangeHeads }}</b>. Are those only their
          names?
        </p>
        <v-btn variant="flat" color="primary" size="small" data-act="heads-out" @click="leaveFirstOut()"
          >Yes, leave it out</v-btn
        >
        <v-btn variant="outlined" size="small" @click="strangeHeads = ''">No, it is a row</v-btn>
      </div>
      <p v-if="at.content.rows.length === 0" class="empty" data-testid="deck-empty">
        Nothing in it yet. <b>Paste a list, one a line</b>, or cells of a spreadsheet; or write into the first row.
      </p>
      <DeckSheet ref="sheet" @files="one?.click()" @find="finder?.focus()" />
      <p class="keys soft" aria-hidden="true">
        <b>{{ here }}</b>
        <span><kbd>Enter</kbd> next row</span><span><kbd>Ctrl D</kbd> fill down</span
        ><span><kbd>$x^2$</kbd> mathematics</span><span><kbd>Alt ↑</kbd> move the row</span
        ><span><kbd>Esc</kbd> as it was</span>
      </p>
      <div class="ways">
        <span class="soft">In</span>
        <v-btn variant="outlined" size="small" data-act="deck-paste" @click="pasteByButton()">Paste</v-btn>
        <v-btn variant="outlined" size="small" data-act="deck-csv-in" @click="csv?.click()">CSV…</v-btn>
        <v-btn variant="outlined" size="small" @click="files?.open()">Folder…</v-btn>
        <v-btn
          :variant="drawer ? 'flat' : 'outlined'"
          :color="drawer ? 'primary' : undefined"
          size="small"
          :aria-pressed="drawer"
          data-act="deck-drawer"
          @click="drawer = !drawer"
          >Drawer</v-btn
        >
        <span class="soft out">Out</span>
        <v-btn variant="outlined" size="small" data-act="deck-copy" @click="copyByButton()">Copy cells</v-btn>
        <v-btn variant="outlined" size="small" data-act="deck-csv-out" @click="takeOut()">CSV</v-btn>
        <v-btn variant="outlined" size="small" data-act="deck-print" @click="print()">Cards</v-btn>
      </div>
      <Drawer
        v-if="drawer"
        class="strip"
        :take="(what) => at.put(what, at.spot.row, at.spot.column)"
        :takes="`row ${at.spot.row + 1}`"
      />
      <input
        ref="csv"
        type="file"
        accept=".csv,.tsv,.txt,text/csv"
        hidden
        data-testid="deck-csv-file"
        @change="takeIn"
      />
      <input ref="one" type="file" hidden data-testid="deck-cell-file" @change="pickedOne" />
    </div>
    <template #beside>
      <DeckFiles ref="files" />
      <h3>{{ at.pickedRows.length > 1 ? `${at.pickedRows.length} rows` : 'This row' }}</h3>
      <div class="row">
        <v-btn variant="outlined" size="small" data-act="rows-up" @click="at.move(-1)">Up</v-btn>
        <v-btn variant="outlined" size="small" data-act="rows-down" @click="at.move(1)">Down</v-btn>
        <v-btn variant="outlined" size="small" data-act="rows-copy" @click="at.duplicate()">Copy</v-btn>
        <v-btn
          variant="outlined"
          size="small"
          data-act="rows-out"
          :disabled="at.pickedRows.length === 0"
          @click="at.remove()"
          >Take out</v-btn
        >
        <v-btn variant="outlined" size="small" data-act="rows-sort" @click="at.sort(at.spot.column)"
          >Sort all by {{ at.sheet[at.spot.column]?.column.name.toLowerCase() }}</v-btn
        >
      </div>
      <DeckFinder ref="finder" @found="sheet?.reveal()" />
    </template>
  </BenchDeskFrame>
</template>

<style scoped>
.all {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
}
.filters,
.row,
.ways,
.keys {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.filter {
  border: 1px solid var(--rule);
  border-radius: 12px;
  padding: 2px 10px;
  min-height: 28px;
}
.filter.on {
  border: 1.5px solid var(--ink);
  font-weight: 700;
}
.ask {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 8px 16px;
  background: var(--sun-wash);
}
.empty {
  margin: 12px 16px;
  padding: 14px 16px;
  border: 1.5px dashed var(--soft);
  border-radius: 4px;
}
.ask p {
  flex: 1;
  margin: 0;
}
.keys {
  flex: none;
  flex-wrap: nowrap;
  white-space: nowrap;
  overflow: hidden;
  gap: 14px;
  margin: 0;
  padding: 9px 16px;
  border-top: 1px dashed var(--soft);
  font-size: 13px;
}
.strip {
  flex: none;
  height: 132px;
  border-top: 1px dashed var(--soft);
}
.keys b {
  color: var(--ink);
}
.ways {
  flex: none;
  padding: 9px 16px 11px;
  background: var(--paper);
  border-top: 1px dashed var(--soft);
}
.ways .out {
  margin-left: 12px;
}
h3 {
  margin: 4px 0 -6px;
}
</style>

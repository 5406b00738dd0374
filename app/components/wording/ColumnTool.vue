<script setup lang="ts">
import { decodeTable, layColumn, readTable, writeTable } from '@core/wording/table'
import type { GameText } from '@core/wording/texts'
import { computed, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { UserError } from '@core/errors'
import { download, fileWord } from '~/composables/download'
import { useBench } from '~/stores/bench'
import { useNotices } from '~/stores/notices'
import { useWording } from '~/stores/wording'

/** A column from a spreadsheet, pasted or from a file: shown before it is put in, and put in as one step. */
/** The rows of the table as they are shown: a column goes down along these. */
const { shown } = defineProps<{ shown: readonly GameText[] }>()
const at = useWording()
const bench = useBench()
const notices = useNotices()
const picker = useTemplateRef<HTMLInputElement>('picker')
const raw = ref('')
const where = ref(at.tag)
const rows = shallowRef<string[][]>([])
const wrong = ref('')
const fromFile = ref('')

function read(text: string, what: string, pasted: boolean): void {
  wrong.value = ''
  rows.value = []
  if (text.trim() === '') return
  try {
    rows.value = readTable(text, what, pasted)
  } catch (error) {
    if (!(error instanceof UserError)) throw error
    wrong.value = error.message
  }
}
watch(raw, (text) => {
  fromFile.value = ''
  read(text, 'what was pasted', true)
})
async function picked(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file === undefined) return
  raw.value = ''
  try {
    read(decodeTable(file.name, new Uint8Array(await file.arrayBuffer())), `“${file.name}”`, false)
    fromFile.value = file.name
  } catch (error) {
    if (!(error instanceof UserError)) throw error
    wrong.value = error.message
  }
}
const start = computed(() =>
  Math.max(
    0,
    shown.findIndex((one) => one.key === at.key),
  ),
)
const laid = computed(() =>
  layColumn(
    rows.value,
    shown.map((one) => one.key),
    start.value,
  ),
)
const nameOf = (key: string) => at.texts.find((one) => one.key === key)?.name ?? key

async function put(): Promise<void> {
  const { laid: changes } = laid.value
  await at.writeMany(
    `Put in ${changes.length} texts`,
    changes.map(({ key, text }) => ({ key, text: text.slice(0, 2000) })),
    where.value,
  )
  notices.say(`${changes.length} texts are in. Ctrl+Z takes them back.`)
  raw.value = ''
  rows.value = []
  fromFile.value = ''
}
function save(): void {
  const languages = bench.pack?.languages ?? []
  const head = ['id', 'where', 'template', bench.pack?.language.tag ?? 'en', ...languages.map((one) => one.tag)]
  const body = at.texts.map((one) => [
    one.key,
    one.name,
    one.theirs,
    one.text,
    ...languages.map(({ words }) => words[one.key] ?? ''),
  ])
  download(writeTable([head, ...body]), `${fileWord(bench.pack?.label.title ?? '')}-words.csv`, 'text/csv')
}
</script>

<template>
  <p class="soft">
    Copy a column in a spreadsheet and paste it here. It goes down from
    <b>{{ shown[start]?.name ?? 'the first text' }}</b>; empty cells leave what is there.
  </p>
  <textarea
    v-model="raw"
    rows="5"
    aria-label="Column from a spreadsheet"
    data-testid="column"
    placeholder="Paste cells here"
    spellcheck="false"
  />
  <div class="row">
    <v-btn variant="outlined" @click="picker?.click()">A CSV file…</v-btn>
    <v-btn variant="text" @click="save">Save as a table</v-btn>
    <input ref="picker" type="file" accept=".csv,.tsv,.txt,text/*" hidden data-testid="column-file" @change="picked" />
  </div>
  <label v-if="(bench.pack?.languages.length ?? 0) > 0" class="line"
    ><span class="soft">Into</span>
    <select v-model="where">
      <option value="">{{ bench.pack?.language.name }}</option>
      <option v-for="one in bench.pack?.languages" :key="one.tag" :value="one.tag">{{ one.name }}</option>
    </select></label
  >
  <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  <template v-if="laid.laid.length > 0">
    <v-btn color="primary" data-act="put-column" @click="put">Put in {{ laid.laid.length }} texts</v-btn>
    <p class="soft">
      {{ laid.byKey ? 'Matched by their ids.' : 'In the order of the table.'
      }}{{ laid.left > 0 && !laid.byKey ? ` ${laid.left} rows are more than there are texts.` : '' }}
      {{ fromFile }}
    </p>
    <ol class="laid">
      <li v-for="one in laid.laid.slice(0, 60)" :key="one.key">
        <span class="soft">{{ nameOf(one.key) }}</span> {{ one.text }}
      </li>
    </ol>
  </template>
</template>

<style scoped>
textarea {
  font: inherit;
  color: inherit;
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 6px 8px;
  background: var(--sheet);
  resize: vertical;
}
.row {
  display: flex;
  gap: 8px;
}
.line {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
.wrong {
  color: var(--vermilion);
  font-weight: 700;
}
.laid {
  margin: 0;
  padding-left: 24px;
  font-size: 13px;
}
</style>

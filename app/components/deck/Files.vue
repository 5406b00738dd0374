<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'
import { useDeck } from '~/stores/deck'
import { fromFile } from '~/composables/dropped-files'
import { useSwap } from '~/stores/swap'

/** A folder of pictures or sounds goes to the rows: by the words in them, or in order. */
const at = useDeck()
const swap = useSwap()
const folder = useTemplateRef<HTMLInputElement>('folder')
const many = useTemplateRef<HTMLInputElement>('many')
/** Guesses that were turned down. */
const refused = ref<string[]>([])

const sure = computed(() => at.match.matched.filter((one) => one.sure))
const guesses = computed(() => at.match.matched.filter((one) => !one.sure && !refused.value.includes(one.file)))
const left = computed(() => [
  ...at.match.left,
  ...refused.value.filter((file) => at.match.matched.some((one) => one.file === file)),
])
const columns = computed(() =>
  at.columns
    .filter(({ holds }) => holds.includes('picture') || holds.includes('sound'))
    .map(({ id, name }) => ({ id, name })),
)
const short = (file: string): string => file.split('/').pop() ?? file
const wordOf = (row: number): string => {
  const cells = at.content.rows[row]?.cells ?? {}
  return Object.values(cells).find((cell) => (cell.text ?? '') !== '')?.text ?? ''
}
const example = computed(() => sure.value.find(({ row }) => wordOf(row) !== ''))

async function picked(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const list = [...(input.files ?? [])].filter(({ name }) => !name.startsWith('.')).map(fromFile)
  input.value = ''
  refused.value = []
  if (list.length > 0) await at.offer(list)
}
defineExpose({ open: () => folder.value?.click() })
</script>

<template>
  <div class="files">
    <h3>Pictures and sounds</h3>
    <p v-if="at.files === null" class="soft">
      Drop one on a cell, or a whole folder here. A file goes where its name is said: <code>flag-c.png</code> to the row
      with <b>C</b>.
    </p>
    <div class="row">
      <v-btn variant="outlined" size="small" data-act="deck-folder" @click="folder?.click()">A folder…</v-btn>
      <v-btn variant="outlined" size="small" data-act="deck-files" @click="many?.click()">Files…</v-btn>
    </div>
    <input ref="folder" type="file" webkitdirectory hidden data-testid="deck-folder-input" @change="picked" />
    <input
      ref="many"
      type="file"
      multiple
      accept="image/*,.svg,audio/*,.ogg,.opus,.flac"
      hidden
      data-testid="deck-files-input"
      @change="picked"
    />
    <template v-if="at.files !== null">
      <p data-testid="deck-matched">
        {{ at.files.folder }} {{ at.files.list.length }} {{ at.files.list.length === 1 ? 'file' : 'files' }},
        {{ sure.length }} found {{ sure.length === 1 ? 'its row' : 'their rows' }}.
      </p>
      <v-select
        v-if="columns.length > 1"
        v-model="at.intoColumn"
        :items="[{ id: '', name: 'The first that holds them' }, ...columns]"
        item-title="name"
        item-value="id"
        label="Into"
        density="compact"
        hide-details
      />
      <div class="row" role="radiogroup" aria-label="How files find their rows">
        <button
          v-for="one in ['name', 'order'] as const"
          :key="one"
          type="button"
          role="radio"
          :aria-checked="at.how === one"
          :class="['plain-button', 'way', { on: at.how === one }]"
          @click="at.how = one"
        >
          {{ one === 'name' ? 'By name' : 'In order' }}
        </button>
      </div>
      <p v-if="example && at.how === 'name'" class="soft">
        <code>{{ short(example.file) }}</code> goes where the word is <b>{{ wordOf(example.row) }}</b>.
      </p>
      <v-btn
        color="primary"
        variant="flat"
        :disabled="sure.length === 0 || swap.busy !== ''"
        data-act="deck-lay-files"
        @click="at.layFiles(sure)"
        >Put {{ sure.length }} into {{ sure.length === 1 ? 'its row' : 'their rows' }}</v-btn
      >
      <ul v-if="guesses.length > 0">
        <li v-for="one in guesses" :key="one.file">
          <span
            ><code>{{ short(one.file) }}</code
            ><br />row {{ one.row + 1 }}, {{ wordOf(one.row) }} <i class="guess">guess</i></span
          >
          <v-btn variant="outlined" size="small" @click="at.layFiles([one])">Put it there</v-btn>
          <button class="link" @click="refused.push(one.file)">no</button>
        </li>
      </ul>
      <template v-if="left.length > 0">
        <h3>{{ left.length }} found no row</h3>
        <ul>
          <li v-for="file in left.slice(0, 30)" :key="file">
            <code>{{ short(file) }}</code>
            <v-btn variant="outlined" size="small" @click="at.layFiles([], [file])">Add a row</v-btn>
          </li>
        </ul>
        <p v-if="left.length > 30" class="soft">and {{ left.length - 30 }} more</p>
      </template>
      <button class="link" @click="at.files = null">Put the rest away</button>
    </template>
  </div>
</template>

<style scoped>
.files,
ul {
  display: grid;
  gap: 10px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.way {
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 5px 12px;
}
.way.on {
  background: var(--ink);
  color: var(--sheet);
}
ul {
  list-style: none;
  padding: 0;
  margin: 0;
}
li {
  display: flex;
  align-items: center;
  gap: 8px;
  border-bottom: 1px solid var(--rule);
  padding-bottom: 8px;
}
li > :first-child {
  flex: 1;
  min-width: 0;
  overflow-wrap: anywhere;
}
.guess {
  border: 1px dashed var(--soft);
  border-radius: 2px;
  padding: 0 6px;
  font-style: normal;
  color: var(--soft);
}
h3 {
  margin: 0;
}
</style>

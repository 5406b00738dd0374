<script setup lang="ts">
import type { SheetColumn } from '@core/pack/deck'
import { nextTick, ref, useTemplateRef } from 'vue'
import { useDeck } from '~/stores/deck'

/** Finds words in the rows of a deck, and puts others instead. */
const emit = defineEmits<{ found: [] }>()
const at = useDeck()
const field = useTemplateRef<HTMLInputElement>('field')
const [find, by, said] = [ref(''), ref(''), ref('')]

async function replaceAll(): Promise<void> {
  const count = await at.replace(find.value, by.value)
  said.value =
    count === 0 ? `“${find.value}” is nowhere in it.` : `Replaced ${count} ${count === 1 ? 'time' : 'times'}.`
}
/** Goes to the next row that says it, from the cell in hand on. */
function findNext(): void {
  const looked = find.value.toLowerCase()
  const { rows } = at.content
  if (looked === '') return
  for (let n = 1; n <= rows.length; n++) {
    const row = (at.spot.row + n) % rows.length
    const column = at.sheet.findIndex(({ column, tag }: SheetColumn) =>
      ((tag === '' ? rows[row]!.cells[column.id]?.text : rows[row]!.cells[column.id]?.in?.[tag]) ?? '')
        .toLowerCase()
        .includes(looked),
    )
    if (column < 0) continue
    at.go(row, column)
    emit('found')
    said.value = `Row ${row + 1}.`
    return
  }
  said.value = `“${find.value}” is nowhere in it.`
}
async function focus(): Promise<void> {
  await nextTick()
  field.value?.focus()
}
defineExpose({ focus })
</script>

<template>
  <h3>Find</h3>
  <form class="find" @submit.prevent="findNext()">
    <label>Words <input ref="field" v-model="find" data-testid="deck-find" /></label>
    <label>Put instead <input v-model="by" data-testid="deck-by" /></label>
    <div class="row">
      <v-btn type="submit" variant="outlined" size="small" :disabled="find === ''">Next</v-btn>
      <v-btn variant="outlined" size="small" :disabled="find === ''" data-act="deck-replace" @click="replaceAll()"
        >Replace all</v-btn
      >
    </div>
    <p role="status" class="soft">{{ said }}</p>
  </form>
</template>

<style scoped>
h3 {
  margin: 4px 0 -6px;
}
.find {
  display: grid;
  gap: 8px;
}
.find label {
  display: grid;
  gap: 2px;
  font-size: 13px;
}
.find input {
  padding: 5px 8px;
  border: 1px solid var(--soft);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.find p {
  margin: 0;
  min-height: 1.4em;
}
</style>

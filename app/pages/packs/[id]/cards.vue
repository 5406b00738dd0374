<script setup lang="ts">
import { textIn } from '@core/pack/deck'
import { computed, ref } from 'vue'
import { useBench } from '~/stores/bench'

/** A deck as cards on paper, two to three across, to be cut out: for a day without screens. */
const bench = useBench()
const route = useRoute()
const language = ref('')
const deck = computed(() => {
  const spec =
    bench.spec(String(route.query['deck'] ?? '')) ?? bench.shownParts.find(({ content }) => content.kind === 'deck')
  const content = spec === undefined ? undefined : bench.content(spec.id)
  return spec?.deck === undefined || content?.kind !== 'deck'
    ? null
    : { spec, rows: content.rows, columns: spec.deck.columns }
})
/** Each cell that a row needs is a card; what is said beside is small under the last of them. */
const cards = computed(() =>
  (deck.value?.rows ?? []).flatMap((row, i) =>
    deck
      .value!.columns.filter(({ id, needed }) => needed && row.cells[id] !== undefined)
      .map(({ id }) => ({
        key: `${row.id} ${id}`,
        number: i + 1,
        cell: row.cells[id]!,
        // A formula is shown as it was drawn.
        words:
          row.cells[id]!.formula === true ? '' : textIn(row.cells[id], language.value) || textIn(row.cells[id], ''),
      })),
  ),
)
const languages = computed(() => [
  { tag: '', name: bench.pack?.language.name ?? '' },
  ...(bench.pack?.languages ?? []).map(({ tag, name }) => ({ tag, name })),
])
const print = () => window.print()
</script>

<template>
  <main class="paper">
    <header class="tools">
      <h1>Cards of “{{ deck?.spec.name ?? 'this game' }}”</h1>
      <span v-if="languages.length > 1" class="row" role="group" aria-label="Language">
        <button
          v-for="one in languages"
          :key="one.tag"
          :class="['plain-button', 'tag', { on: language === one.tag }]"
          :aria-pressed="language === one.tag"
          @click="language = one.tag"
        >
          {{ one.name }}
        </button>
      </span>
      <span class="gap" />
      <NuxtLink class="link" :to="`/packs/${bench.pack?.id}/bench`">Back to the bench</NuxtLink>
      <v-btn color="primary" variant="flat" :disabled="cards.length === 0" data-act="print" @click="print()"
        >Print, or save as PDF</v-btn
      >
    </header>
    <p v-if="cards.length === 0" class="soft">There are no cards yet: write rows into the deck first.</p>
    <ul class="cards" data-testid="print-cards">
      <li v-for="card in cards" :key="card.key">
        <BitsPictureView
          v-if="card.cell.picture"
          :asset="card.cell.picture"
          fit="contain"
          :crisp="card.cell.crisp === true"
        />
        <b v-if="card.words" dir="auto">{{ card.words }}</b>
        <span v-if="card.cell.sound && !card.words && !card.cell.picture" class="soft">to be heard</span>
        <i>{{ card.number }}</i>
      </li>
    </ul>
  </main>
</template>

<style scoped>
.paper {
  padding: 18px 24px;
  overflow: auto;
}
.tools {
  display: flex;
  align-items: center;
  gap: 16px;
  margin-bottom: 18px;
}
.tools h1 {
  margin: 0;
  font-size: 22px;
}
.row {
  display: flex;
  gap: 6px;
}
.tag {
  border: 1px solid var(--rule);
  border-radius: 12px;
  padding: 2px 10px;
}
.tag.on {
  border: 1.5px solid var(--ink);
  font-weight: 700;
}
.gap {
  flex: 1;
}
.cards {
  list-style: none;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, 62mm);
  justify-content: center;
}
li {
  position: relative;
  width: 62mm;
  height: 46mm;
  padding: 5mm;
  display: grid;
  grid-auto-rows: minmax(0, auto);
  place-items: center;
  align-content: center;
  gap: 2mm;
  border: 1px dashed #777;
  background: #fff;
  color: #111;
  break-inside: avoid;
  overflow: hidden;
}
li b {
  font-size: 20px;
  line-height: 1.2;
  text-align: center;
  overflow-wrap: anywhere;
}
li i {
  position: absolute;
  right: 2mm;
  bottom: 1mm;
  font: 10px var(--mono);
  color: #777;
}
li :deep(img) {
  width: auto;
  height: auto;
  max-width: 50mm;
  max-height: 32mm;
}
@media print {
  .paper {
    padding: 0;
    overflow: visible;
  }
  .tools {
    display: none;
  }
}
</style>

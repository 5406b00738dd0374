<script setup lang="ts">
import { computed } from 'vue'
import { useBench } from '~/stores/bench'
import { useDeck } from '~/stores/deck'

/** What a play needs of the deck, drawn as cards: those that are whole, and those that are missing. */
const at = useDeck()
const bench = useBench()
/** Cards that are drawn at most; more are a bar. */
const MOST_CARDS = 12
const missing = computed(() => Math.max(0, at.need.asked - at.need.whole.length))
const faces = computed(() =>
  at.need.whole.slice(0, at.need.asked).map((row) => {
    const first = at.columns.map(({ id }) => row.cells[id]).find((cell) => cell !== undefined)
    return { id: row.id, picture: first?.picture, crisp: first?.crisp === true, text: first?.text ?? '' }
  }),
)
const share = computed(() => Math.min(1, at.need.whole.length / Math.max(1, at.need.asked)))
const detail = computed(() => {
  const { half, double } = at.found
  const said = [
    half.length === 0 ? '' : half.length === 1 ? '1 row is half empty' : `${half.length} rows are half empty`,
    double.length === 0 ? '' : double.length === 1 ? '1 is there twice' : `${double.length} are there twice`,
  ].filter((one) => one !== '')
  return said.length === 0 ? '' : `${said.join(', ')}.`
})
const sentence = computed(() => {
  const { asked, whole } = at.need
  if (missing.value > 0)
    return `${asked} ${at.rowsCalled} fill the board, ${missing.value} ${missing.value === 1 ? 'is' : 'are'} missing.`
  if (whole.length === asked) return `${asked} ${at.rowsCalled}: just what fills the board.`
  return `${asked} of ${whole.length} ${at.rowsCalled} fill the board, others each time.`
})
</script>

<template>
  <div v-if="at.need.dial !== ''" class="need">
    <ol v-if="at.need.asked <= MOST_CARDS" class="cards" aria-hidden="true">
      <li v-for="face in faces" :key="face.id">
        <BitsPictureView
          v-if="face.picture"
          :asset="face.picture"
          fit="contain"
          :crisp="face.crisp"
          :template="bench.template ?? undefined"
        />
        <span v-else>{{ face.text.slice(0, 2) }}</span>
      </li>
      <li v-for="n in missing" :key="n" class="hole" />
    </ol>
    <span v-else class="bar" aria-hidden="true"><i :style="{ width: `${share * 100}%` }" /></span>
    <p>
      <b data-testid="deck-need">{{ sentence }}</b><br />
      <span class="soft">{{ detail }}</span>
      <button v-if="missing > 0 && at.need.whole.length > 1" class="link" data-act="deck-shrink" @click="at.shrink()">
        Make it a board of {{ at.need.whole.length }} {{ at.rowsCalled }}
      </button>
    </p>
  </div>
</template>

<style scoped>
.need {
  flex: none;
  display: flex;
  align-items: center;
  gap: 16px;
  padding: 10px 16px;
  min-height: 62px;
  background: var(--paper);
  border-bottom: 1px dashed var(--soft);
}
.cards {
  display: flex;
  gap: 4px;
  list-style: none;
  padding: 0;
  margin: 0;
}
.cards li {
  width: 34px;
  height: 40px;
  padding: 3px;
  display: grid;
  place-items: center;
  border: 1.5px solid var(--ink);
  border-radius: 3px;
  background: var(--sheet);
  overflow: hidden;
  font-weight: 700;
}
.cards li.hole {
  border: 1.5px dashed var(--vermilion);
  background: var(--vermilion-wash);
}
.cards :deep(img),
.cards :deep(canvas) {
  max-width: 100%;
  max-height: 100%;
}
.bar {
  flex: none;
  width: 220px;
  height: 14px;
  border: 1.5px solid var(--ink);
  border-radius: 3px;
  overflow: hidden;
}
.bar i {
  display: block;
  height: 100%;
  background: var(--teal);
}
p {
  margin: 0;
}
.link {
  margin-left: 8px;
}
</style>

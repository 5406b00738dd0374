<script setup lang="ts">
import { levelOf } from '@core/template/uses'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { areFrames, bringingsOf } from '~/composables/dropped'
import { usePartRows, type PartFilter, type PartRow } from '~/composables/part-rows'
import { focusNext } from '~/composables/focus-next'
import { useBench } from '~/stores/bench'
import { useCheck } from '~/stores/check'
import { useMany } from '~/stores/many'
import { fromFile } from '~/composables/dropped-files'
import { useSwap } from '~/stores/swap'
import { useTakeFrom } from '~/stores/take-from'

/** Parts by the moment they are met, not by file type. */
const bench = useBench()
const check = useCheck()
const swap = useSwap()
const takeFrom = useTakeFrom()
const many = useMany()
const filter = ref<PartFilter>('all')
const over = ref('')
const picker = useTemplateRef<HTMLInputElement>('picker')

/** What a play has not shown yet is folded away. */
const unfolded = ref(false)
const rows = usePartRows(filter)

const inLevel = computed(() => bench.shownParts.filter((spec) => levelOf(spec.id) !== '').length)

const withFindings = computed(
  () =>
    new Set(
      check.findings
        .filter((one) => one.rule !== 'still-template' && one.subject.part !== undefined)
        .map((one) => one.subject.part),
    ).size,
)
const filters = computed((): { id: PartFilter; name: string }[] => [
  { id: 'all', name: 'All' },
  { id: 'template', name: `Template’s ${bench.tally.all - bench.tally.yours}` },
  { id: 'findings', name: `Findings ${withFindings.value}` },
  ...(inLevel.value === 0
    ? []
    : [{ id: 'level' as const, name: `Only in level ${bench.levelIndex + 1}: ${inLevel.value}` }]),
])

/** What is picked on the stage, or found by its words, may lie farther down. */
const list = useTemplateRef<HTMLElement>('list')
watch(
  () => bench.selected.part,
  () => list.value?.querySelector('[aria-current=true]')?.scrollIntoView({ block: 'nearest' }),
  { flush: 'post' },
)
const isHere = (row: PartRow): boolean => row.parts.some((spec) => spec.id === bench.selected.part)
const MARKS: Record<PartRow['mark'], string> = {
  template: 'still the template’s',
  yours: 'yours',
  must: 'must be fixed',
  should: 'worth a look',
  quiet: 'fine as it comes',
}

/** With Ctrl or Shift held, parts are chosen for swapping several at once. */
function pressed(event: MouseEvent, row: PartRow): void {
  const part = row.parts[0]!.id
  if (!event.ctrlKey && !event.metaKey && !event.shiftKey) {
    many.chosen = []
    bench.select(part)
    if (bench.content(part)?.kind === 'wording') void focusNext(`[data-testid="wording"] textarea:not([readonly])`)
    return
  }
  if (swap.wants(part) === null) return
  if (event.shiftKey && bench.selected.part !== part) {
    const order = rows.value.flatMap((group) => group.rows.map((one) => one.parts[0]!.id))
    const [a, b] = [order.indexOf(bench.selected.part), order.indexOf(part)].sort((x, y) => x - y) as [number, number]
    many.chosen = order.slice(Math.max(0, a), b + 1).filter((one) => swap.wants(one) !== null)
  } else {
    if (many.chosen.length === 0 && swap.wants(bench.selected.part) !== null) many.toggle(bench.selected.part)
    many.toggle(part)
  }
}
function pickMany(event: Event): void {
  const input = event.target as HTMLInputElement
  const files = [...(input.files ?? [])].map(fromFile)
  input.value = ''
  if (files.length > 0) void many.match(files)
}

async function dropped(event: DragEvent, row: PartRow): Promise<void> {
  over.value = ''
  const what = await bringingsOf(event.dataTransfer)
  if (what.length === 0) return
  const part = row.parts[0]!.id
  if (many.chosen.length > 0 || !(areFrames(what) || bench.content(part)?.kind === 'cast')) return void many.match(what)
  bench.select(part)
  await swap.put(what, part)
}
</script>

<template>
  <section ref="list" class="parts" aria-label="Parts">
    <div class="top">
      <h2 class="title">Parts</h2>
      <span class="soft">{{ bench.tally.yours }} of {{ bench.tally.all }} are yours</span>
    </div>
    <div class="ticks" aria-hidden="true">
      <span v-for="i in bench.tally.all" :key="i" :class="{ yours: i <= bench.tally.yours }" />
    </div>
    <div class="filters" role="group" aria-label="Show">
      <button
        v-for="one in filters"
        :key="one.id"
        :class="['plain-button', 'filter', { on: filter === one.id }]"
        :aria-pressed="filter === one.id"
        @click="filter = one.id"
      >
        {{ one.name }}
      </button>
    </div>
    <div v-if="many.chosen.length > 0" class="choice">
      <span id="chosen">{{ many.chosen.length }} chosen</span>
      <button class="link" @click="picker?.click()">swap them…</button>
      <button class="link" @click="many.chosen = []">let go</button>
    </div>
    <div v-else class="ways">
      <button class="link all" title="Swap many parts from files, matched by their names" @click="picker?.click()">
        Many files…
      </button>
      <button
        class="link all"
        data-act="take-from"
        title="Take parts, entries and words from another pack"
        @click="takeFrom.show()"
      >
        From a pack…
      </button>
    </div>
    <input ref="picker" type="file" multiple hidden data-testid="many-files" @change="pickMany" />
    <div class="list">
      <template v-for="group in rows" :key="group.name">
        <button
          v-if="group.hint"
          class="plain-button moment soft"
          :aria-expanded="unfolded"
          data-testid="unmet"
          @click="unfolded = !unfolded"
        >
          {{ unfolded ? '▾' : '▸' }} {{ group.name }} {{ group.rows.length }} <span class="hint">{{ group.hint }}</span>
        </button>
        <h3 v-else class="moment soft">{{ group.name }}</h3>
        <button
          v-for="row in group.hint && !unfolded ? [] : group.rows"
          :key="row.id"
          :class="[
            'plain-button',
            'row',
            { here: isHere(row), over: over === row.id, chosen: many.chosen.includes(row.parts[0]!.id) },
          ]"
          :aria-current="isHere(row)"
          :data-part="row.parts[0]!.id"
          :aria-describedby="many.chosen.includes(row.parts[0]!.id) ? 'chosen' : undefined"
          @click="pressed($event, row)"
          @dragover.prevent="over = row.id"
          @dragleave="over = ''"
          @drop.prevent="dropped($event, row)"
        >
          <span class="chip-room"
            ><BitsPartChip :part="row.parts[0]!.id" /><span
              v-if="row.onlyHere"
              class="corner on-chip"
              aria-hidden="true"
              >{{ bench.levelIndex + 1 }}</span
            ></span
          >
          <span class="words">
            <span class="name">{{ row.name }}</span>
            <span class="kind soft">{{ row.kind }}</span>
          </span>
          <span v-if="row.parts[0]!.guess" class="guess">guess</span>
          <span v-if="swap.busy !== '' && row.parts[0]!.id === swap.busy" class="mono soft">…</span>
          <span v-else :class="['mark', row.mark]" :title="MARKS[row.mark]">
            <BitsIcon v-if="row.mark === 'must' || row.mark === 'should'" name="warn" :size="17" />
            <span class="sr-only">{{ MARKS[row.mark] }}</span>
          </span>
        </button>
      </template>
      <p v-if="rows.length === 0" class="none soft">
        {{ filter === 'template' ? 'Everything a player would notice is yours.' : 'Nothing was found.' }}
      </p>
    </div>
  </section>
</template>

<style scoped>
.parts {
  display: flex;
  flex-direction: column;
  min-height: 0;
  border-right: 1px solid var(--rule);
}
.top {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  padding: 14px 14px 6px;
}
.title {
  font-size: 17px;
}
.ticks {
  display: flex;
  gap: 3px;
  padding: 0 14px;
}
.ticks span {
  flex: 1;
  height: 7px;
  background: var(--desk);
}
.ticks .yours {
  background: var(--kraft);
}
.chip-room {
  position: relative;
}
.on-chip {
  position: absolute;
  right: -6px;
  bottom: -5px;
}
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 10px 14px 6px;
}
.filter {
  border: 1px solid var(--rule);
  border-radius: 12px;
  padding: 3px 10px;
  font-size: 12.5px;
  background: var(--sheet);
  white-space: nowrap;
}
.filter.on {
  border: 1.5px solid var(--ink);
  font-weight: 700;
}
.guess {
  border: 1.5px dashed var(--soft);
  border-radius: 4px;
  padding: 0 5px;
  font-size: 12px;
  color: var(--soft);
}
.moment .hint {
  font-weight: 400;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.choice {
  display: flex;
  gap: 12px;
  padding: 2px 14px 4px;
}
.ways {
  display: flex;
  gap: 18px;
  margin: 0 14px 2px;
}
.all {
  font-size: 13px;
}
.list {
  overflow-y: auto;
  padding-bottom: 12px;
  flex: 1;
}
.moment {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 9px 14px 4px;
  font: 700 13px var(--read);
}
.moment::after {
  content: '';
  flex: 1;
  border-top: 1px solid var(--rule);
}
.row {
  display: flex;
  align-items: center;
  gap: 11px;
  width: 100%;
  padding: 4px 14px;
  min-height: 44px;
}
.row:hover {
  background: color-mix(in srgb, var(--sheet) 55%, transparent);
}
.row.here {
  background: var(--sheet);
  box-shadow: inset 4px 0 0 var(--teal);
}
.row.chosen {
  box-shadow: inset 4px 0 0 var(--kraft);
  background: var(--kraft-wash);
}
.row.over {
  background: var(--teal-wash);
  box-shadow: inset 0 0 0 2px var(--teal);
}
.words {
  flex: 1;
  min-width: 0;
  display: flex;
  flex-direction: column;
  line-height: 1.3;
}
.name {
  font-weight: 700;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.kind {
  font-size: 12.5px;
}
.mark {
  width: 12px;
  height: 12px;
  flex: none;
}
.mark.yours {
  background: var(--kraft);
  border: 1.5px solid var(--ink);
}
.mark.template {
  border: 1.5px dotted var(--soft);
}
.mark.must,
.mark.should {
  width: auto;
  height: auto;
  margin-right: -2px;
  color: var(--vermilion);
}
.mark.should {
  color: var(--sun);
}
.none {
  padding: 18px 14px;
}
</style>

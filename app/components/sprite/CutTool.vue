<script setup lang="ts">
import { cellSize, fitCells, leftOver } from '@core/art/grid'
import type { Strip } from '@core/kinds/drawing'
import { computed, onMounted, ref } from 'vue'
import { useBench } from '~/stores/bench'
import { useShapes } from '~/stores/shapes'
import { useSwap } from '~/stores/swap'
import { useWorkbench } from '~/stores/workbench'

/** How the sheet is cut: by columns and rows, or by the size of a cell. */
const bench = useBench()
const at = useWorkbench()
const swap = useSwap()
const shapes = useShapes()
const said = ref('')
const by = ref<'count' | 'size'>('count')
const WAYS = [
  { id: 'count', name: 'By number' },
  { id: 'size', name: 'By size in px' },
] as const
const facts = computed(() => (at.frame === undefined ? undefined : bench.facts(at.frame.asset)))
const width = computed(() => facts.value?.width ?? 1)
const height = computed(() => facts.value?.height ?? 1)
const cell = computed(() => cellSize(width.value, height.value, at.draft))
const over = computed(() => leftOver(width.value, height.value, at.draft))
const frames = computed(() => at.draft.columns * at.draft.rows - (at.draft.without?.length ?? 0))

const clean = (cut: Strip) =>
  JSON.stringify(
    Object.entries(cut)
      .filter(([, v]) => (Array.isArray(v) ? v.length > 0 : v !== 0 && v !== undefined))
      .sort(([a], [b]) => a.localeCompare(b)),
  )
const same = computed(() => at.sprite !== undefined && clean(at.draft) === clean(at.sprite.strip))

const whole = (raw: unknown, least: number, most: number): number | null => {
  const value = Math.round(Number(raw))
  return raw === '' || !Number.isFinite(value) ? null : Math.max(least, Math.min(most, value))
}
function setCount(key: 'columns' | 'rows', raw: unknown): void {
  const value = whole(raw, 1, 256)
  if (value === null) return
  const { cellW: _w, cellH: _h, clips: _c, ...rest } = at.draft
  at.draft = { ...rest, [key]: value, without: [] }
}
function setSize(key: 'w' | 'h', raw: unknown): void {
  const value = whole(raw, 1, 16384)
  if (value === null) return
  const w = key === 'w' ? value : cell.value.w
  const h = key === 'h' ? value : cell.value.h
  const { clips: _, ...rest } = at.draft
  at.draft = fitCells(width.value, height.value, rest, w, h)
}
function setRoom(key: 'marginX' | 'marginY' | 'gapX' | 'gapY', raw: unknown): void {
  const value = whole(raw, 0, 1024)
  if (value === null) return
  const next = { ...at.draft, [key]: value }
  at.draft = by.value === 'size' ? fitCells(width.value, height.value, next, cell.value.w, cell.value.h) : next
}
/** Across and down, as numbers of cells or as their size. */
const sides = computed(() => {
  const { columns, rows } = at.draft
  const { w, h } = cell.value
  return by.value === 'count'
    ? [
        { label: 'Columns', value: columns, makes: `${w} px`, set: (raw: unknown) => setCount('columns', raw) },
        { label: 'Rows', value: rows, makes: `${h} px`, set: (raw: unknown) => setCount('rows', raw) },
      ]
    : [
        { label: 'Cell width in px', value: w, makes: String(columns), set: (raw: unknown) => setSize('w', raw) },
        { label: 'Cell height in px', value: h, makes: String(rows), set: (raw: unknown) => setSize('h', raw) },
      ]
})
async function find(): Promise<void> {
  const { sprite: from, draft: before } = at
  if (from === undefined) return
  const work = () => shapes.proposeCut(from)
  await swap.trying(at.part, work, async ({ cut, trust, score, crossed, drawn }) => {
    // What was typed while it was looked for stands, and so does another sheet.
    if (at.draft !== before) return
    if (trust === 'none' && score < 0.1) {
      said.value = 'This looks like one picture.'
      return
    }
    at.draft = { ...cut }
    if (cut.cellW !== undefined || cut.cellH !== undefined) by.value = 'size'
    const sure = { sure: 'Surely', likely: 'Likely', none: 'Perhaps' }[trust]
    const lines =
      crossed === 0
        ? 'no line crosses a drawing'
        : `${crossed} ${crossed === 1 ? 'line crosses' : 'lines cross'} a drawing`
    said.value = `${sure} ${drawn} pictures: ${lines}.`
  })
}
onMounted(() => {
  const strip = at.sprite?.strip
  if (at.own && strip !== undefined && strip.columns * strip.rows === 1) void find()
})
</script>

<template>
  <p v-if="!at.own" class="soft">This is the template’s drawing. Replace it first, then cut yours.</p>
  <v-btn variant="outlined" :disabled="!at.own" :loading="swap.busy === at.part" @click="find"
    ><BitsIcon name="find" :size="16" />Find the cells</v-btn
  >
  <p v-if="said !== ''" role="status">{{ said }}</p>
  <BitsChoiceRow v-model="by" :options="WAYS" label="Cut by" />
  <div class="grid">
    <span />
    <span class="soft">across</span>
    <span class="soft">down</span>
    <span>{{ by === 'count' ? 'Cells' : 'Cell, px' }}</span>
    <v-text-field
      v-for="side in sides"
      :key="side.label"
      type="number"
      min="1"
      :aria-label="side.label"
      :model-value="side.value"
      :disabled="!at.own"
      @update:model-value="side.set"
    />
    <span class="soft">{{ by === 'count' ? 'each' : 'makes' }}</span>
    <span v-for="side in sides" :key="side.label" class="mono made">{{ side.makes }}</span>
    <span>Margin, px</span>
    <v-text-field
      v-for="key in ['marginX', 'marginY'] as const"
      :key="key"
      type="number"
      min="0"
      :aria-label="key === 'marginX' ? 'Margin across in px' : 'Margin down in px'"
      :model-value="at.draft[key] ?? 0"
      :disabled="!at.own"
      @update:model-value="setRoom(key, $event)"
    />
    <span>Gap, px</span>
    <v-text-field
      v-for="key in ['gapX', 'gapY'] as const"
      :key="key"
      type="number"
      min="0"
      :aria-label="key === 'gapX' ? 'Gap across in px' : 'Gap down in px'"
      :model-value="at.draft[key] ?? 0"
      :disabled="!at.own"
      @update:model-value="setRoom(key, $event)"
    />
  </div>
  <p v-if="over.x > 0 || over.y > 0" class="left-over">
    <span class="hatch" />Left over, unused: <b>{{ over.x }}</b> px right, <b>{{ over.y }}</b> px below
  </p>
  <p class="soft">Drag a line by its handle, or press a picture to leave it out.</p>
  <v-btn
    color="primary"
    :disabled="same || !at.own"
    :loading="swap.busy === at.part"
    @click="swap.recut(at.part, at.entry, at.draft)"
    >Cut into {{ frames }}</v-btn
  >
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: auto 1fr 1fr;
  align-items: center;
  gap: 8px 12px;
}
.made {
  padding-left: 12px;
}
.left-over {
  display: flex;
  align-items: center;
  gap: 6px;
}
.hatch {
  width: 26px;
  height: 16px;
  background: repeating-linear-gradient(135deg, var(--kraft) 0 3px, transparent 3px 9px);
}
</style>

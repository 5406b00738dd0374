<script setup lang="ts">
import { useResizeObserver } from '@vueuse/core'
import { cellsOf, cellSize, leftOver } from '@core/art/grid'
import { clipsOfRows } from '@core/art/strip'
import { computed, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { useZoom } from '~/composables/zoom'
import { useBench } from '~/stores/bench'
import { useShapes } from '~/stores/shapes'
import { useWorkbench } from '~/stores/workbench'

/**
 * The whole picture with the cut over it. Lines are dragged (all of a kind move together), a press leaves a cell out or
 * takes it in again, and each row says which clip it is for.
 */
const bench = useBench()
const shapes = useShapes()
const at = useWorkbench()
const room = useTemplateRef<HTMLElement>('room')
const sheet = useTemplateRef<HTMLElement>('sheet')
const size = ref({ w: 600, h: 400 })
const asset = computed(() => at.frame?.asset ?? '')
const facts = computed(() => bench.facts(asset.value))
const width = computed(() => facts.value?.width ?? 1)
const height = computed(() => facts.value?.height ?? 1)
const cells = computed(() => cellsOf(width.value, height.value, at.draft))
const cell = computed(() => cellSize(width.value, height.value, at.draft))
const over = computed(() => leftOver(width.value, height.value, at.draft))
/** Room left for the rows' clips. */
const ASIDE = 150
const { zoom, fitted, step, fit, wheel, key } = useZoom(() => {
  const most = Math.min((size.value.w - ASIDE - 70) / width.value, (size.value.h - 80) / height.value)
  return most > 1 ? Math.floor(most) : most
}, room)

const names = computed(() => [...(at.spec?.clips ?? at.clips), ...(at.spec?.optionalClips ?? [])])
const rowClips = computed(() => clipsOfRows(at.draft, names.value))
function setClip(row: number, name: string): void {
  at.draft = { ...at.draft, clips: rowClips.value.map((one, i) => (i === row ? name : one)) }
}

const isOut = (i: number) => at.draft.without?.includes(i) === true
function toggle(i: number): void {
  const out = at.draft.without ?? []
  at.draft = { ...at.draft, without: isOut(i) ? out.filter((one) => one !== i) : [...out, i].sort((a, b) => a - b) }
}

/** Which lines of the draft go through a drawing, and which cells have nothing in them. */
const look = shallowRef<{ across: number[]; down: number[]; empty: number[] }>({ across: [], down: [], empty: [] })
let turn = 0
watch(
  [() => at.draft, asset],
  async () => {
    const mine = ++turn
    const found = await shapes.lookAtCut(asset.value, at.draft).catch(() => null)
    if (mine === turn && found !== null) look.value = found
  },
  { immediate: true },
)

interface Line {
  axis: 'x' | 'y'
  /** 0 is where the first cell begins. */
  index: number
  px: number
}
const lines = computed((): Line[] => {
  const { columns, rows, marginX = 0, marginY = 0, gapX = 0, gapY = 0 } = at.draft
  const of = (axis: 'x' | 'y', count: number, margin: number, gap: number, length: number): Line[] =>
    count > 48
      ? []
      : Array.from({ length: count }, (_, index) => ({ axis, index, px: margin + index * (length + gap) }))
  return [...of('x', columns, marginX, gapX, cell.value.w), ...of('y', rows, marginY, gapY, cell.value.h)]
})
const crosses = (line: Line) => (line.axis === 'x' ? look.value.across : look.value.down).includes(line.index)

/** Line 0 sets the margin; any other the size of all cells before it. */
function place(line: Line, px: number): void {
  const { columns, rows, marginX = 0, marginY = 0, gapX = 0, gapY = 0 } = at.draft
  const across = line.axis === 'x'
  const [length, margin, gap, count] = across
    ? [width.value, marginX, gapX, columns]
    : [height.value, marginY, gapY, rows]
  const now = across ? cell.value.w : cell.value.h
  const next = { ...at.draft, cellW: cell.value.w, cellH: cell.value.h }
  if (line.index === 0) {
    const most = Math.max(0, length - count * (now + gap) + gap)
    const value = Math.max(0, Math.min(most, Math.round(px)))
    at.draft = across ? { ...next, marginX: value } : { ...next, marginY: value }
    return
  }
  const most = Math.floor((length - margin + gap) / count) - gap
  const value = Math.max(2, Math.min(most, Math.round((px - margin) / line.index - gap)))
  at.draft = across ? { ...next, cellW: value } : { ...next, cellH: value }
}
let held: Line | null = null
function grab(line: Line, event: PointerEvent): void {
  held = line
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
}
function pull(event: PointerEvent): void {
  const box = sheet.value?.getBoundingClientRect()
  if (held === null || box === undefined) return
  place(held, held.axis === 'x' ? (event.clientX - box.left) / zoom.value : (event.clientY - box.top) / zoom.value)
}
function nudge(line: Line, event: KeyboardEvent): void {
  const by = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }[event.key]
  if (by === undefined) return
  event.preventDefault()
  place(line, line.px + by * Math.max(1, line.index) * (event.shiftKey ? 8 : 1))
}

useResizeObserver(room, () => {
  if (room.value !== null) size.value = { w: room.value.clientWidth, h: room.value.clientHeight }
})
const px = (value: number) => `${value * zoom.value}px`
</script>

<template>
  <div class="around">
    <SpriteCutOffer />
    <div ref="room" class="room" tabindex="-1" @wheel="wheel" @keydown="key">
      <div class="spread" :style="{ paddingLeft: at.draft.rows <= 24 ? `${ASIDE}px` : '24px' }">
        <div
          ref="sheet"
          class="sheet checker"
          :style="{ width: px(width), height: px(height) }"
          data-testid="cut-board"
        >
          <BitsPictureView :key="asset" :asset="asset" fit="contain" :crisp="zoom >= 1" />
          <span v-if="over.x > 0" class="over" :style="{ left: px(width - over.x), right: 0, top: 0, bottom: 0 }" />
          <span v-if="over.y > 0" class="over" :style="{ top: px(height - over.y), left: 0, right: 0, bottom: 0 }" />
          <button
            v-for="(one, i) in cells.length <= 400 ? cells : []"
            :key="i"
            :class="['plain-button', 'cell', { out: isOut(i), empty: look.empty.includes(i) }]"
            :aria-pressed="!isOut(i)"
            :aria-label="`Cell ${i + 1}, ${isOut(i) ? 'left out' : 'a frame'}`"
            :style="{ left: px(one.x), top: px(one.y), width: px(one.w), height: px(one.h) }"
            @click="toggle(i)"
          >
            <span v-if="one.w * zoom > 22 && one.h * zoom > 15" class="mono">{{ i + 1 }}</span>
          </button>
          <template v-for="line in lines" :key="`${line.axis}${line.index}`">
            <span
              v-if="crosses(line)"
              class="crossed"
              :style="
                line.axis === 'x'
                  ? { left: px(line.px), top: 0, bottom: 0, width: '2px' }
                  : { top: px(line.px), left: 0, right: 0, height: '2px' }
              "
            />
            <span
              class="at mono"
              :class="line.axis"
              :style="line.axis === 'x' ? { left: px(line.px) } : { top: px(line.px) }"
            >
              {{ line.axis === 'x' && cell.w * zoom > 30 ? line.px : '' }}
            </span>
            <button
              class="plain-button handle"
              :class="[line.axis, { crossed: crosses(line) }]"
              :style="line.axis === 'x' ? { left: px(line.px) } : { top: px(line.px) }"
              :aria-label="`${line.axis === 'x' ? 'Column' : 'Row'} line ${line.index + 1} at ${line.px} px${crosses(line) ? ', crosses a drawing' : ''}. Arrow keys move it`"
              @pointerdown.prevent="grab(line, $event)"
              @pointermove="pull"
              @pointerup="held = null"
              @keydown="nudge(line, $event)"
            />
          </template>
          <template v-if="at.draft.rows <= 24 && names.length > 1">
            <label
              v-for="(name, row) in rowClips"
              :key="`row${row}`"
              class="row-clip"
              :style="{
                top: px((at.draft.marginY ?? 0) + row * (cell.h + (at.draft.gapY ?? 0)) + cell.h / 2),
              }"
            >
              <select
                :aria-label="`Clip of row ${row + 1}`"
                :value="name"
                @change="setClip(row, ($event.target as HTMLSelectElement).value)"
              >
                <option v-for="one in names" :key="one" :value="one">{{ one }}</option>
                <option value="">no clip</option>
              </select>
            </label>
          </template>
        </div>
      </div>
    </div>
    <BitsZoomBar class="zoom" :zoom="zoom" :fitted="fitted" @step="step" @fit="fit" />
  </div>
</template>

<style scoped>
.around {
  position: relative;
  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 0;
}
.room {
  flex: 1;
  overflow: auto;
  min-width: 0;
  min-height: 0;
  background: var(--desk);
  display: grid;
  place-items: safe center;
}
.spread {
  padding: 34px 40px 40px 24px;
}
.sheet {
  position: relative;
  outline: 1px solid var(--rule);
}
.zoom {
  position: absolute;
  right: 14px;
  bottom: 12px;
}
.cell {
  position: absolute;
  border: 1.5px solid var(--teal);
  overflow: hidden;
}
.cell:hover {
  background: color-mix(in srgb, var(--teal) 14%, transparent);
}
.cell .mono {
  position: absolute;
  left: 0;
  top: 0;
  font-size: 10.5px;
  line-height: 1;
  padding: 2px 3px;
  background: var(--teal);
  color: var(--sheet);
}
.cell.empty {
  border-style: dotted;
}
.cell.out {
  border-color: var(--ink);
  border-style: dashed;
  background:
    linear-gradient(to top right, transparent calc(50% - 1px), var(--ink) 0 calc(50% + 1px), transparent 0),
    linear-gradient(to bottom right, transparent calc(50% - 1px), var(--ink) 0 calc(50% + 1px), transparent 0),
    color-mix(in srgb, var(--sheet) 70%, transparent);
}
.cell.out .mono {
  background: var(--ink);
}
.over {
  position: absolute;
  background: repeating-linear-gradient(135deg, var(--kraft) 0 3px, transparent 3px 9px);
  opacity: 0.6;
}
.crossed {
  position: absolute;
  background: var(--vermilion);
  pointer-events: none;
}
.at {
  position: absolute;
  font-size: 11px;
  color: var(--soft);
  transform: translate(-50%, 0);
}
.at.x {
  top: -20px;
}
.handle {
  position: absolute;
  width: 24px;
  height: 24px;
  touch-action: none;
}
.handle::after {
  content: '';
  position: absolute;
  inset: 6px;
  border-radius: 50%;
  background: var(--sheet);
  border: 2px solid var(--teal);
}
.handle.crossed {
  background: none;
}
.handle.crossed::after {
  border-color: var(--vermilion);
}
.handle.x {
  bottom: -28px;
  transform: translateX(-50%);
  cursor: ew-resize;
}
.handle.y {
  right: -28px;
  transform: translateY(-50%);
  cursor: ns-resize;
}
.row-clip {
  position: absolute;
  left: -142px;
  width: 124px;
  transform: translateY(-50%);
}
.row-clip select {
  width: 100%;
  min-height: 30px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  color: var(--ink);
  padding: 2px 8px;
}
</style>

<script setup lang="ts">
import { cellsOf, leftOver } from '@core/art/grid'
import { computed } from 'vue'
import { useBench } from '~/stores/bench'
import { useWorkbench } from '~/stores/workbench'

/** The whole picture with the cut over it. A press leaves a cell out or takes it in again. */
const bench = useBench()
const at = useWorkbench()
const asset = computed(() => at.frame?.asset ?? '')
const facts = computed(() => bench.facts(asset.value))
const width = computed(() => facts.value?.width ?? 1)
const height = computed(() => facts.value?.height ?? 1)
const cells = computed(() => cellsOf(width.value, height.value, at.draft))
const over = computed(() => leftOver(width.value, height.value, at.draft))
const isOut = (i: number) => at.draft.without?.includes(i) === true
function toggle(i: number): void {
  const out = at.draft.without ?? []
  at.draft = { ...at.draft, without: isOut(i) ? out.filter((one) => one !== i) : [...out, i].sort((a, b) => a - b) }
}
</script>

<template>
  <div class="room">
    <div
      class="sheet checker"
      :style="{ aspectRatio: `${width} / ${height}`, '--ratio': width / height }"
      data-testid="cut-board"
    >
      <BitsPictureView :key="asset" :asset="asset" fit="contain" :crisp="at.sprite?.crisp ?? false" />
      <button
        v-for="(cell, i) in cells"
        :key="i"
        :class="['plain-button', 'cell', { out: isOut(i) }]"
        :aria-pressed="!isOut(i)"
        :aria-label="`Cell ${i + 1}, ${isOut(i) ? 'left out' : 'a frame'}`"
        :style="{
          left: `${(cell.x / width) * 100}%`,
          top: `${(cell.y / height) * 100}%`,
          width: `${(cell.w / width) * 100}%`,
          height: `${(cell.h / height) * 100}%`,
        }"
        @click="toggle(i)"
      >
        <span class="mono">{{ i + 1 }}</span>
      </button>
    </div>
    <p v-if="over.x > 0 || over.y > 0" class="over">
      {{ width }} × {{ height }} px does not divide: {{ over.x > 0 ? `${over.x} px at the right` : ''
      }}{{ over.x > 0 && over.y > 0 ? ' and ' : '' }}{{ over.y > 0 ? `${over.y} px below` : '' }} are left over.
    </p>
  </div>
</template>

<style scoped>
.room {
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: center;
  gap: 8px;
  padding: 26px;
  min-width: 0;
  min-height: 0;
  background: var(--desk);
  container-type: size;
}
.sheet {
  position: relative;
  width: min(100cqw - 52px, (100cqh - 84px) * var(--ratio));
  outline: 1px solid var(--rule);
}
.cell {
  position: absolute;
  border: 1.5px dashed var(--teal);
  overflow: hidden;
}
.cell:hover {
  background: color-mix(in srgb, var(--teal) 12%, transparent);
}
.cell .mono {
  position: absolute;
  left: 2px;
  top: 1px;
  font-size: 10.5px;
  line-height: 1;
  padding: 1px 3px;
  background: var(--sheet);
  color: var(--ink);
}
.cell.out {
  border-color: var(--vermilion);
  background: repeating-linear-gradient(
    45deg,
    transparent 0 6px,
    color-mix(in srgb, var(--vermilion) 40%, transparent) 6px 8px
  );
}
.over {
  color: var(--sun);
  background: var(--sheet);
  padding: 2px 8px;
}
</style>

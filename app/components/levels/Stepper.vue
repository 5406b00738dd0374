<script setup lang="ts">
import { useBench } from '~/stores/bench'

/** Which level is on the stage, and the ways to the one before and after it. */
const bench = useBench()
function beside(by: number): void {
  const next = bench.levels[(bench.levelIndex + by + bench.levels.length) % bench.levels.length]
  if (next !== undefined) bench.goToLevel(next.id)
}
defineExpose({ beside })
</script>

<template>
  <div v-if="bench.levels.length > 0" class="at-level" data-testid="at-level">
    <button class="plain-button" aria-label="The level before" @click="beside(-1)">
      <BitsIcon name="right" :size="16" class="back" />
    </button>
    <span
      ><span class="soft">level {{ bench.levelIndex + 1 }} of {{ bench.levels.length }}</span
      ><b>{{ bench.levels[bench.levelIndex]?.name }}</b></span
    >
    <button class="plain-button" aria-label="The level after" @click="beside(1)">
      <BitsIcon name="right" :size="16" />
    </button>
  </div>
</template>

<style scoped>
.at-level {
  display: flex;
  align-items: center;
  justify-content: space-between;
  width: 190px;
  flex: none;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
}
.at-level > span {
  display: grid;
  min-width: 0;
  text-align: center;
  font-size: 12.5px;
  line-height: 1.25;
}
b {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
button {
  width: 34px;
  height: 40px;
  display: grid;
  place-items: center;
}
.back {
  transform: scaleX(-1);
}
</style>

<script setup lang="ts" generic="T extends string">
/** The tools of a large editor: one is in hand. */
const { tools, names } = defineProps<{ tools: readonly T[]; names: Record<T, string> }>()
const tool = defineModel<T>({ required: true })
/** One row up to five; more are set in fours. */
const COLUMNS = 4
</script>

<template>
  <nav aria-label="Tools" :style="{ gridTemplateColumns: `repeat(${tools.length > 5 ? COLUMNS : tools.length}, 1fr)` }">
    <button
      v-for="one in tools"
      :key="one"
      :class="['plain-button', 'tool', { on: one === tool }]"
      :aria-pressed="one === tool"
      :data-act="`tool-${one}`"
      @click="tool = one"
    >
      {{ names[one] }}
    </button>
  </nav>
</template>

<style scoped>
nav {
  display: grid;
  border-block: 1px solid var(--rule);
}
.tool {
  text-align: center;
  min-height: 36px;
  border-right: 1px solid var(--rule);
  border-bottom: 1px solid var(--rule);
  margin-bottom: -1px;
  font-weight: 600;
}
.tool.on {
  background: var(--ink);
  color: var(--sheet);
}
</style>

<script setup lang="ts">
import { computed } from 'vue'
import { useBench } from '~/stores/bench'

const bench = useBench()
const steps = computed(() => [...bench.history.past].slice(-12).reverse())

function backTo(index: number): void {
  for (let i = 0; i <= index; i++) bench.undo()
}
</script>

<template>
  <v-btn icon variant="text" aria-label="What was done" :disabled="steps.length === 0">
    <BitsIcon name="menu" />
    <v-tooltip activator="parent" location="bottom">What was done</v-tooltip>
    <v-menu activator="parent">
      <ol class="steps">
        <li class="soft hint">Press a step to go back to before it</li>
        <li v-for="(step, i) in steps" :key="steps.length - i">
          <button class="plain-button" @click="backTo(i)">{{ step.name }}</button>
        </li>
      </ol>
    </v-menu>
  </v-btn>
</template>

<style scoped>
.steps {
  list-style: none;
  margin: 0;
  padding: 8px 0;
  background: var(--sheet);
  color: var(--ink);
  border: 1px solid var(--rule);
  border-radius: 5px;
  min-width: 240px;
}
.hint {
  padding: 2px 16px 6px;
  font-size: 12.5px;
}
button {
  width: 100%;
  padding: 6px 16px;
  min-height: 34px;
}
button:hover {
  background: var(--teal-wash);
}
</style>

<script setup lang="ts">
import { useCourse } from '~/stores/course'

/** The layers as sheets, the front one on top: which one is in hand, and which are hidden or locked. */
const course = useCourse()
const SHEETS = [
  { id: 'front', name: 'Before', key: '3' },
  { id: 'play', name: 'Play', key: '2' },
  { id: 'back', name: 'Behind', key: '1' },
] as const
const STATES = [
  { id: 'hidden', does: 'Hide', undoes: 'Show', on: 'Hidden', off: 'Shown', toggle: course.toggleHidden },
  { id: 'locked', does: 'Lock', undoes: 'Unlock', on: 'Locked', off: 'Free', toggle: course.toggleLocked },
] as const
</script>

<template>
  <div class="layers">
    <div v-for="one in SHEETS" :key="one.id" :class="['sheet', { on: course.layer === one.id }]">
      <button
        type="button"
        class="plain-button name"
        :aria-pressed="course.layer === one.id"
        :data-layer="one.id"
        @click="course.layer = one.id"
      >
        {{ one.name }}<kbd>{{ one.key }}</kbd>
      </button>
      <button
        v-for="state in STATES"
        :key="state.id"
        type="button"
        class="plain-button state"
        :aria-pressed="course[state.id].includes(one.id)"
        :title="`${course[state.id].includes(one.id) ? state.undoes : state.does} “${one.name}”`"
        :aria-label="`${state.does} “${one.name}”`"
        :data-state="`${state.id} ${one.id}`"
        @click="state.toggle(one.id)"
      >
        {{ course[state.id].includes(one.id) ? state.on : state.off }}
      </button>
    </div>
    <v-checkbox v-model="course.dimmed" label="The others step back" density="compact" hide-details />
    <v-checkbox
      v-model="course.snaps"
      label="Things go from cell to cell"
      density="compact"
      hide-details
      data-act="snaps"
    />
  </div>
</template>

<style scoped>
.layers {
  display: grid;
  gap: 3px;
}
.sheet {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 74px 74px;
  align-items: stretch;
  border: 1px solid var(--rule);
  border-radius: 4px;
}
.sheet.on {
  border-color: var(--teal);
  box-shadow: inset 3px 0 0 var(--teal);
}
.name {
  text-align: left;
  padding: 7px 12px;
  font-weight: 700;
}
.name kbd {
  margin-left: 8px;
}
.state {
  padding: 7px 4px;
  text-align: center;
  font-size: 13px;
  color: var(--ink);
  border-left: 1px solid var(--rule);
}
.state[aria-pressed='true'] {
  background: var(--ink);
  color: var(--sheet);
}
</style>

<script setup lang="ts">
const open = defineModel<boolean>({ required: true })
const KEYS = [
  ['P', 'Pick on the stage'],
  ['Space', 'Run or freeze'],
  [', and .', 'One step back, one step on'],
  ['B (hold)', 'The template’s content'],
  ['[ and ]', 'Part before, part after'],
  ['R', 'Replace the part’s file'],
  ['D', 'Search the drawer'],
  ['L', 'The levels'],
  ['PgUp and PgDn', 'Level before, level after'],
  ['S', 'Show hit shapes'],
  ['Ctrl K', 'Find anything'],
  ['Ctrl Z', 'Undo'],
  ['Ctrl Shift Z', 'Redo'],
  ['Ctrl Enter', 'Check'],
  ['?', 'This sheet'],
] as const
</script>

<template>
  <v-dialog v-model="open" max-width="420">
    <v-card class="pp-card">
      <h2>Keys</h2>
      <dl>
        <template v-for="[key, does] in KEYS" :key="key">
          <dt>
            <kbd>{{ key }}</kbd>
          </dt>
          <dd>{{ does }}</dd>
        </template>
      </dl>
      <v-btn variant="outlined" @click="open = false">Close</v-btn>
    </v-card>
  </v-dialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 120px 1fr;
  gap: 6px;
  margin: 14px 0;
}
dd {
  margin: 0;
}
</style>

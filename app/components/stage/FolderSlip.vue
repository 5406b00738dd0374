<script setup lang="ts">
import { ref } from 'vue'
import type { ForeignView } from '~/composables/foreign-stage'

/** What a game that came as a folder asked for, and what became of it. */
defineProps<{ view: ForeignView; files: number }>()
const open = ref<'asked' | 'missing' | 'refused' | 'lent' | ''>('')
const SHORT = 40
const short = (text: string) => (text.length > SHORT ? `${text.slice(0, SHORT)}…` : text)
</script>

<template>
  <div class="asked">
    <div class="slip" data-testid="slip">
      <button class="plain-button" :aria-expanded="open === 'asked'" @click="open = open === 'asked' ? '' : 'asked'">
        <span class="soft">Asks for</span><b>{{ view.asked.length }} {{ view.asked.length === 1 ? 'file' : 'files' }}</b
        ><span class="soft">{{ files }} are here</span>
      </button>
      <button
        class="plain-button"
        :aria-expanded="open === 'missing'"
        @click="open = open === 'missing' ? '' : 'missing'"
      >
        <span class="soft">Missing</span><b class="mono">{{ view.missing[0]?.what ?? 'nothing' }}</b
        ><span class="soft">{{
          view.missing.length > 1
            ? `and ${view.missing.length - 1} more`
            : view.missing.length === 1
              ? 'asked for, not in the folder'
              : 'so far'
        }}</span>
      </button>
      <button
        class="plain-button"
        :aria-expanded="open === 'refused'"
        @click="open = open === 'refused' ? '' : 'refused'"
      >
        <span :class="view.refused.length > 0 ? 'stamp' : 'soft'">Refused</span
        ><b class="mono">{{ short(view.refused[0]?.what ?? 'nothing') }}</b
        ><span class="soft">{{
          view.refused[0]?.at || (view.refused.length > 0 ? 'an address outside' : 'so far')
        }}</span>
      </button>
      <button class="plain-button" :aria-expanded="open === 'lent'" @click="open = open === 'lent' ? '' : 'lent'">
        <span class="soft">Lent</span><b>storage</b
        ><span class="soft">{{ (view.lent / 1000).toFixed(1) }} kB of 16</span>
      </button>
      <div v-if="open" class="list">
        <p v-if="open === 'lent'">
          What the game keeps lies in this browser, for this pack alone, and is given back at its next start.
        </p>
        <ul v-else>
          <li v-for="(one, i) in open === 'asked' ? view.asked.map((what) => ({ what, at: '' })) : view[open]" :key="i">
            <span class="mono">{{ one.what }}</span> <span class="soft">{{ one.at }}</span>
          </li>
        </ul>
      </div>
    </div>
    <p v-if="view.faults.length > 0" class="fault" role="status" data-testid="stage-fault">
      The game reports a fault: {{ view.faults[0]!.what }}{{ ' '
      }}<span v-if="view.faults[0]!.at" class="mono soft">{{ view.faults[0]!.at }}</span>
    </p>
  </div>
</template>

<style scoped>
.asked {
  display: grid;
  gap: 8px;
}
.slip {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  background: var(--sheet);
  border: 1px solid var(--rule);
}
.slip > button {
  position: relative;
  display: grid;
  justify-items: start;
  padding: 6px 10px;
  font-size: 13px;
  border-right: 1px dashed var(--soft);
  text-align: left;
  min-width: 0;
}
.slip > button > * {
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.slip > button:nth-of-type(4) {
  border-right: 0;
}
.stamp {
  color: var(--vermilion);
  border: 1.5px solid currentColor;
  border-radius: 3px;
  padding: 0 5px;
  transform: rotate(-3deg);
  font-weight: 700;
  font-size: 12px;
}
.list {
  grid-column: 1 / -1;
  max-height: 120px;
  overflow: auto;
  padding: 6px 10px;
  border-top: 1px dashed var(--soft);
  font-size: 13px;
}
.list ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
.fault {
  font-size: 13px;
}
</style>

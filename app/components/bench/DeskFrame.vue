<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { onMounted, useTemplateRef } from 'vue'
import { useDesk } from '~/stores/desk'

/** A large editor over stage and inspector: a heading, the work in the middle, and beside it a window for the stage. */
const { name, about } = defineProps<{ name: string; about: string }>()
const desk = useDesk()
const desktop = useTemplateRef<HTMLElement>('desktop')
function keys(event: KeyboardEvent): void {
  // One layer at a time: a menu or a question over the desk goes first.
  if (event.defaultPrevented || document.querySelector('.v-overlay--active:not(.v-snackbar)') !== null) return
  if (event.key === 'Escape' && !/^(input|textarea)$/i.test((event.target as HTMLElement).tagName)) desk.open = ''
}
useEventListener('keydown', keys)
onMounted(() => {
  // Its first control is one Tab away, and reading begins at its name.
  desktop.value?.focus({ preventScroll: true })
})
</script>

<template>
  <section
    ref="desktop"
    tabindex="-1"
    class="desk"
    :aria-label="`${about}: ${name}`"
    :data-testid="`desk-${desk.open}`"
  >
    <header>
      <h2>{{ name }}</h2>
      <slot name="head" />
      <span class="gap" />
      <slot name="acts" />
      <v-btn
        :variant="$slots['acts'] ? 'outlined' : 'flat'"
        :color="$slots['acts'] ? undefined : 'primary'"
        @click="desk.open = ''"
        >Done</v-btn
      >
    </header>
    <div class="work"><slot /></div>
    <aside>
      <div class="window" aria-hidden="true" />
      <slot name="tools" />
      <div class="panel"><slot name="beside" /></div>
    </aside>
  </section>
</template>

<style scoped>
.desk:focus {
  outline: none;
}
.desk {
  display: grid;
  grid-template: auto minmax(0, 1fr) / minmax(0, 1fr) 332px;
  background: var(--sheet);
  min-width: 0;
  min-height: 0;
}
header {
  grid-column: 1 / -1;
  display: flex;
  align-items: center;
  gap: 14px;
  padding: 8px 12px 8px 16px;
  border-bottom: 1px dashed var(--soft);
}
.gap {
  flex: 1;
}
.work {
  min-width: 0;
  min-height: 0;
  overflow: auto;
  display: flex;
  flex-direction: column;
}
aside {
  display: flex;
  flex-direction: column;
  border-left: 1px solid var(--rule);
  min-height: 0;
}
/* The running stage is laid over this. */
.window {
  height: 214px;
  flex: none;
}
.panel {
  flex: 1;
  overflow-y: auto;
  padding: 14px 16px;
  display: flex;
  flex-direction: column;
  gap: 12px;
}
.panel > :deep(.v-input) {
  flex: none;
}
</style>

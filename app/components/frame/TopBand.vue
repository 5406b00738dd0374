<script setup lang="ts">
import { computed, ref } from 'vue'
import { NO_TITLE } from '@core/template/game-doc'
import { savePackAsFile } from '~/composables/save-pack'
import { useBench } from '~/stores/bench'
import { useCare } from '~/stores/care'

const emit = defineEmits<{ find: []; play: [] }>()
const bench = useBench()
const care = useCare()
const router = useRouter()
const editing = ref(false)
const title = computed(() => bench.pack?.label.title.trim() || NO_TITLE)

function rename(event: Event): void {
  const text = (event.target as HTMLInputElement).value.trim()
  editing.value = false
  if (text !== bench.pack?.label.title)
    void bench.act('Name the game', { type: 'set-label', change: { title: text.slice(0, 200) } })
}

async function keepBoth(): Promise<void> {
  const id = await bench.keepAsCopy()
  await router.push(`/packs/${id}/bench`)
}
</script>

<template>
  <header class="band">
    <NuxtLink to="/" class="home" aria-label="Pack Post, all packs"><FrameMark /></NuxtLink>
    <div class="name">
      <input
        v-if="editing"
        v-focus
        v-typed="bench.pack?.label.title"
        class="title head"
        maxlength="80"
        aria-label="Name of the game"
        @blur="rename"
        @keydown.enter="($event.target as HTMLInputElement).blur()"
        @keydown.esc="editing = false"
      />
      <button v-else class="plain-button title head" :title="`${title}. Press to rename`" @click="editing = true">
        {{ title }}
      </button>
      <span class="from soft">from {{ bench.template?.name }} {{ bench.template?.version }}</span>
    </div>
    <FrameRouteLine class="middle" />
    <FrameKeeping />
    <div class="tools">
      <v-btn icon variant="text" aria-label="Undo" :disabled="bench.canUndo === ''" @click="bench.undo()">
        <BitsIcon name="undo" />
        <v-tooltip activator="parent" location="bottom">Undo: {{ bench.canUndo }} <kbd>Ctrl Z</kbd></v-tooltip>
      </v-btn>
      <v-btn icon variant="text" aria-label="Redo" :disabled="bench.canRedo === ''" @click="bench.redo()">
        <BitsIcon name="redo" />
        <v-tooltip activator="parent" location="bottom">Redo: {{ bench.canRedo }} <kbd>Ctrl Shift Z</kbd></v-tooltip>
      </v-btn>
      <FrameHistoryMenu />
      <v-btn icon variant="text" aria-label="Find anything" @click="emit('find')">
        <BitsIcon name="find" />
        <v-tooltip activator="parent" location="bottom">Find anything <kbd>Ctrl K</kbd></v-tooltip>
      </v-btn>
      <FrameDeskSwitch />
      <v-btn color="primary" @click="emit('play')"><BitsIcon name="play" :size="16" />Play</v-btn>
    </div>
  </header>
  <div v-if="bench.saving === 'elsewhere'" class="elsewhere" role="alert">
    <span>This pack was changed in another tab, and here too. Nothing has been overwritten.</span>
    <v-btn variant="outlined" @click="bench.reload()">Take the other tab’s</v-btn>
    <v-btn variant="outlined" @click="keepBoth">Keep mine as a second pack</v-btn>
  </div>
  <div v-else-if="bench.troubled" class="elsewhere" role="alert" data-testid="not-saved">
    <span
      >This browser could not save the pack; its storage may be full. Everything is still in this tab: save it as a file
      before you close it.</span
    >
    <v-btn variant="outlined" @click="savePackAsFile">Save as a file</v-btn>
    <v-btn variant="outlined" @click="bench.save()">Try again</v-btn>
  </div>
  <div v-else-if="care.due" class="elsewhere" role="status" data-testid="file-reminder">
    <span>{{
      care.row?.filed
        ? 'A lot has changed since this pack was last saved as a file.'
        : 'This pack is only in this browser. A file of it is safe from a cleared browser.'
    }}</span>
    <v-btn variant="outlined" @click="savePackAsFile">Save as a file</v-btn>
    <v-btn variant="text" @click="care.putOff()">Not now</v-btn>
  </div>
</template>

<style scoped>
.band {
  display: flex;
  align-items: center;
  gap: 12px;
  height: 56px;
  padding: 0 16px;
  border-bottom: 1px dashed var(--soft);
  background: var(--paper);
  flex: none;
}
.home {
  display: grid;
}
.name {
  display: flex;
  flex-direction: column;
  width: 168px;
  min-width: 0;
}
.title {
  font: 700 17px/1.2 var(--head);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  max-width: 100%;
}
input.title {
  background: var(--sheet);
  color: var(--ink);
  border: 0;
  border-bottom: 1.5px solid var(--ink);
}
.from {
  font-size: 12px;
  line-height: 1.3;
}
.middle {
  margin: 0 auto;
}
.tools {
  display: flex;
  align-items: center;
  gap: 2px;
}
.tools > :last-child {
  margin-left: 8px;
}
.elsewhere {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 8px 16px;
  background: var(--sun-wash);
  border-bottom: 1px dashed var(--soft);
}
</style>

<script setup lang="ts">
import type { StoryContent, StoryLine } from '@core/kinds/story'
import type { PartSpec } from '@core/template/template'
import { ref, useTemplateRef } from 'vue'
import { focusNext } from '~/composables/focus-next'
import { useBench } from '~/stores/bench'
import { useDesk } from '~/stores/desk'
import { fromFile } from '~/composables/dropped-files'
import { useSwap } from '~/stores/swap'

/** Lines told before or after a play: words, who speaks, a voice, and how long each stays. */
const { spec, content } = defineProps<{ spec: PartSpec; content: StoryContent }>()
const emit = defineEmits<{ show: [key: string] }>()
const bench = useBench()
const swap = useSwap()
const desk = useDesk()
const picker = useTemplateRef<HTMLInputElement>('picker')
const wanted = ref<{ line: string; what: 'picture' | 'sound' } | null>(null)

const set = (name: string, lines: StoryLine[], mark = '') =>
  bench.act(name, { type: 'set-part', part: spec.id, from: content, content: { kind: 'story', lines } }, { mark })
const change = (id: string, next: Partial<StoryLine>, name: string, mark = '') =>
  set(
    name,
    content.lines.map((line) => (line.id === id ? { ...line, ...next } : line)),
    mark,
  )

/** `a1`, `a2`…: never one that was taken before, so translations stay with their lines. */
function freeId(): string {
  const taken = new Set(content.lines.map((line) => line.id))
  let n = content.lines.length + 1
  while (taken.has(`a${n}`)) n++
  return `a${n}`
}
async function add(): Promise<void> {
  const last = content.lines.at(-1)
  const id = freeId()
  await set('Add a line', [...content.lines, { id, text: '', picture: last?.picture ?? null, sound: null, seconds: 0 }])
  emit('show', `${spec.id}#${id}`)
  await focusNext('[data-line] textarea')
}
function move(at: number, by: number): void {
  const lines = [...content.lines]
  const [line] = lines.splice(at, 1)
  lines.splice(Math.max(0, Math.min(lines.length, at + by)), 0, line!)
  void set('Move a line', lines)
}
function take(line: string, what: 'picture' | 'sound'): void {
  wanted.value = { line, what }
  if (picker.value === null) return
  picker.value.accept = what === 'picture' ? 'image/*,.svg' : '.wav,.mp3,.ogg,.opus,.flac,.m4a,audio/*'
  picker.value.click()
}
async function picked(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  const to = wanted.value
  if (file === undefined || to === null) return
  const from = content
  const what = fromFile(file)
  await swap.trying(
    spec.id,
    () => (to.what === 'picture' ? swap.takeIn(what, 3) : swap.takeSound(what, 'sound')),
    (taken) =>
      bench.act(to.what === 'picture' ? 'Give the speaker a picture' : 'Give the line a voice', {
        ...{ type: 'set-part', part: spec.id, from },
        content: {
          kind: 'story',
          lines: from.lines.map((line) => (line.id === to.line ? { ...line, [to.what]: taken.hash } : line)),
        },
        assets: { ...taken.originals, [taken.hash]: taken.facts },
      }),
  )
}
const TIMES = [0, 2, 3, 4, 6, 8, 12]
</script>

<template>
  <p v-if="content.lines.length === 0" class="soft">No story here. A first line makes one; players can skip it.</p>
  <ol class="lines">
    <li v-for="(line, i) in content.lines" :key="line.id" :data-line="line.id">
      <div class="top">
        <button
          class="plain-button speaker"
          :aria-label="`Picture of who says line ${i + 1}`"
          @click="take(line.id, 'picture')"
        >
          <BitsPictureView v-if="line.picture" :asset="line.picture" />
          <span v-else class="soft">who?</span>
        </button>
        <textarea
          :value="line.text"
          rows="3"
          maxlength="600"
          :aria-label="`Line ${i + 1}`"
          @focus="emit('show', `${spec.id}#${line.id}`)"
          @input="
            change(line.id, { text: ($event.target as HTMLTextAreaElement).value }, 'Write a line', `line:${line.id}`)
          "
          @blur="bench.seal()"
        />
      </div>
      <div class="tools">
        <button class="link" @click="take(line.id, 'sound')">{{ line.sound ? 'Another voice' : 'Voice…' }}</button>
        <button v-if="line.sound" class="link" @click="change(line.id, { sound: null }, 'Take the voice out')">
          no voice
        </button>
        <button v-if="line.picture" class="link" @click="change(line.id, { picture: null }, 'Take the picture out')">
          no picture
        </button>
        <select
          :value="line.seconds"
          :aria-label="`How long line ${i + 1} stays`"
          @change="
            change(line.id, { seconds: Number(($event.target as HTMLSelectElement).value) }, 'Set how long it stays')
          "
        >
          <option v-for="s in TIMES" :key="s" :value="s">{{ s === 0 ? 'until pressed' : `${s} s` }}</option>
        </select>
        <span class="order">
          <button class="plain-button tool" :disabled="i === 0" :aria-label="`Line ${i + 1} up`" @click="move(i, -1)">
            ↑
          </button>
          <button
            class="plain-button tool"
            :disabled="i === content.lines.length - 1"
            :aria-label="`Line ${i + 1} down`"
            @click="move(i, 1)"
          >
            ↓
          </button>
          <button
            class="plain-button tool"
            :aria-label="`Remove line ${i + 1}`"
            @click="
              set(
                'Remove a line',
                content.lines.filter((one) => one.id !== line.id),
              )
            "
          >
            ×
          </button>
        </span>
      </div>
    </li>
  </ol>
  <div class="acts">
    <v-btn color="primary" data-act="add-line" @click="add">Add a line</v-btn>
    <v-btn v-if="content.lines.length > 0" variant="text" @click="desk.show('wording')">In the wording sheet</v-btn>
  </div>
  <input ref="picker" type="file" hidden data-testid="line-file" @change="picked" />
</template>

<style scoped>
.lines {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 12px;
}
.top {
  display: grid;
  grid-template-columns: 62px 1fr;
  gap: 8px;
}
.speaker {
  border: 1px dashed var(--soft);
  border-radius: 4px;
  text-align: center;
  min-height: 62px;
  overflow: hidden;
}
textarea,
select {
  font: inherit;
  color: inherit;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  padding: 3px 7px;
}
textarea {
  resize: vertical;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  font-size: 13px;
}
.order {
  margin-left: auto;
  white-space: nowrap;
}
.tool {
  min-width: 28px;
  min-height: 36px;
  text-align: center;
}
.tool:disabled {
  opacity: 0.4;
}
.acts {
  display: flex;
  gap: 6px;
}
</style>

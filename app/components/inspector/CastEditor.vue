<script setup lang="ts">
import type { CastContent, CastEntry } from '@core/kinds/cast'
import { drawingIn } from '@core/kinds'
import { fieldsOf, hasMeaning, meaning, type Meaning } from '@core/kinds/field'
import { doubledEntry, movedEntry, withEntry, withoutEntry } from '@core/pack/entries'
import type { PartSpec } from '@core/template/template'
import { computed, ref } from 'vue'
import { bringingsOf } from '~/composables/dropped'
import { useBench } from '~/stores/bench'
import { useSwap } from '~/stores/swap'

const { spec, content } = defineProps<{ spec: PartSpec; content: CastContent }>()
const bench = useBench()
const swap = useSwap()
const over = ref('')
const fields = computed(() => spec.fields ?? [])
const total = computed(() => content.entries.reduce((sum, entry) => sum + meaning(fields.value, entry, 'share'), 0))
/** What an entry does in a few words: `10 points, 60 %`. */
function factsOf(entry: CastEntry): string {
  const of = (means: Meaning) => meaning(fields.value, entry, means)
  const does = hasMeaning(fields.value, 'harm') ? `costs ${of('harm')}` : `${of('score')} points`
  const share = total.value === 0 ? 0 : Math.round((of('share') / total.value) * 100)
  return [
    ...(hasMeaning(fields.value, 'harm') || hasMeaning(fields.value, 'score') ? [does] : []),
    ...(hasMeaning(fields.value, 'share') ? [`${share} %`] : []),
    ...(hasMeaning(fields.value, 'count') ? [`${of('count')} of them`] : []),
    ...(hasMeaning(fields.value, 'price') ? [of('price') === 0 ? 'given away' : `${of('price')} points`] : []),
  ].join(', ')
}

/** What these are looks of. */
const hero = computed(() => drawingIn(bench.content(spec.dresses ?? ''))?.sprite)
async function likeHero(): Promise<void> {
  if (hero.value === undefined) return
  const sprite = JSON.parse(JSON.stringify(hero.value)) as CastEntry['sprite']
  const next = withEntry(content, { ...fieldsOf(fields.value, {}), id: 'look', name: 'Another look', sprite })
  const id = next.entries.at(-1)!.id
  await bench.act('Add a look', { type: 'set-part', part: spec.id, from: content, content: next })
  bench.select(spec.id, id)
}

/** Many at once, of one name and one colour: they take after the first there is, or after the template's. */
const counts = computed(() => hasMeaning(fields.value, 'count'))
const many = ref({ count: 12, colour: '#8a8f98', name: '' })
async function makeMany(): Promise<void> {
  const own = bench.baseSpec(spec.id)?.content
  const like = content.entries[0] ?? (own?.kind === 'cast' ? own.entries[0] : undefined)
  const field = fields.value.find((one) => one.type === 'number' && one.means === 'count')
  if (like === undefined || field === undefined) return
  const { count, colour, name } = many.value
  const sprite = { ...like.sprite, recolour: { hue: 0, tint: colour, share: 1, swaps: [] } }
  const called = name.trim() || 'Piece'
  const values = fieldsOf(fields.value, { [field.id]: count })
  const next = withEntry(content, { ...values, id: called, name: called.slice(0, 60), sprite })
  many.value.name = ''
  await bench.act(`Make ${String(values[field.id])} ${called}`, {
    type: 'set-part',
    part: spec.id,
    from: content,
    content: next,
  })
  bench.select(spec.id, next.entries.at(-1)!.id)
}

function move(entry: CastEntry, by: number): void {
  const at = content.entries.findIndex((one) => one.id === entry.id)
  change(`Move ${entry.name}`, movedEntry(content, entry.id, at + by))
}
function change(name: string, next: CastContent): void {
  void bench.act(name, { type: 'set-part', part: spec.id, from: content, content: next })
}
async function dropped(event: DragEvent, entry: string): Promise<void> {
  over.value = ''
  const what = await bringingsOf(event.dataTransfer)
  if (what.length > 0) await swap.put(what, spec.id, entry)
}
</script>

<template>
  <ol class="cast">
    <li
      v-for="(entry, i) in content.entries"
      :key="entry.id"
      :class="{ over: over === entry.id }"
      :data-entry="entry.id"
      @dragover.prevent="over = entry.id"
      @dragleave="over = ''"
      @drop.prevent="dropped($event, entry.id)"
    >
      <button class="plain-button open" @click="bench.select(spec.id, entry.id)">
        <span class="drawing checker"><BitsFrameView :sprite="entry.sprite" playing /></span>
        <span class="words">
          <b>{{ entry.name }}</b>
          <span class="soft">{{ factsOf(entry) }}</span>
        </span>
      </button>
      <span class="tools">
        <v-btn
          icon
          variant="text"
          size="small"
          :disabled="i === 0"
          :aria-label="`${entry.name} up`"
          @click="move(entry, -1)"
          ><BitsIcon name="up" :size="15"
        /></v-btn>
        <v-btn
          icon
          variant="text"
          size="small"
          :disabled="i === content.entries.length - 1"
          :aria-label="`${entry.name} down`"
          @click="move(entry, 1)"
          ><BitsIcon name="down" :size="15"
        /></v-btn>
        <v-btn
          icon
          variant="text"
          size="small"
          :aria-label="`Duplicate ${entry.name}`"
          @click="change(`Duplicate ${entry.name}`, doubledEntry(content, entry.id))"
          ><BitsIcon name="twin" :size="15"
        /></v-btn>
        <v-btn
          icon
          variant="text"
          size="small"
          :aria-label="`Remove ${entry.name}`"
          @click="change(`Remove ${entry.name}`, withoutEntry(content, entry.id))"
          ><BitsIcon name="bin" :size="15"
        /></v-btn>
      </span>
    </li>
    <li v-if="content.entries.length === 0" class="soft none">
      {{
        spec.dresses === undefined
          ? 'Nobody is in this cast. Add a picture from a file or the drawer.'
          : 'No looks yet, so players are not asked. Add a picture, or begin with the hero and give it other colours.'
      }}
    </li>
    <li v-if="hero" class="none">
      <button class="link" data-act="like-hero" @click="likeHero()">A look like the hero…</button>
    </li>
  </ol>
  <form v-if="counts" class="many" data-act="many-form" @submit.prevent="makeMany()">
    <b>Many at once</b>
    <input v-model.number="many.count" type="number" min="1" max="60" aria-label="How many" />
    <input v-model="many.colour" type="color" aria-label="Colour" />
    <input v-model="many.name" type="text" maxlength="60" placeholder="Named, for example Gull" aria-label="Name" />
    <v-btn type="submit" variant="outlined" size="small">Make them</v-btn>
  </form>
</template>

<style scoped>
.cast {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  align-items: center;
  justify-content: space-between;
  border-bottom: 1px solid var(--rule);
  padding: 5px 0;
}
li.over {
  background: var(--teal-wash);
}
.open {
  display: flex;
  align-items: center;
  gap: 10px;
  min-width: 0;
  flex: 1;
}
.drawing {
  width: 42px;
  height: 42px;
  padding: 3px;
  border-radius: 3px;
  flex: none;
}
.words {
  display: flex;
  flex-direction: column;
  min-width: 0;
  line-height: 1.3;
  font-size: 13.5px;
}
.words b {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.tools {
  display: flex;
}
.tools :deep(.v-btn) {
  width: 27px;
  min-height: 36px;
}
.none {
  padding: 12px 0;
}
.many {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding: 12px 0;
}
.many b {
  flex: 1 0 100%;
}
.many input {
  font: inherit;
  padding: 5px 8px;
  border: 1px solid var(--soft);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
.many [type='number'] {
  width: 64px;
}
.many [type='color'] {
  width: 42px;
  height: 34px;
  padding: 2px;
}
.many [type='text'] {
  flex: 1 1 130px;
  min-width: 0;
}
</style>

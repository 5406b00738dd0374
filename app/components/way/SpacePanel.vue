<script setup lang="ts">
import type { Effect } from '@core/game/way'
import { MOST_POINTS, MOST_SAID, MOST_SENT } from '@core/kinds/way'
import { nameOf } from '@core/pack/way'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { bringingsOf } from '~/composables/dropped'
import { useDesk } from '~/stores/desk'
import { useBench } from '~/stores/bench'
import { fromFile } from '~/composables/dropped-files'
import { useWay } from '~/stores/way'

/** One space: what it says, its picture, and what happens to who comes there. */
const way = useWay()
const bench = useBench()
const desk = useDesk()
const picker = useTemplateRef<HTMLInputElement>('picker')
const tag = ref('')
const spoken = computed(() => [{ tag: '', name: bench.pack?.language.name ?? '' }, ...way.languages])
const name = computed(() => nameOf(way.content, way.at).replace(/^./, (first) => first.toUpperCase()))
const isEnd = computed(() => way.at === 0 || way.at === way.count - 1)
const written = computed(() => (tag.value === '' ? way.space?.text : way.space?.in?.[tag.value]) ?? '')
const landed = computed(() => way.stops[way.at])
const effect = computed(() => way.space?.effect)

/** Which of the ways something can happen is chosen, and what each begins with. */
const kinds = computed<{ id: string; name: string; made: Effect | undefined }[]>(() => [
  { id: 'none', name: 'nothing', made: undefined },
  { id: 'forward', name: 'forward', made: { does: 'move', by: 2 } },
  { id: 'back', name: 'back', made: { does: 'move', by: -2 } },
  { id: 'go', name: 'go to', made: { does: 'go', to: way.spaces[Math.max(0, way.at - 3)]?.id ?? '' } },
  { id: 'miss', name: 'miss a turn', made: { does: 'miss' } },
  { id: 'again', name: 'throw again', made: { does: 'again' } },
  ...way.decks.map((deck) => ({
    ...{ id: deck.part, name: deck.name },
    made: { does: 'draw', deck: deck.part } as Effect,
  })),
])
const kind = computed(() => {
  const one = effect.value
  if (one === undefined) return 'none'
  if (one.does === 'move') return one.by < 0 ? 'back' : 'forward'
  return one.does === 'draw' ? one.deck : one.does
})
const by = computed(() => (effect.value?.does === 'move' ? Math.abs(effect.value.by) : 0))
function setBy(value: number): void {
  const steps = Math.max(1, Math.min(MOST_SENT, Math.round(value) || 1))
  void way.setEffect({ does: 'move', by: kind.value === 'back' ? -steps : steps })
}
const emptyDeck = computed(() => {
  const one = effect.value
  return one?.does === 'draw' ? way.decks.find(({ part, rows }) => part === one.deck && rows === 0) : undefined
})
function openDeck(part: string): void {
  bench.select(part)
  desk.show('deck')
}
const linkWrong = ref(false)
watch(
  () => way.space?.id,
  () => (linkWrong.value = false),
)
function setLink(value: string): void {
  const tidy = value.trim()
  linkWrong.value = tidy !== '' && !/^https:\/\/\S+$/.test(tidy)
  if (!linkWrong.value) void way.change('Give a space an address', { link: tidy === '' ? undefined : tidy })
}
const setPoints = (value: number): void =>
  void way.change('Give a space points', {
    points:
      Math.round(value) === 0 || Number.isNaN(value)
        ? undefined
        : Math.max(-MOST_POINTS, Math.min(MOST_POINTS, Math.round(value))),
  })
async function picked(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file !== undefined) await way.put(fromFile(file), way.at)
}
async function dropped(event: DragEvent): Promise<void> {
  const [what] = await bringingsOf(event.dataTransfer)
  if (what !== undefined) await way.put(what, way.at)
}
const number = (event: Event): number => (event.target as HTMLInputElement).valueAsNumber
</script>

<template>
  <div v-if="way.space" class="panel" data-testid="way-space">
    <header>
      <h3>{{ name }}</h3>
      <span v-if="landed !== undefined && !isEnd" class="soft"
        >stopped at in {{ Math.round(landed * 100) }} of 100 rounds of four</span
      >
    </header>
    <div class="both">
      <label class="words">
        <span
          >Words
          <select v-if="way.languages.length > 0" v-model="tag" aria-label="Language of these words">
            <option v-for="one in spoken" :key="one.tag" :value="one.tag">{{ one.name }}</option>
          </select></span
        >
        <textarea
          :value="written"
          rows="3"
          dir="auto"
          :lang="tag || undefined"
          :maxlength="MOST_SAID"
          :placeholder="tag === '' ? 'Nothing is said here' : way.space.text"
          data-testid="way-words"
          @input="way.say(($event.target as HTMLTextAreaElement).value, tag)"
          @blur="bench.seal()"
        />
      </label>
      <div class="picture">
        <span>Picture</span>
        <button
          class="plain-button shown checker"
          :aria-label="way.space.picture ? 'Another picture' : 'Put a picture there'"
          data-act="way-picture"
          @click="picker?.click()"
          @dragover.prevent
          @drop.prevent.stop="dropped"
        >
          <BitsPictureView
            v-if="way.space.picture"
            :asset="way.space.picture"
            fit="contain"
            :crisp="way.space.crisp === true"
          />
          <BitsIcon v-else name="camera" />
        </button>
        <button
          v-if="way.space.picture"
          class="link"
          @click="way.change('Take a picture off a space', { picture: undefined, crisp: undefined })"
        >
          Take it off
        </button>
        <input ref="picker" type="file" accept="image/*" hidden data-testid="way-picture-file" @change="picked" />
      </div>
    </div>
    <template v-if="!isEnd">
      <h4 id="way-effect">What happens there</h4>
      <div class="effects" role="radiogroup" aria-labelledby="way-effect">
        <button
          v-for="one in kinds"
          :key="one.id"
          type="button"
          role="radio"
          :aria-checked="kind === one.id"
          :class="['plain-button', 'effect', { on: kind === one.id }]"
          :data-effect="one.id"
          @click="kind === one.id || way.setEffect(one.made)"
        >
          {{ one.name }}
        </button>
      </div>
      <label v-if="effect?.does === 'move'" class="row"
        >{{ kind === 'back' ? 'Back' : 'Forward' }}
        <input
          v-typed="by"
          type="number"
          min="1"
          :max="MOST_SENT"
          data-testid="way-by"
          @change="setBy(number($event))"
        />
        spaces</label
      >
      <label v-else-if="effect?.does === 'go'" class="row"
        >Go to
        <select
          :value="effect.to"
          data-testid="way-to"
          @change="way.setEffect({ does: 'go', to: ($event.target as HTMLSelectElement).value })"
        >
          <option v-for="(space, i) in way.spaces" :key="space.id" :value="space.id" :disabled="i === way.at">
            {{ nameOf(way.content, i) }}
          </option>
        </select>
      </label>
      <p v-if="way.result" role="status" data-testid="way-result">{{ way.result }}</p>
      <p v-if="emptyDeck" class="bad">
        There is no card in it yet.
        <button class="link" @click="openDeck(emptyDeck.here)">Write some</button>
      </p>
    </template>
    <div class="row">
      <label v-if="way.spec?.way?.points"
        >Points
        <input
          v-typed="way.space.points ?? 0"
          type="number"
          :min="-MOST_POINTS"
          :max="MOST_POINTS"
          data-testid="way-points"
          @change="setPoints(number($event))"
        />
      </label>
      <label class="address"
        >To read on
        <input
          v-typed="way.space.link"
          type="url"
          maxlength="200"
          placeholder="https://…"
          @change="setLink(($event.target as HTMLInputElement).value)"
        />
      </label>
    </div>
    <p v-if="linkWrong" class="bad">An address begins with https:// and has no gaps.</p>
    <p v-for="ring in way.rings" :key="ring" class="bad" data-testid="way-ring">{{ ring }}</p>
    <div class="row">
      <v-btn
        variant="outlined"
        size="small"
        :disabled="way.at === way.count - 1"
        data-act="way-add"
        @click="way.add(way.at)"
        >One more after it (Ins)</v-btn
      >
      <v-btn variant="text" size="small" data-act="way-remove" @click="way.remove()">Take it out (Del)</v-btn>
    </div>
  </div>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 10px;
}
header {
  display: flex;
  align-items: baseline;
  gap: 10px;
  flex-wrap: wrap;
}
h4 {
  margin: 2px 0 -4px;
}
.both {
  display: flex;
  gap: 10px;
}
.words {
  flex: 1;
  display: grid;
  gap: 4px;
}
.words span {
  display: flex;
  gap: 8px;
  justify-content: space-between;
}
.picture {
  display: grid;
  gap: 4px;
  align-content: start;
}
.shown {
  width: 76px;
  height: 70px;
  display: grid;
  place-items: center;
  border: 1px dashed var(--soft);
  border-radius: 4px;
  overflow: hidden;
}
textarea,
input,
select {
  font: inherit;
  padding: 5px 8px;
  border: 1px solid var(--soft);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
textarea {
  width: 100%;
  resize: vertical;
}
input[type='number'] {
  width: 76px;
}
.effects {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 6px;
}
.effect {
  border: 1px solid var(--rule);
  border-radius: 4px;
  padding: 7px 4px;
  min-height: 36px;
  text-align: center;
  font-size: 13.5px;
}
.effect.on {
  border: 2px solid var(--teal);
  background: var(--desk);
  font-weight: 700;
}
.row {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
  align-items: center;
}
.row label {
  display: flex;
  gap: 8px;
  align-items: center;
}
.address {
  flex: 1;
}
.address input {
  flex: 1;
  min-width: 80px;
}
.bad {
  color: var(--vermilion);
  font-weight: 700;
}
</style>

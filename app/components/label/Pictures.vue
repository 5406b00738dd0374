<script setup lang="ts">
import { LABEL_LIMITS, type Label } from '@core/label/label'
import { computed, ref, useTemplateRef } from 'vue'
import { useBench } from '~/stores/bench'
import { fromFile } from '~/composables/dropped-files'
import { SLOTS, slotWords, useLabelPictures, type Slot } from '~/stores/label-pictures'

const { note } = defineProps<{ note: string }>()
const bench = useBench()
const pictures = useLabelPictures()
const label = computed<Label>(() => bench.pack!.label)
const choosing = ref(false)
const slot = ref<Slot>('cover')
const picker = useTemplateRef<HTMLInputElement>('picker')
const inSlot = (one: Slot): string | null =>
  one === 'shot' ? (label.value.shots.at(-1)?.asset ?? null) : label.value[one]
const wordsOf = (one: Slot) => slotWords(one, bench.pack?.stage ?? 'wide')
const options = SLOTS.map((id) => ({ id, name: wordsOf(id).name }))

function open(one: Slot): void {
  slot.value = one
  choosing.value = true
}
/** One after the other: the next one that is missing, until none is. */
function goOn(): void {
  const missing = SLOTS.find((one) => one !== slot.value && inSlot(one) === null)
  if (missing === undefined) choosing.value = false
  else slot.value = missing
}
async function bring(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file !== undefined) await pictures.bring(slot.value, fromFile(file))
}
function setAlt(i: number, alt: string): void {
  const shots = label.value.shots.map((shot, k) => (k === i ? { ...shot, alt } : shot))
  void bench.act('Describe a shot', { type: 'set-label', change: { shots } }, { mark: `label:shot:${i}` })
}
</script>

<template>
  <div class="pictures">
    <div class="slots">
      <div v-for="one in SLOTS.filter((id) => id !== 'shot')" :key="one" :class="['slot', one]">
        <button
          :class="['plain-button', 'shown', { empty: inSlot(one) === null }]"
          :aria-label="`${wordsOf(one).name}: ${inSlot(one) === null ? 'none yet, take one' : 'take another'}`"
          :data-slot="one"
          @click="open(one)"
        >
          <BitsPictureView v-if="inSlot(one)" :asset="inSlot(one)!" :alt="one === 'cover' ? label.coverAlt : ''" />
          <BitsIcon v-else name="camera" />
        </button>
        <p class="name">
          <b>{{ wordsOf(one).name }}</b>
          <button
            v-if="inSlot(one)"
            class="plain-button out"
            :aria-label="`Take out the ${wordsOf(one).name.toLowerCase()}`"
            @click="pictures.remove(one, inSlot(one)!)"
          >
            <BitsIcon name="bin" :size="15" />
          </button>
          <span v-else class="soft mono">{{ wordsOf(one).size }}</span>
        </p>
      </div>
    </div>
    <div class="acts">
      <v-btn
        :color="label.cover ? undefined : 'primary'"
        :variant="label.cover ? 'outlined' : 'flat'"
        data-testid="take-cover"
        @click="choosing = !choosing"
        ><BitsIcon name="camera" />{{ choosing ? 'Close' : 'Take from play' }}</v-btn
      >
      <v-btn v-if="slot !== 'clip'" variant="text" @click="picker?.click()"
        >{{ wordsOf(slot).name }} from a file…</v-btn
      >
      <input ref="picker" type="file" accept="image/*" hidden data-testid="cover-file" @change="bring" />
      <p v-if="note" class="note">{{ note }}</p>
    </div>
    <template v-if="choosing">
      <BitsChoiceRow v-model="slot" :options="options" label="Which picture" />
      <LazyLabelFolderPicture v-if="bench.base?.kind === 'folder'" :target="slot" @taken="goOn" />
      <LabelPicturePicker
        v-else
        :key="slot"
        :setup="bench.setup!"
        :template="bench.template!"
        :target="slot"
        @taken="goOn"
      />
    </template>
    <v-text-field
      v-if="label.cover"
      :model-value="label.coverAlt"
      label="What the cover shows, for people who cannot see it"
      :maxlength="LABEL_LIMITS.alt"
      data-testid="cover-alt"
      @update:model-value="
        bench.act('Describe the cover', { type: 'set-label', change: { coverAlt: $event } }, { mark: 'label:alt' })
      "
      @blur="bench.seal()"
    />
    <div class="shots">
      <div v-for="(shot, i) in label.shots" :key="shot.asset" class="shot">
        <div class="shown"><BitsPictureView :asset="shot.asset" :alt="shot.alt" /></div>
        <v-text-field
          :model-value="shot.alt"
          :label="`What shot ${i + 1} shows`"
          :maxlength="LABEL_LIMITS.alt"
          @update:model-value="setAlt(i, $event)"
          @blur="bench.seal()"
        />
        <v-btn icon variant="text" :aria-label="`Take out shot ${i + 1}`" @click="pictures.remove('shot', shot.asset)"
          ><BitsIcon name="bin"
        /></v-btn>
      </div>
      <button v-if="label.shots.length < LABEL_LIMITS.shots" class="link" @click="open('shot')">
        Add a shot of play ({{ label.shots.length }} of {{ LABEL_LIMITS.shots }})
      </button>
    </div>
  </div>
</template>

<style scoped>
.pictures {
  display: grid;
  gap: 10px;
}
.slots {
  display: flex;
  flex-wrap: wrap;
  gap: 14px;
}
.slots .shown {
  height: 96px;
  background: #171b26;
  display: grid;
}
.slots .empty {
  background: none;
  border: 1.5px dashed var(--soft);
  place-items: center;
}
.cover .shown,
.clip .shown {
  width: 154px;
}
.square .shown {
  width: 96px;
}
.icon .shown {
  width: 64px;
  height: 64px;
}
.name {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 6px;
  font-size: 12.5px;
  min-height: 28px;
}
.out {
  width: 26px;
  height: 26px;
  display: grid;
  place-items: center;
}
.acts {
  display: flex;
  align-items: center;
  gap: 6px;
  flex-wrap: wrap;
}
.note {
  color: var(--sun);
  font-weight: 700;
  font-size: 13px;
}
.shots {
  display: grid;
  gap: 8px;
  justify-items: start;
}
.shot {
  display: flex;
  gap: 10px;
  align-items: center;
  width: 100%;
}
.shot .shown {
  width: 96px;
  height: 60px;
  background: #171b26;
  flex: none;
}
</style>

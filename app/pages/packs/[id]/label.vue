<script setup lang="ts">
import { kindOf } from '@core/kinds'
import { ageResult } from '@core/label/age-guide'
import { textOf } from '@core/check/texts'
import { LABEL_LIMITS, SEASON_NAMES, SEASONS, type Label, type LabelField } from '@core/label/label'
import { CATEGORIES, CATEGORY_NAMES } from '@core/label/names'
import { mergeable, suggestTags, tidyTag } from '@core/label/tags'
import { focusNext } from '~/composables/focus-next'
import { useDebounceFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useBench } from '~/stores/bench'
import { useCheck } from '~/stores/check'
import { usePostedGame } from '~/stores/posted-game'

const bench = useBench()
const check = useCheck()
const posted = usePostedGame()
const label = computed<Label>(() => bench.pack!.label)
const typedTag = ref('')
const SECTIONS = [
  ['title', 'Name'],
  ['tags', 'Tags'],
  ['words', 'Words'],
  ['howTo', 'How to play'],
  ['languages', 'Languages'],
  ['devices', 'Devices'],
  ['pictures', 'Pictures'],
  ['age', 'Age guide'],
  ['who', 'Who sees it'],
  ['privacy', 'Privacy'],
  ['credits', 'Credits'],
  ['copies', 'Copies'],
] as const
const sections = computed(() => SECTIONS.filter(([id]) => id !== 'languages' || bench.pack!.languages.length > 0))

function set(change: Partial<Label>, name: string, mark = ''): void {
  void bench.act(name, { type: 'set-label', change }, { mark })
}
const note = (field: LabelField): string => {
  const finding = check.findings.find((one) => one.subject.field === field)
  return finding === undefined ? '' : textOf(finding).what
}
const words = computed(() => {
  const own = Object.keys(bench.pack?.parts ?? {}).flatMap((part) => bench.content(part) ?? [])
  const names = own.flatMap((content) => kindOf(content).said(content))
  return [...names, bench.template!.tagline, label.value.short, label.value.description]
})
const suggested = computed(() => suggestTags(words.value, label.value.tags))
const alike = computed(() => mergeable(label.value.tags))

/** Whether the arcade has another public game of this title; asked while it is typed. */
const taken = ref(false)
const askTitle = useDebounceFn(async (title: string) => {
  taken.value = title.trim() !== '' && (await posted.titleTaken(title))
}, 400)
watch(
  () => label.value.title,
  (title) => void askTitle(title),
  { immediate: true },
)
const titleNote = computed(
  () => note('title') || (taken.value ? 'A public game in the arcade has this title already.' : ''),
)

function addTag(raw: string): void {
  const tag = tidyTag(raw)
  typedTag.value = ''
  if (tag !== '' && !label.value.tags.includes(tag)) set({ tags: [...label.value.tags, tag] }, `Tag ${tag}`)
}
const steps = computed(() => (label.value.howTo.length === 0 ? [''] : label.value.howTo))
function setStep(i: number, text: string): void {
  set({ howTo: steps.value.map((step, k) => (k === i ? text : step)) }, 'Write how to play', 'label:howTo')
}
function dropStep(i: number): void {
  set({ howTo: steps.value.filter((_, k) => k !== i) }, 'Take out a step')
}
async function addStep(): Promise<void> {
  await bench.act('Add a step', { type: 'set-label', change: { howTo: [...steps.value, ''] } })
  await focusNext('[data-testid^="label-step-"] input')
}
const openFields = computed(() => check.labelOpen)
const openAnswers = computed(() => ageResult(label.value.ageGuide).open.length)
</script>

<template>
  <main class="label-page">
    <div class="sheet-side">
      <div class="top">
        <h1>Label</h1>
        <p class="soft">
          {{
            openFields === 0
              ? 'Everything that must be said is said.'
              : `${openFields} ${openFields === 1 ? 'field' : 'fields'} must still be filled in.`
          }}
        </p>
        <LabelPresets />
        <nav class="index" aria-label="On this page">
          <a v-for="[id, name] in sections" :key="id" :href="`#label-${id}`">{{ name }}</a>
        </nav>
      </div>
      <LabelRow id="title" name="Name" hint="what people will look for">
        <v-text-field
          :model-value="label.title"
          aria-label="Title"
          :counter="LABEL_LIMITS.title"
          persistent-counter
          data-testid="label-title"
          :error-messages="titleNote || undefined"
          @update:model-value="set({ title: $event.slice(0, 200) }, 'Name the game', 'label:title')"
          @blur="bench.seal()"
        />
        <v-text-field
          :model-value="label.author"
          aria-label="Maker"
          label="Made by: a made-up name, never a real one"
          maxlength="60"
          placeholder="harbour-club"
          @update:model-value="set({ author: $event }, 'Name the maker', 'label:author')"
          @blur="bench.seal()"
        />
      </LabelRow>
      <LabelRow id="tags" name="Tags" hint="three to six, and what kind of game">
        <div class="tags">
          <span v-for="tag in label.tags" :key="tag" class="tag"
            ><b>{{ tag }}</b
            ><button
              class="plain-button"
              :aria-label="`Take out ${tag}`"
              @click="set({ tags: label.tags.filter((one) => one !== tag) }, `Take out tag ${tag}`)"
            >
              <BitsIcon name="close" :size="13" /></button
          ></span>
          <v-text-field
            v-model="typedTag"
            class="tag-field"
            placeholder="Add a tag"
            aria-label="Add a tag"
            maxlength="24"
            data-testid="label-tag"
            @keydown.enter="addTag(typedTag)"
            @blur="addTag(typedTag)"
          />
        </div>
        <p v-if="suggested.length > 0" class="soft">
          From your words:
          <button v-for="tag in suggested" :key="tag" class="link suggestion" @click="addTag(tag)">{{ tag }}</button>
        </p>
        <p v-for="[keep, drop] in alike" :key="drop" class="soft">
          “{{ keep }}” and “{{ drop }}” say the same.
          <button
            class="link"
            @click="set({ tags: label.tags.filter((one) => one !== drop) }, `Merge ${drop} into ${keep}`)"
          >
            Keep “{{ keep }}”
          </button>
        </p>
        <p v-if="note('tags')" class="note">{{ note('tags') }}</p>
        <div class="selects">
          <label
            >Kind of game
            <select
              :value="label.category"
              data-testid="label-category"
              @change="
                set({ category: ($event.target as HTMLSelectElement).value as Label['category'] }, 'Choose the kind')
              "
            >
              <option v-for="one in CATEGORIES" :key="one" :value="one">{{ CATEGORY_NAMES[one] }}</option>
            </select></label
          >
          <label
            >Season
            <select
              :value="label.season"
              @change="
                set({ season: ($event.target as HTMLSelectElement).value as Label['season'] }, 'Choose the season')
              "
            >
              <option v-for="one in SEASONS" :key="one" :value="one">{{ SEASON_NAMES[one] }}</option>
            </select></label
          >
        </div>
      </LabelRow>
      <LabelRow id="words" name="Words" hint="one line, then a paragraph">
        <v-text-field
          :model-value="label.short"
          aria-label="In one line"
          :counter="LABEL_LIMITS.short"
          maxlength="80"
          persistent-counter
          placeholder="In one line"
          data-testid="label-short"
          :messages="note('short') || undefined"
          @update:model-value="set({ short: $event }, 'Write the short line', 'label:short')"
          @blur="bench.seal()"
        />
        <v-textarea
          :model-value="label.description"
          aria-label="Description"
          :counter="LABEL_LIMITS.description"
          maxlength="600"
          persistent-counter
          placeholder="What happens, how long a game takes, who it is for"
          hint="A line that begins with - is a point; *stars* stress a word."
          persistent-hint
          data-testid="label-description"
          :error-messages="note('description') || undefined"
          auto-grow
          @update:model-value="set({ description: $event }, 'Write the description', 'label:description')"
          @blur="bench.seal()"
        />
      </LabelRow>
      <LabelRow id="howTo" name="How to play" hint="a few short steps">
        <div v-for="(step, i) in steps" :key="i" class="step">
          <span class="mono soft">{{ i + 1 }}.</span>
          <v-text-field
            :model-value="step"
            :aria-label="`Step ${i + 1}`"
            maxlength="120"
            :data-testid="`label-step-${i}`"
            @update:model-value="setStep(i, $event)"
            @blur="bench.seal()"
          />
          <v-btn
            icon
            variant="text"
            :aria-label="`Take out step ${i + 1}`"
            :disabled="steps.length === 1"
            @click="dropStep(i)"
            ><BitsIcon name="bin"
          /></v-btn>
        </div>
        <p v-if="note('howTo')" class="note">{{ note('howTo') }}</p>
        <button v-if="steps.length < LABEL_LIMITS.howToSteps" class="link add" @click="addStep">Add a step</button>
      </LabelRow>
      <LabelRow
        v-if="bench.pack!.languages.length > 0"
        id="languages"
        name="Languages"
        hint="each player reads their own"
      >
        <LabelLanguages />
        <p v-if="note('languages')" class="note">{{ note('languages') }}</p>
      </LabelRow>
      <LabelRow id="devices" name="Devices" hint="and controls, from the template">
        <LabelDevicesForm />
        <p v-if="note('devices')" class="note">{{ note('devices') }}</p>
      </LabelRow>
      <LabelRow id="pictures" name="Pictures" hint="taken from play">
        <LabelPictures :note="note('cover')" />
      </LabelRow>
      <LabelRow id="age" name="Age guide" :hint="openAnswers === 0 ? 'all answered' : `${openAnswers} open`">
        <LabelAgeGuide />
      </LabelRow>
      <LabelRow
        id="who"
        name="Who sees it"
        :hint="posted.liveRecord ? 'changes at once, any time' : 'when it is posted'"
      >
        <BitsVisibilityPicker />
      </LabelRow>
      <LabelRow id="privacy" name="Privacy" hint="what players are told">
        <LabelPrivacyForm />
        <p v-if="note('privacy')" class="note">{{ note('privacy') }}</p>
      </LabelRow>
      <LabelCredits />
      <LabelRow id="copies" name="Copies" hint="and how much is yours">
        <LabelCopiesForm />
        <p v-if="note('copies')" class="note">{{ note('copies') }}</p>
      </LabelRow>
    </div>
    <aside class="preview-side" tabindex="0" aria-label="What others will see"><LabelPreview /></aside>
  </main>
</template>

<style scoped>
.label-page {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(320px, 404px);
}
.sheet-side {
  overflow-y: auto;
  padding: 20px 28px 60px;
}
.top {
  display: flex;
  align-items: baseline;
  gap: 14px;
  padding-bottom: 14px;
  flex-wrap: wrap;
}
.index {
  flex-basis: 100%;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  font-size: 13px;
}
.preview-side {
  background: var(--desk);
  border-left: 1px solid var(--rule);
  overflow-y: auto;
  padding: 18px 22px;
}
.tags {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.tag {
  display: flex;
  align-items: center;
  gap: 6px;
  padding: 4px 8px 4px 18px;
  background: var(--kraft-wash);
  clip-path: polygon(10px 0, 100% 0, 100% 100%, 10px 100%, 0 50%);
}
.tag button {
  width: 24px;
  height: 24px;
  display: grid;
  place-items: center;
}
.tag-field {
  max-width: 160px;
}
.suggestion {
  margin-right: 10px;
  padding: 0;
}
.note {
  color: var(--sun);
  font-weight: 700;
  font-size: 13px;
}
.step {
  display: flex;
  align-items: center;
  gap: 8px;
}
.add {
  justify-self: start;
}
.selects {
  display: flex;
  gap: 22px;
  flex-wrap: wrap;
}
.selects label {
  display: flex;
  gap: 8px;
  align-items: center;
}
summary {
  cursor: pointer;
  font-weight: 700;
  padding: 6px 0;
}
</style>

<script setup lang="ts">
import { textOf } from '@core/check/texts'
import { LABEL_LIMITS, OFFERED_VISIBILITIES, type Label, type LabelField, type Visibility } from '@core/label/label'
import { suggestTags, tidyTag } from '@core/label/tags'
import { creditsOf } from '@core/parcel/game-doc'
import { assetsOf } from '@core/pack/content'
import { computed, ref, useTemplateRef } from 'vue'
import { VISIBILITY_WORDS } from '~/composables/visibility'
import { useBench } from '~/stores/bench'
import { useCheck } from '~/stores/check'
import { useCovers } from '~/stores/covers'
import { usePosting } from '~/stores/posting'
import { fromFile } from '~/stores/incoming'

const bench = useBench()
const check = useCheck()
const covers = useCovers()
const posting = usePosting()
const label = computed<Label>(() => bench.pack!.label)
const choosing = ref(false)
const picker = useTemplateRef<HTMLInputElement>('picker')
const typedTag = ref('')

function set(change: Partial<Label>, name: string, mark = ''): void {
  void bench.act(name, { type: 'set-label', change }, { mark })
}
const note = (field: LabelField): string => {
  const finding = check.findings.find((one) => one.subject.field === field)
  return finding === undefined ? '' : textOf(finding).what
}
const words = computed(() => {
  const found = Object.keys(bench.pack?.parts ?? {}).map((part) => bench.content(part))
  const names = found.flatMap((content) =>
    content?.kind === 'wording'
      ? [content.text]
      : content?.kind === 'cast'
        ? content.entries.map((entry) => entry.name)
        : [],
  )
  return [...names, label.value.short, label.value.description]
})
const suggested = computed(() => suggestTags(words.value, label.value.tags))

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
const credits = computed(() => creditsOf(bench.template!, bench.pack!))
const ownAssets = computed(() => {
  const used = new Map<string, string>()
  for (const spec of bench.template!.parts) {
    const own = bench.pack!.parts[spec.id]
    if (own === undefined) continue
    for (const hash of assetsOf(own))
      if (bench.pack!.assets[hash] !== undefined && !used.has(hash)) used.set(hash, spec.name)
  }
  return [...used]
})
const unknown = computed(() =>
  ownAssets.value.filter(
    ([hash]) => bench.pack!.assets[hash]!.source.author === '' || bench.pack!.assets[hash]!.source.licence === '',
  ),
)
const openFields = computed(() => check.labelOpen)

async function chooseVisibility(visibility: Visibility): Promise<void> {
  if (posting.liveRecord !== null) await posting.setVisibility(visibility)
  else set({ visibility }, 'Choose who can see it')
}
async function bringCover(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file !== undefined) await covers.bring(fromFile(file))
}
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
        <nav class="index" aria-label="On this page">
          <a
            v-for="one in [
              ['title', 'Name'],
              ['tags', 'Tags'],
              ['words', 'Words'],
              ['howTo', 'How to play'],
              ['pictures', 'Pictures'],
              ['who', 'Who sees it'],
              ['credits', 'Credits'],
            ]"
            :key="one[0]"
            :href="`#label-${one[0]}`"
            >{{ one[1] }}</a
          >
        </nav>
      </div>
      <LabelRow id="title" name="Name" hint="what people will look for">
        <v-text-field
          :model-value="label.title"
          aria-label="Title"
          :counter="LABEL_LIMITS.title"
          persistent-counter
          data-testid="label-title"
          :error-messages="note('title') || undefined"
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
      <LabelRow id="tags" name="Tags" hint="three to six">
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
        <p v-if="note('tags')" class="note">{{ note('tags') }}</p>
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
        <button
          v-if="steps.length < LABEL_LIMITS.howToSteps"
          class="link add"
          @click="set({ howTo: [...steps, ''] }, 'Add a step')"
        >
          Add a step
        </button>
      </LabelRow>
      <LabelRow id="pictures" name="Pictures" hint="taken from play">
        <div class="cover-line">
          <div v-if="label.cover" class="cover"><BitsPictureView :asset="label.cover" :alt="label.coverAlt" /></div>
          <button v-else class="plain-button cover empty soft" @click="choosing = true">take a cover from play</button>
          <div class="cover-acts">
            <v-btn
              :color="label.cover ? undefined : 'primary'"
              :variant="label.cover ? 'outlined' : 'flat'"
              data-testid="take-cover"
              @click="choosing = !choosing"
              ><BitsIcon name="camera" />{{ choosing ? 'Close' : 'Take from play' }}</v-btn
            >
            <v-btn variant="text" @click="picker?.click()">From a file…</v-btn>
            <input ref="picker" type="file" accept="image/*" hidden data-testid="cover-file" @change="bringCover" />
            <p v-if="note('cover')" class="note">{{ note('cover') }}</p>
          </div>
        </div>
        <LabelCoverPicker v-if="choosing" :setup="bench.setup!" :template="bench.template!" @taken="choosing = false" />
        <v-text-field
          v-if="label.cover"
          :model-value="label.coverAlt"
          label="What the cover shows, for people who cannot see it"
          maxlength="160"
          @update:model-value="set({ coverAlt: $event }, 'Describe the cover', 'label:alt')"
          @blur="bench.seal()"
        />
      </LabelRow>
      <LabelRow
        id="who"
        name="Who sees it"
        :hint="posting.liveRecord ? 'changes at once, any time' : 'when it is posted'"
      >
        <div class="who" role="radiogroup" aria-label="Who sees it">
          <button
            v-for="one in OFFERED_VISIBILITIES"
            :key="one"
            role="radio"
            :aria-checked="label.visibility === one"
            :class="['plain-button', 'option', { on: label.visibility === one }]"
            :data-visibility="one"
            @click="chooseVisibility(one)"
          >
            <b><span class="dot" />{{ VISIBILITY_WORDS[one].name }}</b>
            <span class="soft">{{ VISIBILITY_WORDS[one].means }}</span>
          </button>
        </div>
      </LabelRow>
      <LabelRow id="credits" name="Credits" :hint="unknown.length === 0 ? 'all known' : `${unknown.length} to fill in`">
        <ul class="credit-list">
          <li v-for="line in credits" :key="line.what + line.author">
            {{ line.what }}: <b>{{ line.author || 'author not known' }}</b>, {{ line.licence || 'licence not known' }}
          </li>
        </ul>
        <details v-if="ownAssets.length > 0" :open="unknown.length > 0 && unknown.length < 4">
          <summary>{{ ownAssets.length }} files, one by one</summary>
          <InspectorCreditEditor v-for="[hash] in ownAssets" :key="hash" :hash="hash" />
        </details>
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
  margin-left: auto;
  display: flex;
  gap: 12px;
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
.cover-line {
  display: flex;
  gap: 16px;
}
.cover {
  width: 240px;
  aspect-ratio: 16 / 10;
  background: #171b26;
  flex: none;
}
.cover.empty {
  background: none;
  border: 1.5px dashed var(--soft);
  text-align: center;
}
.cover-acts {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 6px;
}
.who {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 8px;
}
.option {
  border: 1px solid var(--rule);
  border-radius: 5px;
  background: var(--sheet);
  padding: 9px 11px;
  display: flex;
  flex-direction: column;
}
.option b {
  display: flex;
  align-items: center;
  gap: 8px;
}
.dot {
  width: 12px;
  height: 12px;
  border: 1.5px solid var(--ink);
  border-radius: 50%;
}
.option.on {
  background: var(--teal-wash);
  border-color: var(--teal);
}
.option.on .dot {
  border-color: var(--teal);
  background: radial-gradient(var(--teal) 0 3.5px, transparent 4px);
}
.credit-list {
  margin: 0;
  padding-left: 18px;
}
summary {
  cursor: pointer;
  font-weight: 700;
  padding: 6px 0;
}
</style>

<script setup lang="ts">
import { isRightToLeft } from '@core/game/languages'
import { emptyWords, LABEL_LIMITS, type LabelWords } from '@core/label/label'
import { computed, ref } from 'vue'
import { useBench } from '~/stores/bench'

/** What the label says in the other languages of the game. What is empty is said in the first one. */
const bench = useBench()
const languages = computed(() => bench.pack!.languages)
const chosen = ref('')
const tag = computed(() =>
  languages.value.some((one) => one.tag === chosen.value) ? chosen.value : languages.value[0]!.tag,
)
const first = computed(() => bench.pack!.label)
const own = computed(() => first.value.languages[tag.value] ?? emptyWords())
const dir = computed(() => (isRightToLeft(tag.value) ? 'rtl' : 'ltr'))
const names = computed(() => Object.fromEntries(languages.value.map((one) => [one.tag, one.name])))
const open = (of: string): number => {
  const said = first.value.languages[of] ?? emptyWords()
  return [said.title, said.short, said.description].filter((text) => text.trim() === '').length
}

function set(change: Partial<LabelWords>): void {
  const next = { ...first.value.languages, [tag.value]: { ...own.value, ...change } }
  void bench.act(
    `Write the label in ${names.value[tag.value]}`,
    { type: 'set-label', change: { languages: next } },
    { mark: `label:${tag.value}:${Object.keys(change)[0]}` },
  )
}
const FIELDS = [
  ['title', 'Title'],
  ['short', 'In one line'],
] as const
</script>

<template>
  <div class="tongues" role="group" aria-label="Language of the label">
    <button
      v-for="one in languages"
      :key="one.tag"
      :class="['plain-button', 'tongue', { on: one.tag === tag }]"
      :aria-pressed="one.tag === tag"
      :data-tongue="one.tag"
      @click="chosen = one.tag"
    >
      {{ one.name }}<span v-if="open(one.tag) > 0" class="soft"> · {{ open(one.tag) }} empty</span>
    </button>
  </div>
  <div class="said" :lang="tag" :dir="dir">
    <v-text-field
      v-for="[field, name] in FIELDS"
      :key="field"
      :model-value="own[field]"
      :aria-label="`${name} in ${names[tag]}`"
      :placeholder="first[field] || name"
      :counter="LABEL_LIMITS[field]"
      persistent-counter
      :maxlength="LABEL_LIMITS[field]"
      :data-testid="`label-tongue-${field}`"
      @update:model-value="set({ [field]: $event })"
      @blur="bench.seal()"
    />
    <v-textarea
      :model-value="own.description"
      :aria-label="`Description in ${names[tag]}`"
      :placeholder="first.description || 'Description'"
      :counter="LABEL_LIMITS.description"
      persistent-counter
      :maxlength="LABEL_LIMITS.description"
      rows="2"
      auto-grow
      data-testid="label-tongue-description"
      @update:model-value="set({ description: $event })"
      @blur="bench.seal()"
    />
    <v-textarea
      :model-value="own.howTo.join('\n')"
      :aria-label="`How to play in ${names[tag]}`"
      :placeholder="first.howTo.join('\n') || 'How to play, one step a line'"
      rows="2"
      auto-grow
      data-testid="label-tongue-howTo"
      @update:model-value="
        set({
          howTo: $event
            .split('\n')
            .slice(0, LABEL_LIMITS.howToSteps)
            .map((line: string) => line.slice(0, LABEL_LIMITS.howToStep)),
        })
      "
      @blur="bench.seal()"
    />
  </div>
</template>

<style scoped>
.tongues {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.tongue {
  min-height: 32px;
  padding: 0 12px;
  border: 1px solid var(--rule);
  border-radius: 16px;
}
.tongue.on {
  background: var(--teal-wash);
  border-color: var(--teal);
}
.said {
  display: grid;
  gap: 8px;
}
</style>

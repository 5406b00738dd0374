<script setup lang="ts">
import { COMMON_LANGUAGES, LANGUAGE_TAG, languageName } from '@core/label/languages'
import { STANDARD_LANGUAGES } from '@core/wording/standard'
import { isRightToLeft } from '@core/game/languages'
import { computed, ref } from 'vue'
import { useBench } from '~/stores/bench'
import { useNotices } from '~/stores/notices'
import { useWording } from '~/stores/wording'

/** The languages of the game: players get the one their browser asks for, and can switch in Options. */
const at = useWording()
const bench = useBench()
const notices = useNotices()
const taken = computed(() => [bench.pack?.language.tag, ...(bench.pack?.languages.map((one) => one.tag) ?? [])])
const offered = computed(() =>
  Object.entries(COMMON_LANGUAGES)
    .filter(([tag]) => !taken.value.includes(tag))
    .map(([tag, name]) => ({ tag, name })),
)
const typed = ref('')

async function add(raw: string): Promise<void> {
  const tag = raw.trim()
  if (tag === '') return
  if (!LANGUAGE_TAG.test(tag) || tag.length > 35)
    return notices.warn(`“${tag}” is not a language tag. Write one like “cy” or “pt-BR”.`)
  if (taken.value.some((one) => one?.toLowerCase() === tag.toLowerCase()))
    return notices.warn(`The game has ${languageName(tag)} already.`)
  typed.value = ''
  await at.addLanguage(tag, languageName(tag))
}
async function main(tag: string): Promise<void> {
  await at.setMainLanguage(tag, languageName(tag))
}
const done = (words: Record<string, string>) => at.texts.filter((one) => (words[one.key] ?? '').trim() !== '').length
</script>

<template>
  <label class="line"
    ><span>The words are written in</span>
    <select :value="bench.pack?.language.tag" @change="main(($event.target as HTMLSelectElement).value)">
      <option v-for="tag in [bench.pack!.language.tag, ...offered.map((one) => one.tag)]" :key="tag" :value="tag">
        {{ languageName(tag) }}
      </option>
    </select></label
  >
  <hr class="fold" />
  <ul v-if="bench.pack && bench.pack.languages.length > 0" class="list">
    <li v-for="one in bench.pack.languages" :key="one.tag" :class="{ here: one.tag === at.tag }">
      <button class="plain-button pick" :aria-pressed="one.tag === at.tag" @click="at.tag = one.tag">
        <b>{{ one.name }}</b>
        <span class="soft"
          >{{ done(one.words) }} of {{ at.texts.length
          }}{{ isRightToLeft(one.tag) ? ', from right to left' : '' }}</span
        >
      </button>
      <button class="link" @click="at.removeLanguage(one.tag)">Take out</button>
    </li>
  </ul>
  <p v-else class="soft">
    One language so far. With a second one there is a column more in the table; what it lacks is shown in
    {{ bench.pack?.language.name }}.
  </p>
  <label class="line"
    ><span>Add</span>
    <select data-act="add-language" value="" @change="add(($event.target as HTMLSelectElement).value)">
      <option value="">a language…</option>
      <option v-for="one in offered" :key="one.tag" :value="one.tag">{{ one.name }}</option>
    </select></label
  >
  <form class="line" @submit.prevent="add(typed)">
    <v-text-field v-model="typed" label="or its tag, like pt-BR" maxlength="35" />
    <v-btn variant="outlined" type="submit" :disabled="typed.trim() === ''">Add</v-btn>
  </form>
  <p class="soft">
    Buttons, keys and counts come translated into {{ STANDARD_LANGUAGES.length + 1 }} languages, by us; change them like
    any other.
  </p>
  <p class="soft">Players see the language their browser asks for, and can switch under Options.</p>
</template>

<style scoped>
.line {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 10px;
}
.list {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 4px;
}
li {
  display: flex;
  align-items: center;
  gap: 10px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  padding: 2px 10px;
}
li.here {
  border: 1.5px solid var(--ink);
}
.pick {
  flex: 1;
  display: flex;
  flex-direction: column;
  line-height: 1.3;
  min-height: 40px;
  justify-content: center;
}
</style>

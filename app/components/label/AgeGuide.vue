<script setup lang="ts">
import { askedOf, bandWith, hiddenAt, TOPICS } from '@core/label/age-guide'
import { BAND_NAMES } from '@core/label/names'
import { computed } from 'vue'
import { useAge } from '~/stores/age'

/** The questionnaire: each answer says what counts as it, and what it would make of the result. */
const age = useAge()
const asked = computed(() => askedOf(age.answers))
const open = computed(() => age.result.open.length)
const because = (topic: string): string =>
  age.descriptors
    .filter((one) => one.topic === topic)
    .map((one) => one.because)
    .slice(0, 2)
    .join(', ')
/** What the parts suggest where nothing was answered yet: shown in pencil, until somebody takes it. */
const pencilled = (question: string): string | undefined =>
  age.answers[question] === undefined ? age.suggested[question] : undefined
const exampleOf = (question: (typeof asked.value)[number]): string =>
  question.answers.find((answer) => answer.id === (age.answers[question.id] ?? pencilled(question.id)))?.example ?? ''
const denies = (topic: string) => age.denials.some((one) => one.topic === topic)
const canSuggest = computed(() => TOPICS.some((topic) => age.answers[topic] === undefined))
</script>

<template>
  <div class="guide">
    <div class="result" role="status" data-testid="age-result">
      <BitsPostmark
        :word="age.result.band === null ? 'open' : BAND_NAMES[age.result.band]"
        :tone="age.result.band === null ? 'ink' : 'teal'"
      />
      <div>
        <p v-if="age.result.band === null">
          <b>{{ open }} {{ open === 1 ? 'question is' : 'questions are' }} open.</b>
          <template v-if="age.pencilledBand !== null">
            As pencilled in from the parts it would be {{ BAND_NAMES[age.pencilledBand] }}.</template
          >
          <template v-else> The band follows from the strongest answer.</template>
        </p>
        <template v-else>
          <p>
            <b>{{ BAND_NAMES[age.result.band] }}</b>{{
              age.result.reasons.length === 0 ? ': no answer asks for more.' : ', because:'
            }}
          </p>
          <ul v-if="age.result.reasons.length > 0">
            <li v-for="reason in age.result.reasons.slice(0, 3)" :key="reason.question.id">
              {{ reason.question.ask }} {{ reason.answer.say }} ({{ BAND_NAMES[reason.answer.band] }}).
            </li>
          </ul>
          <p v-if="hiddenAt(age.result.band).length > 0" class="hidden">
            It will not be shown on {{ hiddenAt(age.result.band).join(' and ') }}.
          </p>
        </template>
      </div>
      <v-btn v-if="canSuggest" color="primary" data-testid="age-suggest" @click="age.asSuggested"
        >Take the pencilled answers</v-btn
      >
    </div>
    <fieldset
      v-for="question in asked"
      :key="question.id"
      :class="{ follow: question.when }"
      :data-question="question.id"
    >
      <legend>{{ question.ask }}</legend>
      <div class="answers" role="radiogroup" :aria-label="question.ask">
        <button
          v-for="answer in question.answers"
          :key="answer.id"
          type="button"
          role="radio"
          :aria-checked="age.answers[question.id] === answer.id"
          :class="[
            'plain-button',
            'answer',
            { on: age.answers[question.id] === answer.id, pencilled: pencilled(question.id) === answer.id },
          ]"
          :data-answer="answer.id"
          @click="age.answer(question.id, answer.id)"
        >
          {{ answer.say }}
          <span v-if="answer.band !== 'everyone'" class="band mono">{{
            BAND_NAMES[bandWith(age.answers, question.id, answer.id)]
          }}</span>
          <v-tooltip activator="parent" location="top">{{ answer.example }}</v-tooltip>
        </button>
      </div>
      <p class="soft example">
        {{ pencilled(question.id) ? 'In pencil: ' : '' }}{{ exampleOf(question) || 'Not answered yet.' }}
      </p>
      <p
        v-if="question.id === question.topic && because(question.topic)"
        :class="['found', { against: denies(question.topic) }]"
      >
        <BitsIcon :name="denies(question.topic) ? 'warn' : 'tick'" :size="14" />{{
          denies(question.topic) ? 'The parts say otherwise: ' : 'From the parts: '
        }}{{ because(question.topic) }}.
      </p>
    </fieldset>
  </div>
</template>

<style scoped>
.guide {
  display: grid;
  gap: 4px;
}
.result {
  display: flex;
  gap: 16px;
  align-items: center;
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 10px 14px;
  margin-bottom: 6px;
}
.result > div {
  flex: 1;
}
ul {
  margin: 2px 0 0;
  padding-left: 18px;
}
.hidden {
  color: var(--sun);
  font-weight: 700;
}
fieldset {
  border: 0;
  border-bottom: 1px solid var(--rule);
  margin: 0;
  padding: 7px 0;
}
.follow {
  padding-left: 22px;
}
legend {
  float: left;
  width: 220px;
  font-weight: 700;
  padding: 5px 12px 0 0;
}
.answers {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.answer {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 32px;
  border: 1px solid var(--rule);
  border-radius: 15px;
  padding: 2px 12px;
  background: var(--sheet);
}
.answer.on {
  border-color: var(--teal);
  background: var(--teal-wash);
  font-weight: 700;
}
.answer.pencilled {
  border: 1.5px dashed var(--soft);
  background: none;
}
.band {
  color: var(--soft);
  font-size: 11px;
}
.example,
.found {
  clear: left;
  margin-left: 220px;
  font-size: 13px;
}
.found {
  display: flex;
  gap: 6px;
  align-items: center;
}
.against {
  color: var(--sun);
  font-weight: 700;
}
</style>

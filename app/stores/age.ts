import { ageResult, TOPICS, type AgeAnswers } from '@core/label/age-guide'
import { denied, descriptorsOf, suggestedAnswers } from '@core/facts/descriptors'
import { defineStore } from 'pinia'
import { computed } from 'vue'
import { useBench } from './bench'

/** The age guide of the pack on the bench: what the parts say, what was answered, what follows from it. */
export const useAge = defineStore('age', () => {
  const bench = useBench()
  const answers = computed((): AgeAnswers => bench.pack?.label.ageGuide ?? {})
  const descriptors = computed(() =>
    bench.pack === null || bench.template === null ? [] : descriptorsOf(bench.template, bench.pack),
  )
  const suggested = computed(() => suggestedAnswers(descriptors.value, TOPICS))
  const result = computed(() => ageResult(answers.value))
  /** What the band would be with the suggestions taken where nothing was answered; null while follow-ups are open. */
  const pencilledBand = computed(() => ageResult({ ...suggested.value, ...answers.value }).band)
  const denials = computed(() => denied(answers.value, descriptors.value))

  function answer(question: string, id: string): void {
    const ageGuide = { ...answers.value, [question]: id }
    void bench.act('Answer the age guide', { type: 'set-label', change: { ageGuide } })
  }

  /** What is open is answered as the parts suggest; what was answered by hand stays. Follow-ups stay open. */
  function asSuggested(): void {
    const ageGuide = { ...suggested.value, ...answers.value }
    void bench.act('Answer the age guide as the parts suggest', { type: 'set-label', change: { ageGuide } })
  }

  return { answers, descriptors, suggested, result, pencilledBand, denials, answer, asSuggested }
})

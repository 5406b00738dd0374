import { byWeight, denied, descriptorsOf, suggestedAnswers } from '../../facts/descriptors'
import { questionById } from '../../label/age-guide'
import { labelRule } from '../label-rule'

export const ageDenies = labelRule({
  id: 'age-denies',
  severity: 'should',
  about: 'An answer of the age guide denies what the parts say of themselves.',
  field: 'ageGuide',
  reads: (ctx) => descriptorsOf(ctx.template, ctx.pack),
  look(ctx, { ageGuide }) {
    const against = byWeight(denied(ageGuide, descriptorsOf(ctx.template, ctx.pack)))
    const first = against[0]
    if (first === undefined) return []
    return [
      {
        facts: { because: first.because, ask: questionById(first.topic)!.ask, count: against.length },
        shown: first.because,
      },
    ]
  },
  fix(ctx, { ageGuide }) {
    const descriptors = descriptorsOf(ctx.template, ctx.pack)
    const topics = denied(ageGuide, descriptors).map((one) => one.topic)
    return {
      name: 'Answer as the parts say',
      change: { ageGuide: { ...ageGuide, ...suggestedAnswers(descriptors, topics) } },
    }
  },
})

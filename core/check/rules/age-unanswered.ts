import { ageResult, TOPICS } from '../../label/age-guide'
import { descriptorsOf, suggestedAnswers } from '../../facts/descriptors'
import { labelRule } from '../label-rule'

export const ageUnanswered = labelRule({
  id: 'age-unanswered',
  severity: 'must',
  about: 'Questions of the age guide are not answered.',
  field: 'ageGuide',
  look(_ctx, { ageGuide }) {
    const { open } = ageResult(ageGuide)
    return open.length === 0
      ? []
      : [{ facts: { count: open.length, first: open[0]!.ask }, shown: `${open.length} open` }]
  },
  // What the parts suggest; follow-ups are asked of the maker.
  fix: (ctx, { ageGuide }) =>
    TOPICS.every((topic) => ageGuide[topic] !== undefined)
      ? null
      : {
          name: 'Answer the age guide as the parts suggest',
          change: { ageGuide: { ...suggestedAnswers(descriptorsOf(ctx.template, ctx.pack), TOPICS), ...ageGuide } },
        },
})

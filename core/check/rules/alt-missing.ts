import { labelRule } from '../label-rule'

export const altMissing = labelRule({
  id: 'alt-missing',
  severity: 'should',
  about: 'A picture of the label has no words for people who cannot see it.',
  field: 'coverAlt',
  reads: (ctx) => [ctx.pack.label.cover, ctx.pack.label.shots],
  look(_ctx, { cover, coverAlt, shots }) {
    const without = (cover !== null && coverAlt.trim() === '' ? 1 : 0) + shots.filter((shot) => !shot.alt.trim()).length
    return without === 0 ? [] : [{ facts: { count: without }, shown: `${without} without` }]
  },
})

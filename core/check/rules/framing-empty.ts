import { originOf } from '../../label/privacy'
import { labelRule } from '../label-rule'

export const framingEmpty = labelRule({
  id: 'framing-empty',
  severity: 'should',
  about: 'Only named sites may frame the game, and none is named.',
  field: 'privacy',
  look: (_ctx, { privacy: { framing, sites } }) =>
    framing === 'named' && !sites.some((site) => originOf(site) !== null)
      ? [{ facts: { count: sites.length }, shown: 'no site' }]
      : [],
})

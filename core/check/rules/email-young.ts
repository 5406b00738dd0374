import { ageResult } from '../../label/age-guide'
import { BAND_NAMES } from '../../label/names'
import { tooYoungForEmail } from '../../label/privacy'
import { labelRule } from '../label-rule'

export const emailYoung = labelRule({
  id: 'email-young',
  severity: 'must',
  about: 'E-mail addresses are collected from a young audience.',
  field: 'privacy',
  safe: true,
  reads: (ctx) => ctx.pack.label.ageGuide,
  look(_ctx, { privacy: { email }, ageGuide }) {
    const { band } = ageResult(ageGuide)
    if (email === null || !tooYoungForEmail(band)) return []
    const name = band === null ? 'an age guide that is not answered' : BAND_NAMES[band]
    return [{ facts: { band: name }, shown: name }]
  },
  fix: (_ctx, { privacy }) => ({ name: 'Ask for no e-mail', change: { privacy: { ...privacy, email: null } } }),
})

import { emailExplained } from '../../label/privacy'
import { labelRule } from '../label-rule'

export const emailUnexplained = labelRule({
  id: 'email-unexplained',
  severity: 'must',
  about: 'E-mail addresses are collected without a purpose or a keeper.',
  field: 'privacy',
  look: (_ctx, { privacy: { email } }) =>
    email === null || emailExplained(email)
      ? []
      : [{ facts: { missing: email.purpose.trim() === '' ? 'what for' : 'who keeps them' }, shown: '@ ?' }],
})

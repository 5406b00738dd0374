import { ownParts, type Rule } from '../rule'

export const dialOutside: Rule = {
  id: 'dial-outside',
  severity: 'must',
  about: 'A dial is set outside of its range.',
  safe: true,
  subjects: (ctx) => ownParts(ctx, 'dial').map(({ spec }) => ({ part: spec.id })),
  reads: (ctx, { part }) => ctx.pack.parts[part!],
  async run(ctx, { part }) {
    const spec = ctx.template.parts.find((one) => one.id === part)!
    const content = ctx.pack.parts[part!]
    if (content?.kind !== 'dial' || spec.dial === undefined) return []
    const { min, max } = spec.dial
    if (content.value >= min && content.value <= max) return []
    return [
      {
        facts: { name: spec.name, value: content.value, min, max },
        evidence: { kind: 'figure', text: String(content.value) },
      },
    ]
  },
  async fix(ctx, { subject }) {
    const spec = ctx.template.parts.find((one) => one.id === subject.part)
    const content = ctx.pack.parts[subject.part!]
    if (content?.kind !== 'dial' || spec?.dial === undefined) return null
    const value = Math.max(spec.dial.min, Math.min(spec.dial.max, content.value))
    return {
      name: `Set ${spec.name} to ${value}`,
      command: { type: 'set-part', part: spec.id, content: { kind: 'dial', value } },
      bytes: {},
    }
  },
}

import { termsOf } from '../../label/terms'
import { ownAssets, type Rule } from '../rule'

/** Cut out, made smaller, recoloured: whatever was done to it here. */
export const licenceNoChanges: Rule = {
  id: 'licence-no-changes',
  severity: 'must',
  about: 'A file was changed though its licence forbids changes.',
  subjects: (ctx) =>
    ownAssets(ctx, ({ madeFrom, source }) => madeFrom !== undefined && termsOf(source.licence).noChanges),
  reads: (ctx, { asset }) => ctx.pack.assets[asset!]?.source,
  async run(ctx, { asset, part }) {
    const { licence, file } = ctx.pack.assets[asset!]!.source
    const name = ctx.template.parts.find((spec) => spec.id === part)?.name ?? ''
    return [{ facts: { name, licence, file }, evidence: { kind: 'figure', text: licence } }]
  },
}

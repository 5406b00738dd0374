import { assetsOf } from '../../kinds'
import { factsOf } from '../../pack/pack'
import type { Rule } from '../rule'

/** The pack names a file whose bytes are not there. */
export const assetMissing: Rule = {
  id: 'asset-missing',
  severity: 'must',
  about: 'A file that a part uses is not in the pack.',
  subjects: (ctx) => Object.keys(ctx.pack.parts).map((part) => ({ part })),
  reads: (ctx, { part }) => ctx.pack.parts[part!],
  async run(ctx, { part }) {
    const hits = []
    for (const hash of assetsOf(ctx.pack.parts[part!]!)) {
      if (factsOf(ctx.pack, ctx.template, hash) !== undefined && (await ctx.bytes(hash)) !== null) continue
      const name = ctx.template.parts.find((spec) => spec.id === part)?.name ?? part!
      hits.push({
        facts: { name, file: ctx.pack.assets[hash]?.source.file ?? '' },
        evidence: { kind: 'figure' as const, text: 'no file' },
      })
    }
    return hits
  },
}

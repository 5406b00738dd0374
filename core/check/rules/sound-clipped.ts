import { measure } from '../../sound/samples'
import { ownParts, type Rule } from '../rule'
import { LIMITS } from '../thresholds'

/** Recorded too loud: the tops are cut off and it crackles. */
export const soundClipped: Rule = {
  id: 'sound-clipped',
  severity: 'should',
  about: 'A sound is clipped: too loud for the file it is in.',
  subjects: (ctx) => ownParts(ctx, 'sound', 'music').map(({ spec }) => ({ part: spec.id })),
  reads: (ctx, { part }) => ctx.pack.parts[part!],
  async run(ctx, { part }) {
    const { spec, content } = ownParts(ctx, 'sound', 'music').find((one) => one.spec.id === part)!
    // What was recorded too loud: packing it again rounds the cut tops, and does not bring them back.
    const origin = content.asset === null ? undefined : ctx.pack.assets[content.asset]?.madeFrom
    const first = origin === undefined ? null : await ctx.samples(origin)
    const samples = first ?? (content.asset === null ? null : await ctx.samples(content.asset))
    if (content.asset === null || samples === null) return []
    const { clippedShare } = measure(samples)
    if (clippedShare <= LIMITS.clippedShare) return []
    return [
      {
        facts: { name: spec.name, perThousand: Math.round(clippedShare * 10000) / 10 },
        evidence: { kind: 'wave', asset: content.asset, fromS: 0, toS: 0 },
      },
    ]
  },
}

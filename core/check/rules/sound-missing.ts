import { measure } from '../../sound/samples'
import { ownParts, type Rule } from '../rule'
import { LIMITS } from '../thresholds'

/** A sound that nobody hears, though none was wanted silent. */
export const soundMissing: Rule = {
  id: 'sound-missing',
  severity: 'must',
  about: 'A sound file is silent or cannot be played.',
  subjects: (ctx) => ownParts(ctx, 'sound', 'music').map(({ spec }) => ({ part: spec.id })),
  reads: (ctx, { part }) => ctx.pack.parts[part!],
  async run(ctx, { part }) {
    const { spec, content } = ownParts(ctx, 'sound', 'music').find((one) => one.spec.id === part)!
    if (content.asset === null) return []
    const samples = await ctx.samples(content.asset)
    if (samples !== null && measure(samples).peak > LIMITS.silentPeak) return []
    return [
      {
        facts: { name: spec.name, broken: samples === null ? 1 : 0 },
        evidence: { kind: 'wave', asset: content.asset, fromS: 0, toS: 0 },
      },
    ]
  },
}

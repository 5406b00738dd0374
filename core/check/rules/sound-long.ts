import { durationOf } from '../../sound/samples'
import { ownParts, type Rule } from '../rule'
import { LIMITS } from '../thresholds'

/** An effect that is still sounding when the next one fires. Speech may be long: it makes the music step back. */
export const soundLong: Rule = {
  id: 'sound-long',
  severity: 'know',
  about: 'An effect runs on for many seconds.',
  subjects: (ctx) => ownParts(ctx, 'sound').map(({ spec }) => ({ part: spec.id })),
  reads: (ctx, { part }) => ctx.pack.parts[part!],
  async run(ctx, { part }) {
    const { spec, content } = ownParts(ctx, 'sound').find((one) => one.spec.id === part)!
    const samples = content.asset === null ? null : await ctx.samples(content.asset)
    if (content.asset === null || samples === null || (content.duckDb ?? 0) < 0) return []
    const seconds = durationOf(samples)
    if (seconds <= LIMITS.longEffectS) return []
    return [
      {
        facts: { name: spec.name, seconds: Math.round(seconds) },
        evidence: { kind: 'wave', asset: content.asset, fromS: LIMITS.longEffectS, toS: seconds },
      },
    ]
  },
}

import { measure } from '../../sound/samples'
import { resound } from '../resound'
import { ownParts, type Rule } from '../rule'
import { LIMITS } from '../thresholds'

/** Of the silence this much stays, s, and is faded in. */
const KEEP_S = 0.005

/** Silence at the head: players feel the touch before they hear it. Music may begin softly, so only effects are asked. */
export const soundLate: Rule = {
  id: 'sound-late',
  severity: 'should',
  safe: true,
  about: 'An effect starts late because its file begins with silence.',
  subjects: (ctx) => ownParts(ctx, 'sound').map(({ spec }) => ({ part: spec.id })),
  reads: (ctx, { part }) => ctx.pack.parts[part!],
  async run(ctx, { part }) {
    const { spec, content } = ownParts(ctx, 'sound').find((one) => one.spec.id === part)!
    const samples = content.asset === null ? null : await ctx.samples(content.asset)
    if (content.asset === null || samples === null) return []
    const { headS, peak } = measure(samples)
    if (headS <= LIMITS.lateHeadS || peak <= LIMITS.silentPeak) return []
    return [
      {
        facts: { name: spec.name, headMs: Math.round(headS * 1000) },
        evidence: { kind: 'wave', asset: content.asset, fromS: 0, toS: headS },
      },
    ]
  },
  async fix(ctx, finding) {
    const headS = Number(finding.facts['headMs']) / 1000
    return resound(ctx, finding.subject.part!, `Trim the start of ${String(finding.facts['name'])}`, (edit) => ({
      ...edit,
      fromS: edit.fromS + Math.max(0, headS - KEEP_S) * edit.speed,
    }))
  },
}

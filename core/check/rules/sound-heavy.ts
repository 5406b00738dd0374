import { factsOf } from '../../pack/pack'
import { resound } from '../resound'
import { ownParts, type Rule } from '../rule'
import { LIMITS } from '../thresholds'

/** Bits a second, of what a file spends on its sound. */
const rateOf = (facts: { bytes: number; durationS: number }): number =>
  (facts.bytes * 8) / Math.max(0.001, facts.durationS)

/** A sound that takes many times the bytes it needs. */
export const soundHeavy: Rule = {
  id: 'sound-heavy',
  severity: 'should',
  safe: true,
  about: 'A sound takes at least twice the bytes it needs.',
  subjects: (ctx) => ownParts(ctx, 'sound', 'music').map(({ spec }) => ({ part: spec.id })),
  reads: (ctx, { part }) => ctx.pack.parts[part!],
  async run(ctx, { part }) {
    const { spec, content } = ownParts(ctx, 'sound', 'music').find((one) => one.spec.id === part)!
    const facts = content.asset === null ? undefined : factsOf(ctx.pack, ctx.template, content.asset)
    if (content.asset === null || facts === undefined || facts.bytes < LIMITS.heavySoundBytes) return []
    if (rateOf(facts) < LIMITS.heavySoundRate) return []
    return [
      {
        facts: { name: spec.name, kilobytes: Math.round(facts.bytes / 1000), kbits: Math.round(rateOf(facts) / 1000) },
        evidence: { kind: 'figure', text: `${Math.round(facts.bytes / 1000)} kB` },
      },
    ]
  },
  fix: (ctx, finding) =>
    resound(ctx, finding.subject.part!, `Pack ${String(finding.facts['name'])} smaller`, (edit) => edit),
}

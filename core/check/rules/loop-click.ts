import { bestSeam, clickOf } from '../../sound/seam'
import { resound } from '../resound'
import { ownParts, type Rule } from '../rule'
import { LIMITS } from '../thresholds'

const CROSSFADE_S = 0.03
const REACH_S = 0.25

/** Music whose end does not go on into its beginning: it clicks each time round. */
export const loopClick: Rule = {
  id: 'loop-click',
  severity: 'should',
  safe: true,
  about: 'Music clicks where it goes round.',
  subjects: (ctx) => ownParts(ctx, 'music').map(({ spec }) => ({ part: spec.id })),
  reads: (ctx, { part }) => ctx.pack.parts[part!],
  async run(ctx, { part }) {
    const { spec, content } = ownParts(ctx, 'music').find((one) => one.spec.id === part)!
    const samples = content.asset === null ? null : await ctx.samples(content.asset)
    if (content.asset === null || samples === null) return []
    const [fromS, toS] = [content.loopFromS ?? 0, content.loopToS ?? 0]
    const click = clickOf(samples, fromS, toS)
    if (click <= LIMITS.loopClick) return []
    const endS = toS > 0 ? toS : samples.channels[0]!.length / samples.sampleRate
    return [
      {
        facts: { name: spec.name, times: Math.round(click) },
        evidence: { kind: 'wave', asset: content.asset, fromS: Math.max(0, endS - 0.15), toS: endS },
      },
    ]
  },
  async fix(ctx, finding) {
    const content = ctx.pack.parts[finding.subject.part!]
    const from = content?.kind === 'music' ? (content.made?.from ?? content.asset) : null
    const samples = from === null ? null : await ctx.samples(from)
    if (samples === null) return null
    return resound(ctx, finding.subject.part!, `Close the loop of ${String(finding.facts['name'])}`, (edit) => {
      // A good seam close by keeps the beat; what still steps there is blended.
      const seam = edit.fromS === 0 && edit.toS === 0 ? bestSeam(samples, edit.loopFromS, edit.loopToS, REACH_S) : null
      const loop = seam === null ? {} : { loopFromS: seam.fromS, loopToS: seam.toS }
      return { ...edit, ...loop, crossfadeS: Math.max(edit.crossfadeS, CROSSFADE_S) }
    })
  },
}

import { cutHead, measure } from '../../sound/samples'
import { encodeWav } from '../../sound/wav'
import { madeFrom } from '../new-picture'
import { ownParts, type Rule } from '../rule'
import { LIMITS } from '../thresholds'

/** Silence at the head: players feel the touch before they hear it. Music may begin softly, so only effects are asked. */
export const soundLate: Rule = {
  id: 'sound-late',
  severity: 'should',
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
    const part = finding.subject.part!
    const content = ctx.pack.parts[part]
    if (content?.kind !== 'sound' || content.asset === null) return null
    const samples = await ctx.samples(content.asset)
    const facts = ctx.pack.assets[content.asset]
    if (samples === null || facts === undefined) return null
    const cut = cutHead(samples)
    const made = madeFrom({ hash: content.asset, facts }, encodeWav(cut), {
      mime: 'audio/wav',
      durationS: cut.channels[0]!.length / cut.sampleRate,
    })
    return {
      name: `Trim the start of ${String(finding.facts['name'])}`,
      command: {
        type: 'set-part',
        part,
        content: { ...content, asset: made.hash },
        assets: { [made.hash]: made.facts },
      },
      bytes: { [made.hash]: made.bytes },
    }
  },
}

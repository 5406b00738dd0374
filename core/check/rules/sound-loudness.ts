import { gainToward, levelOfPart, lufsOfPart, middle } from '../../sound/balance'
import { ownParts, type CheckContext, type Rule } from '../rule'
import { LIMITS } from '../thresholds'

/** The loudness the template gives a part; for one it leaves silent, that of its other effects. LUFS. */
async function wanted(ctx: CheckContext, part: string): Promise<number> {
  const levels = new Map<string, number>()
  for (const { id, content } of ctx.template.parts) {
    if ((content.kind !== 'sound' && content.kind !== 'music') || content.asset === null) continue
    if (id !== part && levels.has(part)) continue
    const samples = await ctx.samples(content.asset)
    if (samples !== null && (id === part || content.kind === 'sound')) levels.set(id, lufsOfPart(samples, content))
  }
  return levels.get(part) ?? middle([...levels.values()])
}

/** One sound that is far louder or softer than the template's balance. */
export const soundLoudness: Rule = {
  id: 'sound-loudness',
  severity: 'should',
  safe: true,
  about: 'A sound is far louder or softer than the balance of the others.',
  subjects: (ctx) => ownParts(ctx, 'sound', 'music').map(({ spec }) => ({ part: spec.id })),
  reads: (ctx, { part }) => ctx.pack.parts[part!],
  async run(ctx, { part }) {
    const { spec, content } = ownParts(ctx, 'sound', 'music').find((one) => one.spec.id === part)!
    const samples = content.asset === null ? null : await ctx.samples(content.asset)
    if (content.asset === null || samples === null) return []
    const lufs = lufsOfPart(samples, content)
    const off = lufs - (await wanted(ctx, spec.id))
    if (!Number.isFinite(off) || Math.abs(off) <= LIMITS.loudnessOff) return []
    return [
      {
        facts: { name: spec.name, off: Math.round(off), lufs: Math.round(lufs * 10) / 10 },
        evidence: { kind: 'wave', asset: content.asset, fromS: 0, toS: 0 },
      },
    ]
  },
  async fix(ctx, finding) {
    const part = finding.subject.part!
    const content = ctx.pack.parts[part]
    if ((content?.kind !== 'sound' && content?.kind !== 'music') || content.asset === null) return null
    const samples = await ctx.samples(content.asset)
    if (samples === null) return null
    const gainDb = gainToward(levelOfPart(samples, content), content.gainDb, await wanted(ctx, part))
    if (gainDb === content.gainDb) return null
    return {
      name: `Level ${String(finding.facts['name'])}`,
      command: { type: 'set-part', part, from: content, content: { ...content, gainDb } },
      bytes: {},
    }
  },
}

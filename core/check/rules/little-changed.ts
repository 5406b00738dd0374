import { yoursOf } from '../../facts/yours'
import type { Rule } from '../rule'
import { LIMITS } from '../thresholds'

/** Almost the template, or almost the pack it was copied from, under another name. */
export const littleChanged: Rule = {
  id: 'little-changed',
  severity: 'should',
  about: 'Almost nothing differs from the template, or from the pack this one was copied from.',
  subjects: () => [{}],
  reads: (ctx) => [ctx.pack.parts, ctx.pack.lineage.at(-1)?.fingerprint],
  async run(ctx) {
    const { parts, area } = yoursOf(ctx.template, ctx.pack)
    if (parts.own / Math.max(1, parts.all) >= LIMITS.littleParts || area >= LIMITS.littleArea) return []
    const copied = ctx.pack.lineage.length > 0
    // A game that came as a folder may be somebody's own: it is told, and theirs to decide.
    const none = parts.own === 0 && (copied || ctx.template.kind === 'engine')
    const from = ctx.pack.lineage.at(-1)?.title ?? `the template ${ctx.template.name}`
    return [
      {
        severity: none ? ('must' as const) : ('should' as const),
        facts: { own: parts.own, all: parts.all, percent: Math.round(area * 100), from },
        evidence: { kind: 'figure', text: `${Math.round(area * 100)} %` },
      },
    ]
  },
}

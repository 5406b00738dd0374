import { weigh } from '../../parcel/weigh'
import type { Rule } from '../rule'
import { LIMITS } from '../thresholds'

export const tooHeavy: Rule = {
  id: 'too-heavy',
  severity: 'should',
  about: 'The game is heavier than a phone loads in three seconds, or than the arcade takes.',
  subjects: () => [{}],
  reads: (ctx) => {
    const { download, memory } = weigh(ctx.template, ctx.pack, ctx.playerBytes)
    return [download, memory]
  },
  async run(ctx) {
    const { download, memory, rows } = weigh(ctx.template, ctx.pack, ctx.playerBytes)
    const heaviest = [...rows].sort((a, b) => b.download - a.download)[0]
    const hits = []
    if (download > LIMITS.downloadBudget)
      hits.push({
        severity: download > LIMITS.downloadMost ? ('must' as const) : ('should' as const),
        facts: {
          what: 'download',
          megabytes: download / 1e6,
          budget: (download > LIMITS.downloadMost ? LIMITS.downloadMost : LIMITS.downloadBudget) / 1e6,
          heaviest: heaviest?.name ?? '',
        },
        evidence: { kind: 'figure' as const, text: `${(download / 1e6).toFixed(1)} MB` },
        subject: heaviest?.part === undefined ? {} : { part: heaviest.part },
      })
    if (memory > LIMITS.memoryBudget) {
      const most = [...rows].sort((a, b) => b.memory - a.memory)[0]
      hits.push({
        facts: {
          what: 'memory',
          megabytes: memory / 1e6,
          budget: LIMITS.memoryBudget / 1e6,
          heaviest: most?.name ?? '',
        },
        evidence: { kind: 'figure' as const, text: `${(memory / 1e6).toFixed(0)} MB` },
        subject: most?.part === undefined ? {} : { part: most.part },
      })
    }
    return hits
  },
}

import type { PartKind } from '../kinds'
import type { Template } from './template'

export interface TemplateSummary {
  /** Parts other than dials. */
  parts: number
  dials: number
  kinds: { kind: PartKind; count: number }[]
  /** Of its own art and sounds. */
  kilobytes: number
}

/** What can be swapped, counted. */
export function summaryOf(template: Template): TemplateSummary {
  const counts = new Map<PartKind, number>()
  for (const spec of template.parts) counts.set(spec.content.kind, (counts.get(spec.content.kind) ?? 0) + 1)
  const dials = counts.get('dial') ?? 0
  const bytes = Object.values(template.assets).reduce((sum, asset) => sum + asset.facts.bytes, 0)
  return {
    parts: template.parts.length - dials,
    dials,
    kinds: [...counts].map(([kind, count]) => ({ kind, count })),
    kilobytes: Math.round(bytes / 1000),
  }
}

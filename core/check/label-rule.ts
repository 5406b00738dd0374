import type { Label, LabelField } from '../label/label'
import type { Facts, Severity } from './finding'
import type { CheckContext, Rule } from './rule'

interface LabelRule {
  id: string
  severity: Severity
  about: string
  field: LabelField
  safe?: boolean
  /** More than the field itself that the answer depends on. */
  reads?(ctx: CheckContext): unknown
  /** Each hit with the words or figure shown beside it. */
  look(ctx: CheckContext, label: Label): { facts: Facts; shown: string; severity?: Severity }[]
  /** The change of the label that puts it right; null where the maker has to: the field and `reads` alone decide which. */
  fix?(ctx: CheckContext, label: Label): { name: string; change: Partial<Label> } | null
}

/** A rule on one field of the label. */
export function labelRule({ field, look, fix, reads, safe, ...rest }: LabelRule): Rule {
  return {
    ...rest,
    ...(safe === undefined ? {} : { safe }),
    subjects: () => [{ field }],
    reads: (ctx) => [ctx.pack.label[field], reads?.(ctx)],
    async run(ctx) {
      const hits = look(ctx, ctx.pack.label)
      const fixable = hits.length > 0 && fix !== undefined && fix(ctx, ctx.pack.label) !== null
      return hits.map(({ facts, shown, severity }) => ({
        facts,
        fixable,
        evidence: { kind: 'figure' as const, text: shown },
        ...(severity === undefined ? {} : { severity }),
      }))
    },
    ...(fix === undefined
      ? {}
      : {
          async fix(ctx) {
            const done = fix(ctx, ctx.pack.label)
            return done === null
              ? null
              : { name: done.name, command: { type: 'set-label', change: done.change }, bytes: {} }
          },
        }),
  }
}

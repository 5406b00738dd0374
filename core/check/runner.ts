import { hashOf } from '../pack/hash'
import type { Pack } from '../pack/pack'
import type { Finding, Subject } from './finding'
import { RULES } from './registry'
import type { CheckContext, Rule } from './rule'

export interface CheckResult {
  findings: Finding[]
  /** Rules that looked, and how many answers had to be worked out anew. */
  rules: number
  asked: number
  worked: number
  /** Rules that had nothing to ask, since the game plays by no rules of ours. */
  silent: number
  /** Rules whose fixes may be done all at once. */
  safe: string[]
}

interface Kept {
  reads: string
  findings: Finding[]
}

/** Keeps answers from run to run: a change re-runs only what read it. */
export interface Runner {
  run(ctx: CheckContext): Promise<CheckResult>
}

const subjectKey = (subject: Subject): string =>
  [subject.part, subject.entry, subject.field, subject.asset].map((word) => word ?? '').join('/')

const encoder = new TextEncoder()
const fingerprint = (value: unknown): string => hashOf(encoder.encode(JSON.stringify(value) ?? ''))

async function ask(rule: Rule, ctx: CheckContext, subject: Subject): Promise<Finding[]> {
  const hits = await rule.run(ctx, subject)
  return hits.map((hit, i) => {
    const about = hit.subject ?? subject
    return {
      id: `${rule.id}:${subjectKey(about)}${i > 0 ? `#${i}` : ''}`,
      rule: rule.id,
      severity: hit.severity ?? rule.severity,
      subject: about,
      facts: hit.facts,
      evidence: hit.evidence,
      fixable: rule.fix !== undefined && hit.fixable !== false,
    }
  })
}

/** "I know, keep it" goes for what should be fixed; what must be fixed cannot be kept. */
function withReason(finding: Finding, kept: Pack['kept']): Finding {
  const reason = kept[finding.id]
  return reason === undefined || finding.severity === 'must' ? finding : { ...finding, kept: reason }
}

export function makeRunner(rules: readonly Rule[] = RULES): Runner {
  let kept = new Map<string, Kept>()
  return {
    async run(ctx) {
      const next = new Map<string, Kept>()
      const safe = rules.flatMap((rule) => (rule.safe === true ? [rule.id] : []))
      const asking = ctx.template.kind === 'engine' ? rules : rules.filter((rule) => rule.engine !== true)
      const silent = rules.length - asking.length
      const result: CheckResult = { findings: [], rules: asking.length, asked: 0, worked: 0, silent, safe }
      for (const rule of asking) {
        for (const subject of rule.subjects(ctx)) {
          const key = `${rule.id}:${subjectKey(subject)}`
          // Where things stand, and how large they are shown, follows from the stage's shape.
          const reads = `${ctx.pack.stage} ${fingerprint(rule.reads(ctx, subject))}`
          const old = kept.get(key)
          result.asked++
          let findings: Finding[]
          if (old !== undefined && old.reads === reads) findings = old.findings
          else {
            result.worked++
            findings = await ask(rule, ctx, subject)
          }
          next.set(key, { reads, findings })
          result.findings.push(...findings.map((finding) => withReason(finding, ctx.pack.kept)))
        }
      }
      kept = next
      return result
    },
  }
}

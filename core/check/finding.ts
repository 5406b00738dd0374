import * as z from 'zod'

export const SEVERITIES = ['must', 'should', 'know'] as const
export type Severity = (typeof SEVERITIES)[number]
export const SEVERITY_NAMES: Record<Severity, string> = { must: 'Must fix', should: 'Should fix', know: 'Good to know' }

/** What a finding is about: a part (with an entry of its cast) or a field of the label. */
export const Subject = z.object({
  part: z.string().optional(),
  entry: z.string().optional(),
  asset: z.string().optional(),
  field: z.string().optional(),
})
export type Subject = z.infer<typeof Subject>

/** What chance does in a moment that is evidence. */
export const MOMENT_SEED = 1

const Box = z.object({ x: z.number(), y: z.number(), w: z.number(), h: z.number() })

/** Something to draw beside the sentence. Boxes and points are 0..1 of the picture or frame; times in s. */
export const Evidence = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('picture'),
    asset: z.string(),
    /** px of the asset; the whole picture when absent. */
    frame: Box.optional(),
    boxes: z.array(Box),
    shape: z.array(z.object({ x: z.number(), y: z.number() })),
  }),
  z.object({ kind: z.literal('wave'), asset: z.string(), fromS: z.number(), toS: z.number() }),
  z.object({ kind: z.literal('words'), text: z.string(), overWidth: z.number() }),
  z.object({ kind: z.literal('figure'), text: z.string() }),
  /** A moment of a play that nobody touches: of which level, steps after its start with `MOMENT_SEED`, and what to look at. */
  z.object({ kind: z.literal('moment'), level: z.int().min(0), step: z.int().min(0).max(36_000), box: Box }),
  /** A place in a course: the part it is of, and cells from its top left. */
  z.object({ kind: z.literal('place'), course: z.string(), x: z.number(), y: z.number() }),
])
export type Evidence = z.infer<typeof Evidence>

export const Facts = z.record(z.string(), z.union([z.string(), z.number()]))
export type Facts = z.infer<typeof Facts>

export const Finding = z.object({
  /** Stable for one rule on one subject. */
  id: z.string(),
  rule: z.string(),
  severity: z.enum(SEVERITIES),
  subject: Subject,
  facts: Facts,
  evidence: Evidence,
  /** Whether the rule can compute a fix for it. */
  fixable: z.boolean(),
  /** Why the maker left it as it is. */
  kept: z.string().optional(),
})
export type Finding = z.infer<typeof Finding>

/** Whether a finding's fix may be done with all others at once; `safe` are the rules whose fixes may. */
export const isSafe = (finding: Finding, safe: readonly string[]): boolean =>
  finding.fixable && finding.kept === undefined && safe.includes(finding.rule)

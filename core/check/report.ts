import { ageResult } from '../label/age-guide'
import { BAND_NAMES } from '../label/names'
import type { WeighIn } from '../parcel/weigh'
import { escapeHtml } from '../parcel/html'
import { SEVERITY_NAMES, type Finding } from './finding'
import { textOf, verdict } from './texts'
import type { Pack } from '../pack/pack'

export interface CheckReport {
  format: 'pack-post-check'
  version: 1
  title: string
  at: string
  verdict: string
  band: string | null
  rules: number
  downloadBytes: number
  memoryBytes: number
  findings: {
    rule: string
    severity: Finding['severity']
    subject: Finding['subject']
    what: string
    why: string
    facts: Finding['facts']
    kept?: string
  }[]
}

/** The check as a file for others or for later. `at` is an ISO date, bytes are of the weigh-in. */
export function reportOf(
  pack: Pack,
  title: string,
  findings: readonly Finding[],
  weighIn: Pick<WeighIn, 'download' | 'memory'>,
  rules: number,
  at: string,
): CheckReport {
  const { band } = ageResult(pack.label.ageGuide)
  return {
    format: 'pack-post-check',
    version: 1,
    title,
    at,
    verdict: verdict(findings),
    band: band === null ? null : BAND_NAMES[band],
    rules,
    downloadBytes: weighIn.download,
    memoryBytes: weighIn.memory,
    findings: findings.map(({ rule, severity, subject, facts, kept, ...rest }) => {
      const { what, why } = textOf({ rule, facts, ...rest })
      return { rule, severity, subject, what, why, facts, ...(kept === undefined ? {} : { kept }) }
    }),
  }
}

const STYLE =
  'body{font:16px/1.5 sans-serif;max-width:46em;margin:2em auto;padding:0 1em;color:#232838;background:#fffdf8}h1{font-size:1.6em}li{margin:.5em 0}small{color:#5b6072}b.must{color:#c9412a}'

/** The same as a page to read or print. */
export function reportPage(report: CheckReport): string {
  const megabytes = (bytes: number) => (bytes / 1e6).toFixed(2)
  const rows = report.findings
    .map(
      ({ severity, what, why, kept, rule }) =>
        `<li><b class="${severity}">${SEVERITY_NAMES[severity]}:</b> ${escapeHtml(what)}. ${escapeHtml(why)}${
          kept === undefined ? '' : ` <em>Kept: ${escapeHtml(kept)}</em>`
        } <small>${escapeHtml(rule)}</small></li>`,
    )
    .join('\n')
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>Check: ${escapeHtml(report.title)}</title><style>${STYLE}</style></head>
<body><h1>${escapeHtml(report.title)}</h1>
<p>${escapeHtml(report.verdict)}. ${report.rules} rules looked at it on ${escapeHtml(report.at)}.</p>
<p>${megabytes(report.downloadBytes)} MB to download, ${megabytes(report.memoryBytes)} MB of memory. Age band: ${escapeHtml(report.band ?? 'open')}.</p>
<ol>
${rows}
</ol>
</body></html>
`
}

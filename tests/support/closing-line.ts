import { readFileSync } from 'node:fs'
import type { Reporter, TestCase, TestResult } from '@playwright/test/reporter'

/** Lines of a page that are told of a test that failed. */
const MOST_LINES = 60
/** Lines of an error that are told. */
const ERROR_LINES = 8

/** What the page showed when a test failed, as Playwright wrote it down; empty where it did not. */
function shown(result: TestResult): string {
  const file = result.attachments.find(({ name }) => name === 'error-context')?.path
  if (file === undefined) return ''
  try {
    const page = /```yaml\n([\s\S]*?)```/.exec(readFileSync(file, 'utf8'))?.[1] ?? ''
    return page.split('\n').slice(0, MOST_LINES).join('\n')
  } catch {
    return ''
  }
}

/** Time of the processors so far, and how much of it the host kept for others (`steal` of proc(5)), in ticks. */
function processors(): { all: number; taken: number } {
  try {
    const ticks = readFileSync('/proc/stat', 'utf8').split('\n')[0]!.split(/\s+/).slice(1, 9).map(Number)
    return { all: ticks.reduce((sum, one) => sum + one, 0), taken: ticks[7] ?? 0 }
  } catch {
    return { all: 0, taken: 0 }
  }
}
/** Per cent that the host kept since then. */
function takenSince(then: ReturnType<typeof processors>): number {
  const now = processors()
  return Math.round((100 * (now.taken - then.taken)) / Math.max(1, now.all - then.all))
}

/** Where a test failed, after how long, and with what error. */
function said(test: TestCase, result: TestResult, taken: number): string {
  const [error] = result.errors
  // eslint-disable-next-line no-control-regex -- Playwright colours its messages, which a log does not show
  const message = (error?.message ?? result.status).replaceAll(/\u001b\[[0-9;]*m/g, '')
  const line = error?.location === undefined ? '' : `:${error.location.line}`
  const lines = message.split('\n').filter((text) => text.trim() !== '')
  return [
    `${test.location.file.split('/').at(-1)}${line} “${test.title}”, ${Math.round(result.duration / 1000)} s, ${taken} % of the processors taken by others:`,
    ...lines.slice(0, ERROR_LINES),
  ].join('\n  ')
}

/**
 * What was on the page of each test that failed, then the error of each, for whoever has only the log of it or the
 * end of that; and one plain line with the counts, last, for machines that read the log.
 */
export default class ClosingLine implements Reporter {
  private counts = { passed: 0, failed: 0, skipped: 0 }
  private pages: string[] = []
  private errors: string[] = []

  private readonly start = processors()
  private readonly starts = new Map<TestCase, ReturnType<typeof processors>>()

  onTestBegin(test: TestCase): void {
    this.starts.set(test, processors())
  }

  onTestEnd(test: TestCase, result: TestResult): void {
    if (result.status === 'skipped') this.counts.skipped++
    else if (result.status === test.expectedStatus) this.counts.passed++
    else {
      this.counts.failed++
      this.pages.push(`On the page when “${test.title}” failed:\n${shown(result)}`)
      this.errors.push(said(test, result, takenSince(this.starts.get(test) ?? this.start)))
    }
  }

  onEnd(): void {
    console.log(`The host kept ${takenSince(this.start)} % of the processors for others.`)
    const { passed, failed, skipped } = this.counts
    for (const text of [...this.pages, ...this.errors]) console.log(`\n${text}`)
    console.log(`${passed} passed, ${failed} failed${skipped > 0 ? `, ${skipped} skipped` : ''}`)
  }
}

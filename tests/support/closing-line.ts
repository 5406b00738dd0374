import { readFileSync } from 'node:fs'
import type { Reporter, TestCase, TestResult } from '@playwright/test/reporter'

/** Lines of a page that are told of a test that failed. */
const MOST_LINES = 60

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

/**
 * What was on the page of each test that failed, for whoever has only the log of it; and one plain line with the
 * counts, last, for machines that read the log.
 */
export default class ClosingLine implements Reporter {
  private counts = { passed: 0, failed: 0, skipped: 0 }
  private pages: string[] = []

  onTestEnd(test: TestCase, result: TestResult): void {
    if (result.status === 'skipped') this.counts.skipped++
    else if (result.status === test.expectedStatus) this.counts.passed++
    else {
      this.counts.failed++
      this.pages.push(`On the page when “${test.title}” failed:\n${shown(result)}`)
    }
  }

  onEnd(): void {
    const { passed, failed, skipped } = this.counts
    for (const page of this.pages) console.log(`\n${page}`)
    console.log(`${passed} passed, ${failed} failed${skipped > 0 ? `, ${skipped} skipped` : ''}`)
  }
}

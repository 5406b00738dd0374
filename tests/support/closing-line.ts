import type { Reporter, TestCase, TestResult } from '@playwright/test/reporter'

/** One plain line with the counts, last, for machines that read the log. */
export default class ClosingLine implements Reporter {
  private counts = { passed: 0, failed: 0, skipped: 0 }

  onTestEnd(test: TestCase, result: TestResult): void {
    if (result.status === 'skipped') this.counts.skipped++
    else if (result.status === test.expectedStatus) this.counts.passed++
    else this.counts.failed++
  }

  onEnd(): void {
    const { passed, failed, skipped } = this.counts
    console.log(`${passed} passed, ${failed} failed${skipped > 0 ? `, ${skipped} skipped` : ''}`)
  }
}

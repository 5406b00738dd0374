import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'

/**
 * What axe finds serious on a page as it is, a line each. By night only the colours are others. Frames are looked into
 * only where they are asked for: axe opens a page of its own for those of other origins.
 */
export async function seriousOn(page: Page, name: string, desk: 'light' | 'night', frames = false): Promise<string[]> {
  await expect(page.locator(`.v-application.v-theme--${desk}`)).toBeVisible()
  // What comes in by fading has its colours at its end.
  await page.waitForFunction(() =>
    document.getAnimations().every((one) => one.effect?.getComputedTiming().endTime === Infinity),
  )
  // Tooltips that are closed stay behind empty; nobody meets them.
  const axe = new AxeBuilder({ page }).exclude('.v-tooltip').setLegacyMode(!frames)
  const { violations } = await (
    desk === 'light' ? axe.withTags(['wcag2a', 'wcag2aa']) : axe.withRules(['color-contrast'])
  ).analyze()
  return violations
    .filter((one) => one.impact === 'serious' || one.impact === 'critical')
    .map(
      (one) =>
        `${name}, ${desk}: ${one.id}: ${one.nodes.map((node) => `${node.target.join(' ')} ${node.failureSummary ?? ''}`).join(' | ')}`,
    )
}

import { expect, test } from '@playwright/test'
import { demos, home, stageReady } from '../support/e2e'
test('shots', async ({ page }) => {
  test.setTimeout(120_000)
  await page.setViewportSize({ width: 1280, height: 800 })
  await home(page)
  await page
    .getByRole('link', { name: /Updraft/ })
    .last()
    .click()
  await page.getByRole('radio', { name: /Tall/ }).click()
  await expect(page.locator('.play-box')).toHaveAttribute('data-screen', 'start')
  await page.screenshot({ path: '/tmp/t1.png' })
  await demos(page)
  for (const [i, demo] of ['puffin-catch', 'breakwater-gull'].entries()) {
    await page.goto(`/packs/demo-${demo}/bench`)
    await stageReady(page)
    await page.getByRole('button', { name: 'Make it tall' }).click()
    await page.waitForTimeout(4000)
    await page.screenshot({ path: `/tmp/t${2 + i}.png` })
    const canvas = page.getByTestId('stage').locator('canvas').first()
    for (const [k, part] of [
      'title-words',
      'how-words',
      'options-words',
      'about-words',
      'pause-words',
      'win-words',
    ].entries()) {
      await page
        .locator(`[data-part="${part}"]`)
        .first()
        .click({ timeout: 2000 })
        .catch(() => undefined)
      await page
        .getByRole('button', { name: /Show|on the stage/i })
        .first()
        .click({ timeout: 1500 })
        .catch(() => undefined)
      await page.waitForTimeout(700)
      await canvas.screenshot({ path: `/tmp/s${i}${k}.png` })
    }
  }
})

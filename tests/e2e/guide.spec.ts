import { expect, test as alone } from '@playwright/test'
import { readFileSync } from 'node:fs'
import type { GuideLine } from '../../core/template/guide'
import { ballPng, demoBench, startPack, home, swapByButton } from '../support/e2e'
import { test } from '../support/one-tab'

const { guide } = JSON.parse(readFileSync('templates/skipline/template.json', 'utf8')) as { guide: GuideLine[] }

alone('a new pack offers three first steps, which show where to press and go with the first swap', async ({ page }) => {
  await home(page)
  await startPack(page, 'Skipline')
  const card = page.getByTestId('guide-card')
  for (const { say } of guide.slice(0, 3)) await expect(card.getByRole('button', { name: say })).toBeVisible()

  await card.getByRole('button', { name: guide[1]!.say }).click()
  await expect(page.getByTestId('inspector').getByRole('heading', { level: 2 })).toHaveText('Standing in the way')
  const pointed = page.locator('.pointed')
  await expect(pointed).toHaveText(/Add from file…/)
  await expect(pointed).toBeFocused()
  await page.keyboard.press('Tab')
  await expect(pointed).toHaveCount(0)

  await card.getByRole('button', { name: 'More questions…' }).click()
  await expect(page.getByTestId('find-anything').locator('input')).toHaveValue('how do I')
  await expect(page.getByRole('option', { name: /question$/ }).first()).toBeVisible()
  await page.keyboard.press('Escape')
  await swapByButton(page, 'hero', ballPng())
  await expect(card).toHaveCount(0)
})

/** Questions that lead to places of their own kind; what each names is looked at by a unit test. */
const kinds = [
  ...new Map(guide.map((line) => [[line.stop, line.desk, line.tool, line.press, line.section].join(), line])).values(),
]

test('a question is found by its words and opens what it speaks of, wherever that is', async ({ page }) => {
  await demoBench(page, 'quay-cart')
  expect(kinds.length).toBeGreaterThan(8)
  for (const { say } of kinds) {
    await page.keyboard.press('Control+k')
    await page.getByTestId('find-anything').locator('input').fill(say)
    await page.getByRole('option', { name: say }).getByRole('button').click()
    await expect(page.locator('.pointed'), say).toBeVisible()
    // The way back is the same for whoever pressed it.
    await page.keyboard.press('Shift')
  }
})

test('a dial in hand shows on the stage how far a jump carries', async ({ page }) => {
  await demoBench(page, 'quay-cart')
  await expect(page.getByTestId('stage').locator('canvas.shapes')).toBeHidden()
  await page.keyboard.press('Control+k')
  await page.getByTestId('find-anything').locator('input').fill('Jump height')
  await page
    .getByRole('option', { name: /^Jump height/ })
    .getByRole('button')
    .click()
  await expect(page.locator('[data-at="jump-height"]')).toBeVisible()
  await expect(page.getByTestId('stage').locator('canvas.shapes')).toBeVisible()
})

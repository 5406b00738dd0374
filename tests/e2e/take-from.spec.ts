import { expect, test } from '@playwright/test'
import { home, saved, startPack } from '../support/e2e'

test('parts, an entry and words of another pack are taken with their credits, as one step', async ({ page }) => {
  await home(page)
  await startPack(page, 'Windfall')
  await expect(page.getByText('0 of 17 are yours')).toBeVisible()
  await page.getByRole('button', { name: 'From a pack…' }).click()
  const sheet = page.getByTestId('take-from')
  await expect(sheet.getByTestId('take')).toBeDisabled()
  await sheet.getByTestId('take-pack').selectOption({ label: 'Puffin Catch' })
  await sheet.locator('[data-take="hero"] input').check()
  await sheet.locator('[data-take="good/herring"] input').check()
  await sheet.getByRole('checkbox', { name: 'Tags' }).check()
  await sheet.getByTestId('take').click()
  await expect(sheet).toHaveCount(0)
  await expect(page.getByText('2 of 17 are yours')).toBeVisible()
  await page.locator('[data-part="hero"]').click()
  await expect(
    page
      .getByTestId('inspector')
      .getByLabel(/^Made by/)
      .first(),
  ).toHaveValue('harbour-club')
  await saved(page)

  // From a game of another template a thing goes where its maker says.
  await page.getByRole('button', { name: 'From a pack…' }).click()
  await sheet.getByTestId('take-pack').selectOption({ label: 'Quay Cart' })
  const crab = sheet.locator('[data-take="low/crab"]')
  await crab.getByRole('combobox').selectOption({ label: 'Bad things' })
  await sheet.getByRole('button', { name: 'Take 1' }).click()
  await expect(page.getByText('3 of 17 are yours')).toBeVisible()
  for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('0 of 17 are yours')).toBeVisible()
})

import { expect, type Page } from '@playwright/test'
import { choosePart, demoBench } from '../support/e2e'
import { test } from '../support/one-tab'

const average = (page: Page) => page.getByTestId('forecast').first().getAttribute('data-average').then(Number)
const settled = (page: Page) => expect(page.getByTestId('forecast')).toHaveAttribute('data-state', 'done')

async function dials(page: Page): Promise<void> {
  await choosePart(page, 'goal')
  await settled(page)
}

test('a dial that is moved changes the forecast, and reset brings it back', async ({ page }) => {
  await demoBench(page)
  await dials(page)
  const before = await average(page)
  const lives = page.locator('[data-dial="lives"]').getByRole('slider')
  await lives.focus()
  for (let i = 0; i < 2; i++) await page.keyboard.press('ArrowLeft')
  await expect.poll(() => average(page)).toBeLessThan(before)
  await page
    .locator('[data-dial="lives"]')
    .getByRole('button', { name: /Back to/ })
    .click()
  await expect.poll(() => average(page)).toBe(before)
})

test('presets move all dials at once: wild is won less often than gentle', async ({ page }) => {
  await demoBench(page)
  await dials(page)
  await page.getByRole('button', { name: 'Gentle' }).click()
  await expect(page.getByRole('button', { name: 'Gentle' })).toHaveAttribute('aria-pressed', 'true')
  await expect.poll(() => average(page)).toBeGreaterThan(0.5)
  await page.getByRole('button', { name: 'Wild' }).click()
  await expect.poll(() => average(page)).toBeLessThan(0.4)
  await page.getByRole('button', { name: 'As made' }).click()
  await expect(page.locator('[data-dial="lives"]')).toContainText('3 lives')
})

test('a goal that cannot be reached is told while the dial moves', async ({ page }) => {
  await demoBench(page)
  await dials(page)
  await expect(page.getByTestId('reach')).toContainText('points can be reached')
  const goal = page.locator('[data-dial="goal"]').getByRole('slider')
  await goal.focus()
  await page.keyboard.press('End')
  await expect(page.getByTestId('reach')).toContainText('cannot be reached')
})

test('the curve of a dial says where half of the players win, and sets it there', async ({ page }) => {
  await demoBench(page)
  await dials(page)
  await page.locator('[data-act="dry-run"]').click()
  const desk = page.getByTestId('desk-dry-run')
  await desk.getByRole('combobox', { name: 'Dial of the curve' }).selectOption('goal')
  await desk.locator('[data-act="curve"]').click()
  await expect(page.getByTestId('half')).toContainText(/At \d+ points half of average players win/)
  const half = Number(/At (\d+)/.exec((await page.getByTestId('half').textContent())!)![1])
  await desk.locator('[data-act="set-to"]').click()
  await expect(desk.locator('[data-dial="goal"]')).toContainText(`${half} points`)
  await expect.poll(() => average(page)).toBeGreaterThan(0.3)
  expect(await average(page)).toBeLessThan(0.7)
})

test('a simulated game is shown on the stage from its start', async ({ page }) => {
  await demoBench(page)
  await dials(page)
  await page.locator('[data-act="dry-run"]').click()
  await expect(page.getByTestId('desk-dry-run').getByText(/^\d+ games$/)).toBeVisible()
  await page.locator('[data-watch="Soonest lost"]').click()
  await expect(page.getByTestId('stage')).toHaveAttribute('data-screen', 'play')
  // It is lost for certain: the same game ends the same way.
  await expect(page.getByTestId('stage')).toHaveAttribute('data-screen', 'lost')
})

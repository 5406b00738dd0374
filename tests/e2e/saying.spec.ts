import { readFileSync } from 'node:fs'
import { expect, test as alone, type Page } from '@playwright/test'
import sharp from 'sharp'
import type { Pack } from '../../core/pack/pack'
import { demoParcel, Maker } from '../support/arcade-client'
import { seriousOn } from '../support/axe'
import { demoBench, demoDesk, go, post, swapByButton, takeCover, upload } from '../support/e2e'
import { test } from '../support/one-tab'
import { tone } from '../support/fixtures'

const label = async (page: Page) => {
  await demoDesk(page, 'label')
  await expect(page.getByTestId('label-title')).toBeVisible()
}
const question = (page: Page, id: string) => page.locator(`[data-question="${id}"]`)

test('the age guide asks, follows up, tells what an answer does, and says when the parts disagree', async ({
  page,
}) => {
  await label(page)
  const result = page.getByTestId('age-result')
  await expect(result).toContainText('All ages')
  await expect(question(page, 'fighting')).toContainText('From the parts: Old boot does harm')
  await expect(question(page, 'fighting-whom')).toHaveCount(0)
  await question(page, 'fighting')
    .getByRole('radio', { name: /^Blows/ })
    .click()
  await expect(result).toContainText('1 question is open')
  await question(page, 'fighting-whom')
    .getByRole('radio', { name: /^People/ })
    .click()
  await expect(result).toContainText('From 11')
  await expect(result).toContainText('People')
  await expect(result).toContainText('will not be shown on the list for schools')
  await question(page, 'fighting').getByRole('radio', { name: 'No', exact: true }).click()
  await expect(question(page, 'fighting')).toContainText('The parts say otherwise: Old boot does harm')
  await page.getByRole('link', { name: /^Check:/ }).click()
  const finding = page.locator('[data-rule=age-denies]')
  await expect(finding).toContainText('Old boot does harm')
  await finding.getByRole('button', { name: 'Answer as the parts say' }).click()
  await expect(finding).toHaveCount(0)
})

test('what the parts say stands in pencil until it is taken; an answer by hand is not rubbed out', async ({ page }) => {
  await go(page, '/templates/windfall')
  await page.getByRole('button', { name: 'Start a pack' }).click()
  await page.getByRole('link', { name: /^Label:/ }).click()
  const result = page.getByTestId('age-result')
  await expect(result).toContainText('9 questions are open. As pencilled in from the parts it would be All ages.')
  const bumps = question(page, 'fighting').locator('[data-answer=bumps]')
  await expect(bumps).toHaveClass(/pencilled/)
  await expect(bumps).toHaveAttribute('aria-checked', 'false')
  await question(page, 'fright').locator('[data-answer=spooky]').click()
  await page.getByTestId('age-suggest').click()
  await expect(result).not.toContainText('open')
  await expect(bumps).toHaveAttribute('aria-checked', 'true')
  await expect(question(page, 'fright').locator('[data-answer=spooky]')).toHaveAttribute('aria-checked', 'true')
  await expect(page.locator('.pencilled')).toHaveCount(0)
})

test('privacy writes its own statement; e-mail is not for the young', async ({ page }) => {
  await label(page)
  const statement = page.getByTestId('statement')
  await expect(statement).toContainText('sends nothing to anybody')
  await page.getByTestId('privacy-plays').check()
  await expect(statement).toContainText('Plays are counted')
  await expect(statement).not.toContainText('sends nothing')
  await expect(page.getByTestId('privacy-email')).toBeDisabled()
  await question(page, 'fright')
    .getByRole('radio', { name: /^Horror/ })
    .click()
  await page.getByTestId('privacy-email').check()
  await page.getByLabel('What for').fill('to tell when the festival begins')
  await page.getByLabel('Who keeps them').fill('harbour-club')
  await expect(statement).toContainText('to tell when the festival begins')
  await question(page, 'fright').getByRole('radio', { name: 'No', exact: true }).click()
  await expect(page.getByText(/E-mail addresses are asked for in a game for All ages/).first()).toBeVisible()
  await page.getByRole('radio', { name: 'Only these sites' }).click()
  await page.getByTestId('privacy-site').locator('input').fill('not a site')
  await page.keyboard.press('Enter')
  await expect(page.getByText('That is not a site')).toBeVisible()
  await page.getByTestId('privacy-site').locator('input').fill('club.example')
  await page.keyboard.press('Enter')
  await expect(page.getByText('https://club.example', { exact: true })).toBeVisible()
})

test('pictures of every kind are taken from play: covers, icon, shot, and a clip that moves', async ({ page }) => {
  await label(page)
  const take = page.getByRole('button', { name: /^Take (this moment|the last 4 seconds)$/ })
  await page.getByTestId('take-cover').click()
  await page.getByRole('radio', { name: 'Wide cover', exact: true }).click()
  // The desk stays open and goes on to what is missing.
  for (const [name, next] of [
    ['Wide cover', 'Square cover'],
    ['Square cover', 'Icon'],
    ['Icon', 'Shot'],
    ['Shot', 'Clip'],
  ] as const) {
    await expect(page.getByRole('radio', { name, exact: true })).toBeChecked()
    if (name === 'Square cover') await page.getByLabel('Title over it').check()
    await take.click()
    await expect(page.getByRole('radio', { name: next, exact: true })).toBeChecked()
  }
  await expect(page.getByLabel('What shot 1 shows')).toBeVisible()
  await expect.poll(async () => Number(await page.getByTestId('rewind').getAttribute('aria-valuemin'))).toBeLessThan(-2)
  await take.click()
  await expect(page.getByRole('button', { name: 'Take out the clip' })).toBeVisible()

  await go(page, 'post')
  await page.getByRole('radio', { name: 'Unlisted' }).click()
  const link = await post(page)
  await page.goto(link)
  const clip = (await page.getByAltText('A few seconds of play').getAttribute('src'))!
  const moving = await sharp(await (await page.request.get(clip)).body(), { animated: true }).metadata()
  expect(moving.format).toBe('gif')
  expect(moving.pages).toBeGreaterThan(15)
  expect(moving.width).toBe(400)
})

test('"as I always say it" is kept apart from packs and said on another label', async ({ page }) => {
  await label(page)
  await page.getByTestId('privacy-plays').check()
  await page.getByTestId('presets').click()
  await page.getByTestId('preset-name').locator('input').fill('Club games')
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Club games', exact: true })).toBeVisible()
  await demoDesk(page, 'label', 'breakwater-gull')
  await expect(page.getByTestId('privacy-plays')).not.toBeChecked()
  await page.getByTestId('presets').click()
  await page.getByRole('button', { name: 'Club games', exact: true }).click()
  await expect(page.getByTestId('privacy-plays')).toBeChecked()
  await expect(page.locator('.tag').filter({ hasText: 'seabirds' })).toHaveCount(1)
})

test('all safe ones are fixed as one step; another is kept with a reason that goes along; the report is a file', async ({
  page,
}) => {
  await demoBench(page)
  await swapByButton(page, 'catch-sound', upload('plip.wav', 'audio/wav', tone(0.4, { head: 0.2 }).bytes))
  await expect(page.getByText(/Catch sound starts/)).toBeVisible()
  await page.getByRole('link', { name: /^Check:/ }).click()
  await expect(page.locator('[data-rule=sound-late]')).toBeVisible()
  await page.getByTestId('fix-all').click()
  await expect(page.getByTestId('fixed-all')).toContainText(/Trim/i)
  await expect(page.locator('[data-rule=sound-late]')).toHaveCount(0)
  await page.keyboard.press('Control+z')
  await expect(page.locator('[data-rule=sound-late]')).toBeVisible()

  const credit = page.locator('[data-rule=source-unknown]').filter({ hasText: 'plip.wav' })
  await credit.getByRole('button', { name: 'I know, keep it' }).click()
  await page.getByTestId('keep-reason').locator('input').fill('I hit a jar myself')
  await page.getByRole('button', { name: 'Keep it', exact: true }).click()
  await expect(page.getByTestId('kept')).toContainText('“I hit a jar myself”')
  await expect(credit).toHaveCount(0)

  await page.getByTestId('report').click()
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByText('For programs (JSON)').click()])
  const report = JSON.parse(readFileSync((await file.path())!, 'utf8')) as {
    findings: { rule: string; kept?: string }[]
  }
  expect(report.findings.find((one) => one.kept !== undefined)).toMatchObject({ kept: 'I hit a jar myself' })

  await go(page, 'label')
  await takeCover(page)
  await go(page, 'post')
  await expect(page.getByText('1 finding, with your reasons')).toBeVisible()
})

alone('nothing serious for axe on a posted game and its frame, both desks', async ({ page, request, baseURL }) => {
  const maker = await Maker.arrive(request, baseURL!)
  const full = (pack: Pack): Pack => ({
    ...pack,
    label: {
      ...pack.label,
      title: 'Every Thing On',
      privacy: { ...pack.label.privacy, scores: true, plays: true },
      ageGuide: { ...pack.label.ageGuide, strangers: 'scores', substances: 'seen' },
      copies: { allowed: true, licence: 'CC-BY-4.0' },
    },
  })
  const view = await maker.send(await demoParcel(full))
  for (const path of ['', 'embed/']) {
    await page.goto(`/arcade/${path}${view.postcode.toLowerCase()}`)
    const looked = async (desk: 'light' | 'night') => {
      await expect(page.getByTestId('game-frame').contentFrame().locator('canvas')).toBeVisible()
      // The game in its frame has no other colours by night.
      expect(await seriousOn(page, path, desk, desk === 'light')).toEqual([])
    }
    await looked('light')
    await page.evaluate(() => localStorage.setItem('pack-post:desk', 'night'))
    await page.reload()
    await looked('night')
    await page.evaluate(() => localStorage.removeItem('pack-post:desk'))
  }
})

import { expect, test as alone } from '@playwright/test'
import { encodePng } from '../../core/art/png'
import { picture } from '../support/fixtures'
import {
  DEMO_COUNT,
  choosePart,
  demoBench,
  demoDesk,
  go,
  home,
  saved,
  stageReady,
  swapByButton,
  ballPng,
  takeCover,
  upload,
} from '../support/e2e'
import { test } from '../support/one-tab'

test('tags: one spelling, suggestions from the pack’s own words, taken out again', async ({ page }) => {
  await demoDesk(page, 'label')
  const tags = page.locator('.tag')
  await expect(tags).toHaveCount(3)
  await page.getByTestId('label-tag').locator('input').fill('  Sea-Birds!! ')
  await page.keyboard.press('Enter')
  await expect(tags.last()).toContainText('sea birds')
  await page.getByTestId('label-tag').locator('input').fill('HARBOUR')
  await page.keyboard.press('Enter')
  await expect(tags).toHaveCount(4)
  await page.getByRole('button', { name: 'herring' }).click()
  await expect(tags).toHaveCount(5)
  await expect(page.getByRole('button', { name: 'herring', exact: true })).toHaveCount(0)
  await page.getByRole('button', { name: 'Take out sea birds' }).click()
  await expect(tags).toHaveCount(4)
})

test('what is wrong with a field is said beside it, and the preview follows every letter', async ({ page }) => {
  await demoDesk(page, 'label')
  await page.getByTestId('label-title').locator('input').fill('BEST PUFFIN GAME')
  await expect(page.getByText('The title looks stuffed: it is all in capitals')).toBeVisible()
  await expect(
    page.getByRole('complementary', { name: 'What others will see' }).getByText('BEST PUFFIN GAME').first(),
  ).toBeVisible()
  await page.getByTestId('label-description').locator('textarea').first().fill('Short.')
  await expect(page.getByText('The description has 6 letters of at least 40')).toBeVisible()
  await page.getByTestId('label-title').locator('input').fill('Puffin Supper')
  await expect(page.getByText('The title looks stuffed')).toBeHidden()
  await expect(page.getByRole('button', { name: 'Puffin Supper' })).toBeVisible()
})

test('a cover from a file is compared with the game’s own pictures', async ({ page }) => {
  await demoDesk(page, 'label')
  const pink = encodePng(picture(320, 200, (x, y) => [255, (x * 3) % 60, 180 + (y % 40), 255]))
  await page.getByTestId('cover-file').setInputFiles(upload('pink.png', 'image/png', pink))
  await expect(page.getByText(/Only \d+ % of the cover’s colours are in the game/)).toBeVisible()
  await takeCover(page)
  await expect(page.getByText(/of the cover’s colours/)).toBeHidden()
  await page
    .getByTestId('cover-file')
    .setInputFiles(upload('words.png', 'image/png', Buffer.from('no picture at all, only words')))
  await expect(page.getByTestId('notice')).toContainText('“words.png” is not a picture')
})

test('credits: an unknown author is a finding, and filling it in settles it', async ({ page }) => {
  await demoBench(page)
  await swapByButton(page, 'life', ballPng())
  await expect(page.getByTestId('inspector').getByText('my ball.png')).toBeVisible()
  await saved(page)
  await go(page, 'check')
  const finding = page.locator('[data-rule="source-unknown"]')
  await expect(finding).toContainText('my ball.png')
  await finding.getByRole('button', { name: 'Take me there' }).click()
  await expect(page.getByTestId('inspector').getByRole('heading', { name: 'Life mark' })).toBeVisible()
  await page.getByLabel(/^Made by/).fill('harbour-club')
  await page.getByTestId('inspector').getByRole('radio', { name: 'Free for anything' }).click()
  await page.getByRole('link', { name: /^Check/ }).click()
  await expect(page.getByTestId('verdict')).toContainText('to fix')
  await expect(finding).toHaveCount(0)
})

test('the name is edited in place, and history goes back to a named step', async ({ page }) => {
  await demoBench(page)
  await page.getByRole('button', { name: 'Puffin Catch' }).click()
  await page.getByLabel('Name of the game').fill('Tide Table')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Tide Table' })).toBeVisible()
  await choosePart(page, 'win-words')
  await page.getByTestId('wording').locator('textarea').first().fill('Low water!')
  await page.getByRole('button', { name: 'What was done' }).click()
  await page.getByRole('button', { name: 'Name the game' }).click()
  await expect(page.getByRole('button', { name: 'Puffin Catch' })).toBeVisible()
  await expect(page.getByTestId('wording').locator('textarea').first()).toHaveValue('Supper for the whole quay!')
})

alone('a pack is thrown away and brought back; the desk stays at night over a reload', async ({ page }) => {
  await home(page)
  await page.getByRole('button', { name: 'More about Puffin Catch' }).click()
  await page.getByRole('button', { name: 'Throw away' }).click()
  await expect(page.locator('.pack')).toHaveCount(DEMO_COUNT - 1)
  await page.getByRole('button', { name: 'Bring it back' }).click()
  await expect(page.locator('.pack')).toHaveCount(DEMO_COUNT)
  await page.getByRole('button', { name: 'Night desk' }).click()
  await expect(page.locator('.v-theme--night').first()).toBeVisible()
  await page.reload()
  await expect(page.getByRole('button', { name: 'Day desk' })).toBeVisible()
})

test('words that run over are told at once and put right by one press', async ({ page }) => {
  await demoBench(page)
  await choosePart(page, 'play-words')
  const inspector = page.getByTestId('inspector')
  await inspector.getByLabel('Play', { exact: true }).fill('Begin the great harbour supper')
  await expect(inspector.getByText(/Too long for its place by \d+ %/)).toBeVisible()
  await saved(page)
  await go(page, 'check')
  await page.locator('[data-rule="words-overflow"]').getByRole('button', { name: 'Use smaller letters' }).click()
  await expect(page.locator('[data-rule="words-overflow"]')).toBeHidden()
})

test('a goal that nobody can reach is a finding at once, with a goal that can be won', async ({ page }) => {
  await demoBench(page)
  await choosePart(page, 'goal')
  await page.locator('[data-dial="goal"]').getByRole('slider').focus()
  await page.keyboard.press('End')
  await expect(page.locator('[data-dial="goal"]')).toContainText('1000 points')
  await saved(page)
  await go(page, 'check')
  const finding = page.locator('[data-rule="goal-unreachable"]')
  await expect(finding).toContainText('The goal of 1000 cannot be reached')
  await finding.getByRole('button', { name: 'Set a goal that can be won' }).click()
  await expect(finding).toBeHidden()
})

test('Play opens the whole game over the desk, from its start screen', async ({ page }) => {
  await demoBench(page)
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  const game = page.getByRole('application', { name: 'Puffin Catch' })
  await expect(game).toBeVisible()
  await page.getByRole('button', { name: 'Back to the bench' }).click()
  await expect(game).toBeHidden()
  await stageReady(page)
})

import { expect, type Page } from '@playwright/test'
import { ballPng, choosePart, demoBench, go, meanColour, post, saved, takeCover, upload } from '../support/e2e'
import { test } from '../support/one-tab'
import { soundFixture } from '../support/sounds'

const row = (page: Page, key: string) => page.locator(`[data-text="${key}"]`)

async function sheet(page: Page, part = 'title-words'): Promise<void> {
  await choosePart(page, part)
  await page.locator('[data-act="wording-sheet"]').first().click()
  await expect(page.getByTestId('desk-wording')).toBeVisible()
  await expect(row(page, 'title-words').locator('[data-fit]')).toBeVisible()
}
const tool = (page: Page, name: string) =>
  page.getByTestId('desk-wording').getByRole('navigation').getByRole('button', { name }).click()

async function storyLines(page: Page, count: number): Promise<void> {
  await choosePart(page, 'intro-story')
  for (let i = 1; i <= count; i++) {
    await page.locator('[data-act="add-line"]').click()
    await expect(page.getByRole('textbox', { name: `Line ${i}`, exact: true })).toBeVisible()
  }
}

test('an overlong text is marked, shrunk by one press, and fits on the stage', async ({ page }) => {
  await demoBench(page)
  await sheet(page)
  const play = row(page, 'play-words')
  await play.getByRole('textbox').first().fill('Begin the harbour supper now')
  await expect(play.locator('[data-fit]')).toHaveText(/too many/)
  await expect(page.getByRole('button', { name: /^Too long 1/ })).toBeVisible()
  // Whatever tool is in hand: what is too long leads to what can be done about it.
  await tool(page, 'Languages')
  await play.locator('[data-fit]').click()
  await page.locator('[data-act="let-shrink"]').click()
  await expect(play.locator('[data-fit]')).toHaveText(/left/)
  await page.getByTestId('desk-wording').getByRole('button', { name: 'Done' }).click()
  await choosePart(page, 'title-words')
  await expect(page.getByTestId('stage')).toHaveAttribute('data-screen', 'start')
  await page.waitForFunction(() => document.querySelector('[data-testid="stage"]') !== null)
  // Beside its plate nothing of the text is seen: the margins left and right of the plate look alike.
  const canvas = page.getByTestId('stage').locator('canvas').first()
  const shot = await canvas.screenshot()
  const inside = await meanColour(shot, { x: 0.9 / 16, y: 4.95 / 10, w: 4.4 / 16, h: 0.82 / 10 })
  const plate = await meanColour(shot, { x: 1.0 / 16, y: 4.97 / 10, w: 0.12 / 16, h: 0.7 / 10 })
  const edge = await meanColour(shot, { x: 5.16 / 16, y: 4.97 / 10, w: 0.1 / 16, h: 0.7 / 10 })
  for (let i = 0; i < 3; i++) expect(Math.abs(plate[i]! - edge[i]!)).toBeLessThan(14)
  expect(Math.abs(inside[0] - plate[0]) + Math.abs(inside[1] - plate[1])).toBeGreaterThan(6)
  await go(page, 'check')
  await expect(page.getByText(/does not fit|too long/i)).toHaveCount(0)
})

test('a column of forty texts from a spreadsheet goes in as one step, and out again', async ({ page }) => {
  await demoBench(page)
  await storyLines(page, 16)
  await page.getByRole('button', { name: 'In the wording sheet' }).click()
  await row(page, 'title-words').getByRole('textbox').first().click()
  await tool(page, 'Column')
  const texts = Array.from({ length: 40 }, (_, i) => (i === 3 ? '"Boots, and\nmore boots"' : `Text ${i + 1}, tidy`))
  await page.getByTestId('column').fill(texts.join('\r\n'))
  await expect(page.locator('.laid li')).toHaveCount(40)
  const lastName = (await page.locator('.laid li').last().locator('.soft').textContent())!.trim()
  await page.locator('[data-act="put-column"]').click()
  await expect(row(page, 'title-words').getByRole('textbox').first()).toHaveValue('Text 1, tidy')
  await expect(row(page, 'about-words').getByRole('textbox').first()).toHaveValue('Text 3, tidy')
  await page.getByTestId('wording-rows').evaluate((rows) => rows.scrollTo(0, 1e6))
  // The last of the forty, wherever in the sheet it came to stand.
  const last = page
    .locator('[data-text]')
    .filter({ has: page.getByRole('textbox', { name: `${lastName}, English`, exact: true }) })
  await expect(last.getByRole('textbox').first()).toHaveValue('Text 40, tidy')
  await page.getByRole('heading', { name: 'Every word of the game' }).click()
  await page.keyboard.press('Control+z')
  await page.getByTestId('wording-rows').evaluate((rows) => rows.scrollTo(0, 0))
  await expect(row(page, 'title-words').getByRole('textbox').first()).toHaveValue('Puffin Catch')
})

test('broken quotes and odd files are a sentence, and a UTF-16 table is read', async ({ page }) => {
  await demoBench(page)
  await sheet(page)
  await tool(page, 'Column')
  await page.getByTestId('column').fill('fine\n"never closed\nmore')
  await expect(page.getByRole('alert').filter({ hasText: 'quotation mark that is not closed' })).toBeVisible()
  await expect(page.getByTestId('column')).toHaveValue(/never closed/)
  await page
    .getByTestId('column-file')
    .setInputFiles(upload('a.csv', 'text/csv', Uint8Array.from([80, 75, 3, 4, 0, 0, 0, 1, 0, 0])))
  await expect(page.getByRole('alert').filter({ hasText: '“a.csv” is not a table' })).toBeVisible()
  const utf16 = Buffer.from('\uFEFFid,en\r\ntitle-words,Fångst på kajen\r\n', 'utf16le')
  await page.getByTestId('column-file').setInputFiles(upload('words.csv', 'text/csv', utf16))
  await page.locator('[data-act="put-column"]').click()
  await expect(row(page, 'title-words').getByRole('textbox').first()).toHaveValue('Fångst på kajen')
})

test('find and replace over all texts, whole words only', async ({ page }) => {
  await demoBench(page)
  await sheet(page)
  await tool(page, 'Replace')
  await page.getByTestId('find').locator('input').fill('boots')
  await page.getByTestId('put').locator('input').fill('wellingtons')
  await page.locator('[data-act="replace-all"]').click()
  await expect(row(page, 'tagline-words').getByRole('textbox').first()).toHaveValue(/wellingtons/)
  await expect(page.locator('[data-act="replace-all"]')).toBeDisabled()
})

test('a second language is written, falls back where it is empty, and players switch in the game', async ({
  page,
  browser,
}) => {
  await demoBench(page)
  await sheet(page)
  await tool(page, 'Languages')
  await page.locator('[data-act="add-language"]').selectOption('cy')
  const title = row(page, 'title-words').getByRole('textbox')
  await expect(title).toHaveCount(2)
  await title.nth(1).fill('Dal y Pâl')
  await row(page, 'play-words').getByRole('textbox').nth(1).fill('Chwarae')
  await expect(page.getByRole('button', { name: /^Not in Cymraeg/ })).toBeVisible()
  await saved(page)
  await page.getByTestId('desk-wording').getByRole('button', { name: 'Done' }).click()
  await go(page, 'label')
  // Said once: the game's title in Welsh is the label's.
  await expect(page.getByTestId('label-tongue-title').locator('input')).toHaveValue('Dal y Pâl')
  await page.getByTestId('label-tongue-short').locator('input').fill('Daliwch y penwaig.')
  await takeCover(page)
  await go(page, 'post')
  await page.getByRole('radio', { name: 'Unlisted' }).click()
  await saved(page)
  const link = await post(page)
  const play = async (locale: string) => {
    const context = await browser.newContext({ locale })
    const visitor = await context.newPage()
    await visitor.goto(link)
    const game = visitor.getByTestId('game-frame').contentFrame()
    await expect(game.locator('canvas')).toHaveAttribute('data-screen', 'start')
    return { visitor, game, said: game.locator('[aria-live]'), close: () => context.close() }
  }
  const welsh = await play('cy-GB')
  await expect(welsh.visitor.locator('h1')).toHaveText('Dal y Pâl')
  await expect(welsh.visitor.locator('h1')).toHaveAttribute('lang', 'cy')
  await expect(welsh.visitor.locator('.short')).toHaveText('Daliwch y penwaig.')
  await welsh.visitor.getByLabel('Language of these words').selectOption('en')
  await expect(welsh.visitor.locator('h1')).toHaveText('Puffin Catch')
  await expect(welsh.said).toContainText('Dal y Pâl')
  // Standard words come translated; what nobody wrote falls back.
  await expect(welsh.said).toContainText('Dewisiadau')
  await expect(welsh.said).toContainText('mind the boots')
  await expect(welsh.game.locator('html')).toHaveAttribute('lang', 'cy')
  const canvas = welsh.game.locator('canvas')
  for (const key of ['ArrowDown', 'ArrowDown', 'Enter']) await canvas.press(key)
  await expect(canvas).toHaveAttribute('data-screen', 'options')
  await expect(welsh.said).toContainText('Cymraeg')
  for (const key of ['ArrowDown', 'ArrowDown', 'Enter']) await canvas.press(key)
  await expect(welsh.said).toContainText('English')
  await expect(welsh.game.locator('html')).toHaveAttribute('lang', 'en')
  await welsh.close()
  const other = await play('sv-SE')
  await expect(other.said).toContainText('Puffin Catch')
  await expect(other.visitor.locator('h1')).toHaveText('Puffin Catch')
  await other.close()
})

test('a story with a speaker is told before the play, line by line, and skipped', async ({ page }) => {
  await demoBench(page)
  await storyLines(page, 3)
  await page.getByRole('textbox', { name: 'Line 1', exact: true }).fill('The crane is loose again.')
  await page
    .locator('[data-line="a1"]')
    .getByRole('button', { name: /^Picture of who/ })
    .click()
  await page.getByTestId('line-file').setInputFiles(ballPng())
  await page.getByTestId('line-file').waitFor({ state: 'attached' })
  await expect(page.locator('[data-line="a1"] .speaker canvas, [data-line="a1"] .speaker img').first()).toBeVisible()
  await page.locator('[data-line="a1"]').getByRole('button', { name: 'Voice…' }).click()
  await page
    .getByTestId('line-file')
    .setInputFiles(upload('fog.ogg', 'audio/ogg', Buffer.from(soundFixture('fog.ogg'))))
  await expect(page.locator('[data-line="a1"]').getByRole('button', { name: 'no voice' })).toBeVisible()
  await page.locator('[data-line="a2"]').getByRole('textbox').fill('Mind the boots.')
  await expect(page.getByTestId('stage')).toHaveAttribute('data-screen', 'story')
  await saved(page)
  await page
    .getByRole('button', { name: /^Play$/ })
    .first()
    .click()
  const game = page.locator('.play-box')
  await expect(game).toHaveAttribute('data-screen', 'start')
  await expect(async () => {
    await game.press('Enter', { delay: 60 })
    await expect(game).toHaveAttribute('data-screen', 'story', { timeout: 700 })
  }).toPass()
  // Three lines; the empty third one is told like any other, and then it is play.
  for (let i = 0; i < 3; i++) {
    await expect(game).toHaveAttribute('data-screen', 'story')
    await game.press('Enter', { delay: 60 })
  }
  await expect(game).toHaveAttribute('data-screen', 'play')
})

import { monitorEventLoopDelay } from 'node:perf_hooks'
import { expect } from '@playwright/test'
import { CLEAR, picture, tone } from '../support/fixtures'
import { encodePng } from '../../core/art/png'
import { choosePart, demoBench, go, swapByButton, upload } from '../support/e2e'
import { test } from '../support/one-tab'

/** Four pictures of water that fill their cells from side to side: likely a strip, and nobody can be sure. */
const waves = picture(128, 32, (x, y) => {
  const cell = Math.floor(x / 32)
  return y > 14 + Math.round(2 * Math.sin(((x % 32) + cell * 8) / 5)) ? [30, 90 + cell * 9, 170, 255] : CLEAR
})

test('a sheet that is only likely one is left whole and offered on part, stage and finding; one press cuts it', async ({
  page,
}) => {
  await demoBench(page)
  await swapByButton(page, 'hero', upload('waves.png', 'image/png', encodePng(waves)))
  const offer = page.getByTestId('cut-offer')
  await expect(offer).toContainText('Looks like 4 pictures of 32 × 32 px. Cut it?')
  await expect(page.locator('[data-part="hero"]')).toContainText('a whole sheet, not cut yet')
  await offer.getByRole('button', { name: 'Look at the cut' }).click()
  await expect(page.getByTestId('cut-board').getByRole('button', { name: /^Cell / })).toHaveCount(4)
  await expect(page.getByLabel('Columns')).toHaveValue('4')
  await page.getByTestId('workshop').getByTestId('cut-offer').getByRole('button', { name: 'Cut into 4' }).click()
  await expect(page.getByTestId('filmstrip').getByRole('option')).toHaveCount(4)
  await page.keyboard.press('Control+z')
  await expect(page.getByTestId('filmstrip').getByRole('option')).toHaveCount(1)
  await page.getByTestId('workshop').getByRole('button', { name: 'Leave it whole' }).click()
  await expect(page.getByTestId('cut-offer')).toHaveCount(0)
})

test('cells are cut by their size in px, a line is moved by key, and a row goes to the clip that is chosen', async ({
  page,
}) => {
  await demoBench(page)
  const sheet = picture(3 * 20 + 7, 2 * 24 + 5, (x, y) =>
    Math.hypot((x % 20) - 10, (y % 24) - 12) < 7 && x < 60 && y < 48 ? [200, 60 + x, 40, 255] : CLEAR,
  )
  await swapByButton(page, 'hero', upload('two rows.png', 'image/png', encodePng(sheet)))
  await page.getByRole('button', { name: 'Cut the strip' }).click()
  for (const field of ['Margin across in px', 'Margin down in px', 'Gap across in px', 'Gap down in px'])
    await page.getByLabel(field).fill('0')
  await page.getByRole('radio', { name: 'By size in px' }).click()
  await page.getByLabel('Cell width in px').fill('20')
  await page.getByLabel('Cell height in px').fill('24')
  await expect(page.getByText('Left over, unused: 7 px right, 5 px below')).toBeVisible()
  const line = page.getByRole('button', { name: /^Column line 2 at 20 px/ })
  await line.press('ArrowLeft')
  await expect(page.getByLabel('Cell width in px')).toHaveValue('19')
  await page.getByRole('button', { name: /^Column line 2 at 19 px/ }).press('ArrowRight')
  await page.getByLabel('Clip of row 2').selectOption('hurt')
  await page
    .getByTestId('workshop')
    .getByRole('button', { name: /^Cut into/ })
    .last()
    .click()
  await expect(page.getByRole('button', { name: /^hurt 3/ })).toBeVisible()
})

test('an SVG with a head of its own comes in whole; one that draws without end is refused at once', async ({
  page,
}) => {
  await demoBench(page)
  const svg = `<?xml version="1.0"?><!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "http://www.w3.org/Graphics/SVG/1.1/DTD/svg11.dtd"><svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 40 40"><defs><linearGradient id="g"><stop stop-color="#e02020"/><stop offset="1" stop-color="#e02020"/></linearGradient><clipPath id="c"><rect width="40" height="40"/></clipPath></defs><g clip-path="url(#c)"><circle cx="20" cy="20" r="19" fill="url(#g)"/></g></svg>`
  await swapByButton(page, 'hero', upload('buoy.svg', 'image/svg+xml', Buffer.from(svg)))
  await expect(page.getByTestId('inspector')).toContainText('buoy.svg')
  const levels = Array.from({ length: 14 }, (_, i) => `<g id="l${i + 1}">${`<use xlink:href="#l${i}"/>`.repeat(9)}</g>`)
  const endless = `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"><g id="l0"><circle r="3"/></g>${levels.join('')}</svg>`
  const here = monitorEventLoopDelay({ resolution: 10 })
  here.enable()
  const longest = page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        let most = 0
        let last = performance.now()
        const tick = () => {
          most = Math.max(most, performance.now() - last)
          last = performance.now()
          if (document.querySelector('[data-testid=notice]') === null) requestAnimationFrame(tick)
          else resolve(most)
        }
        tick()
      }),
  )
  await swapByButton(page, 'hero', upload('endless.svg', 'image/svg+xml', Buffer.from(endless)))
  await expect(page.getByTestId('notice')).toContainText('“endless.svg” is an SVG that draws more things')
  // Frames on a busy machine are late by themselves, as everything on it is; a frozen tab is late by seconds beside that.
  here.disable()
  expect(await longest).toBeLessThan(1500 + (3 * here.max) / 1e6)
  await expect(page.getByTestId('inspector')).toContainText('buoy.svg')
})

test('a sound that is cut off says where', async ({ page }) => {
  await demoBench(page)
  const { bytes } = tone(2, {})
  await swapByButton(page, 'catch-sound', upload('gull.wav', 'audio/wav', bytes.slice(0, Math.round(bytes.length / 4))))
  await expect(page.getByTestId('notice')).toContainText(/“gull.wav” is cut off at 0\.\d\d s/)
})

test('words are asked for once: the title goes to the label, buttons come translated', async ({ page }) => {
  await go(page, '/templates/windfall')
  await page.getByRole('button', { name: 'Start a pack' }).click()
  await expect(page.getByTestId('stage')).toHaveAttribute('data-screen', /.+/)
  await choosePart(page, 'title-words')
  await page.getByTestId('wording').locator('textarea').first().fill('Tide Table')
  await page.getByRole('link', { name: /^Label:/ }).click()
  await expect(page.getByTestId('label-title').locator('input')).toHaveValue('Tide Table')
  // Written on the label it is the label's own from then on.
  await page.getByTestId('label-title').locator('input').fill('Tide Table of Saltwick')
  await page.getByRole('link', { name: /^Swap:/ }).click()
  await choosePart(page, 'title-words')
  await page.getByTestId('wording').locator('textarea').first().fill('Tides')
  await page.getByRole('link', { name: /^Label:/ }).click()
  await expect(page.getByTestId('label-title').locator('input')).toHaveValue('Tide Table of Saltwick')
})

test('everyday words find what they mean', async ({ page }) => {
  await demoBench(page)
  for (const [word, found] of [
    ['difficulty', 'Dry run'],
    ['hitbox', 'Hit shape'],
    ['license', 'Copies'],
    ['blurry', 'Make the game crisp'],
    ['spritesheet', 'Cut a sheet'],
  ] as const) {
    await page.keyboard.press('Control+k')
    await page.getByTestId('find-anything').locator('input').fill(word)
    await expect(page.getByRole('listbox', { name: 'Found' }).getByRole('button').first()).toContainText(found)
    await page.keyboard.press('Escape')
  }
  await page.keyboard.press('Control+k')
  await page.getByTestId('find-anything').locator('input').fill('hitbox')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('workshop').getByRole('button', { name: 'Touch' })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
})

test('licences are said in plain words, for several files at once', async ({ page }) => {
  await demoBench(page)
  for (const [i, part] of ['life', 'hero'].entries())
    await swapByButton(
      page,
      part,
      upload(
        `ball ${i}.png`,
        'image/png',
        encodePng(picture(96, 96, (x, y) => (Math.hypot(x - 48, y - 48) < 40 ? [200, 40 + i * 90, 60, 255] : CLEAR))),
      ),
    )
  await expect(page.getByTestId('inspector')).toContainText('ball 1.png')
  await go(page, 'check')
  const row = page.getByTestId('uncredited')
  await expect(row).toContainText('2 files have no maker or licence yet')
  await row.getByText('Say it for all of them here').click()
  await row.getByRole('radio', { name: 'Free, with credit' }).click()
  await expect(row.getByRole('status')).toContainText('Anybody may use it who names its maker')
  await row.getByLabel(/^Made by/).fill('harbour-club')
  await expect(row).toHaveCount(0)
})

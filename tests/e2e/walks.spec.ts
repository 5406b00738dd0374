import { expect, test } from '@playwright/test'
import { disc, picture, CLEAR, tone } from '../support/fixtures'
import { encodePng } from '../../core/art/png'
import { choosePart, saved, stageReady, upload, type Upload } from '../support/e2e'
import { countPresses } from '../support/presses'

/** The walks of three people who come for the first time, with every press counted. */

const png = (name: string, picture: Parameters<typeof encodePng>[0]): Upload =>
  upload(name, 'image/png', encodePng(picture))
const drawn = (name: string, ink: [number, number, number, number]) => png(name, disc(64, 26, ink))

/** Four steps of a walk in a row: a sheet as it comes from a folder. */
const sheet = picture(4 * 48, 48, (x, y) => {
  const [cell, px] = [Math.floor(x / 48), x % 48]
  const body = Math.hypot(px - 24, y - 20) < 11
  const leg = y >= 30 && y < 44 && Math.abs(px - (20 + cell * 3)) < 4
  return body ? [200, 80, 60, 255] : leg ? [60, 60, 110, 255] : CLEAR
})
const sea = picture(640, 400, (_x, y) => (y < 240 ? [150, 205, 235, 255] : [30, 95 + (y % 7), 150, 255]))

const folder = (): Upload[] => [
  png('player_walk.png', sheet),
  drawn('coin.png', [235, 190, 40, 255]),
  drawn('star.png', [250, 240, 120, 255]),
  drawn('enemy.png', [60, 160, 90, 255]),
  drawn('heart.png', [220, 40, 70, 255]),
  png('background.png', sea),
  upload('pickup.wav', 'audio/wav', tone(0.3).bytes),
  upload('hit.wav', 'audio/wav', tone(0.4).bytes),
]

test('a teenager with a folder of sprites: from nothing to a link in at most 60 presses', async ({ page, context }) => {
  page.setDefaultTimeout(12_000)
  const hand = await countPresses(context)
  await page.goto('/')
  await page
    .getByRole('link', { name: /Windfall/ })
    .last()
    .click()
  await page.getByRole('button', { name: 'Start a pack' }).click()
  await stageReady(page)
  // The bench says what comes first.
  await expect(page.getByText(/^First: click a thing in the game/)).toBeVisible()
  await hand.choose(page, 'many-files', folder())
  const many = page.getByTestId('many')
  // Everything has found its part by what people call things.
  for (const [file, part] of [
    ['player_walk.png', 'Hero'],
    ['coin.png', 'Good things'],
    ['star.png', 'Good things'],
    ['enemy.png', 'Bad things'],
    ['heart.png', 'Life mark'],
    ['background.png', 'Backdrop'],
    ['pickup.wav', 'Catch sound'],
    ['hit.wav', 'Harm sound'],
  ])
    await expect(many.getByLabel(`Part for ${file}`).locator('option:checked')).toHaveText(part!)
  await many.getByRole('button', { name: 'Swap 8' }).click()
  await expect(many).toBeHidden()
  await choosePart(page, 'hero')
  await expect(page.getByText('4 frames').or(page.getByText('walk 4')).or(page.getByText('stand 4')).first()).toBeVisible()
  // The title is typed once, on top, and is the game's and the label's.
  await page.getByRole('banner').locator('.title').click()
  await page.keyboard.type('Pip on the Pier')
  await page.keyboard.press('Enter')
  await page.getByTestId('next-act').click()
  await expect(page.getByTestId('label-title').locator('input')).toHaveValue('Pip on the Pier')
  for (const tag of ['pier', 'catching', 'one minute']) {
    await page.getByTestId('label-tag').locator('input').click()
    await page.keyboard.type(tag)
    await page.keyboard.press('Enter')
  }
  await page.getByTestId('label-short').locator('input').click()
  await page.keyboard.type('Catch the coins, mind the green ones.')
  await page.getByTestId('label-description').locator('textarea').first().click()
  await page.keyboard.type('One minute on the pier of Saltwick. Run left and right and catch what is good.')
  await page.getByTestId('label-step-0').locator('input').click()
  await page.keyboard.type('Run left and right.')
  await page.getByTestId('take-cover').click()
  await page.getByRole('button', { name: 'Take this moment' }).click()
  await expect(page.getByRole('radio', { name: 'Wide cover', exact: true })).not.toBeChecked()
  await page.getByTestId('take-cover').click()
  await page.getByTestId('age-suggest').click()
  // One answer for all eight files.
  const credits = page.getByTestId('credit-all')
  await credits.getByRole('radio', { name: 'I made it' }).click()
  await expect(page.getByText('Everything that must be said is said.')).toBeVisible()
  await page.getByRole('link', { name: /^Check/ }).click()
  await expect(page.getByTestId('verdict')).not.toHaveText('Looking…')
  const all = page.getByTestId('fix-all')
  if (await all.isVisible()) await all.click()
  await expect(page.getByTestId('verdict')).toHaveText('Nothing stands in the way of posting')
  await page.getByRole('link', { name: 'On to Post' }).click()
  await page.getByRole('radio', { name: 'Unlisted' }).click()
  await saved(page)
  await page.getByTestId('post-it').click()
  await expect(page.getByTestId('tracking')).toHaveAttribute('data-state', 'live', { timeout: 30_000 })
  await page.getByRole('button', { name: 'Copy' }).first().click()
  console.log(`teenager: ${hand.presses()} presses`)
  expect(hand.presses()).toBeLessThanOrEqual(60)
})

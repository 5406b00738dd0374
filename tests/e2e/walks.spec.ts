import { expect, test } from '@playwright/test'
import { disc, picture, CLEAR, tone } from '../support/fixtures'
import { encodePng } from '../../core/art/png'
import { choosePart, saved, startPack, upload, type Upload } from '../support/e2e'
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
  await startPack(page, 'Windfall')
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
  await expect(
    page.getByText('4 frames').or(page.getByText('walk 4')).or(page.getByText('stand 4')).first(),
  ).toBeVisible()
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
  await expect(page.getByTestId('tracking')).toHaveAttribute('data-state', 'live')
  await page.getByRole('button', { name: 'Copy' }).first().click()
  console.log(`teenager: ${hand.presses()} presses`)
  expect(hand.presses()).toBeLessThanOrEqual(60)
})

test('a teacher: two languages, nobody’s data, an invited class', async ({ page, context, browser }) => {
  page.setDefaultTimeout(12_000)
  const hand = await countPresses(context)
  await page.goto('/')
  await startPack(page, 'Updraft')
  await hand.choose(page, 'many-files', [drawn('hero.png', [240, 240, 240, 255]), png('background.png', sea)])
  await page.getByTestId('many').getByRole('button', { name: 'Swap 2' }).click()
  await expect(page.getByTestId('many')).toBeHidden()
  await page.getByRole('banner').locator('.title').click()
  await page.keyboard.type('Gull over Saltwick')
  await page.keyboard.press('Enter')
  await choosePart(page, 'title-words')
  await page.locator('[data-act="wording-sheet"]').first().click()
  const desk = page.getByTestId('desk-wording')
  await desk.getByRole('navigation').getByRole('button', { name: 'Languages' }).click()
  await page.locator('[data-act="add-language"]').selectOption('cy')
  // The words every game has come translated; the game's own are written.
  const row = (key: string) => page.locator(`[data-text="${key}"]`).getByRole('textbox').nth(1)
  await expect(row('options-words')).toHaveValue('Dewisiadau')
  await row('title-words').click()
  await page.keyboard.type('Gwylan uwch y cei')
  await desk.getByRole('button', { name: 'Done' }).click()
  await page.getByRole('link', { name: /^Label/ }).click()
  await expect(page.getByTestId('label-tongue-title').locator('input')).toHaveValue('Gwylan uwch y cei')
  for (const [field, text] of [
    ['label-short', 'One button keeps the gull up.'],
    ['label-tongue-short', 'Un botwm sy’n cadw’r wylan i fyny.'],
    ['label-step-0', 'Press to rise.'],
  ] as const) {
    await page.getByTestId(field).locator('input').click()
    await page.keyboard.type(text)
  }
  await page.getByTestId('label-description').locator('textarea').first().click()
  await page.keyboard.type('A gull flies through the harbour of Saltwick. Made by a class of eight-year-olds.')
  for (const tag of ['school', 'gull', 'one button']) {
    await page.getByTestId('label-tag').locator('input').click()
    await page.keyboard.type(tag)
    await page.keyboard.press('Enter')
  }
  await page.getByTestId('take-cover').click()
  await page.getByRole('button', { name: 'Take this moment' }).click()
  await page.getByTestId('take-cover').click()
  await page.getByTestId('age-suggest').click()
  await page.getByTestId('credit-all').getByRole('radio', { name: 'I made it' }).click()
  // Nothing is collected until somebody says so, and that is what players are told.
  await expect(page.getByTestId('statement')).toContainText('nothing')
  await page.getByRole('link', { name: /^Check/ }).click()
  await expect(page.getByTestId('verdict')).toHaveText('Nothing stands in the way of posting')
  await page.getByRole('link', { name: 'On to Post' }).click()
  await page.getByRole('radio', { name: 'Invited' }).click()
  await saved(page)
  await page.getByTestId('post-it').click()
  await expect(page.getByTestId('tracking')).toHaveAttribute('data-state', 'live')
  await page.getByTestId('invite-name').locator('input').click()
  await page.keyboard.type('Class 3B')
  await page.keyboard.press('Enter')
  const invite = await page.getByTestId('invite-link').inputValue()
  const pupil = await (await browser.newContext({ locale: 'cy-GB' })).newPage()
  await pupil.goto(invite)
  await expect(pupil.locator('h1')).toHaveText('Gwylan uwch y cei')
  console.log(`teacher: ${hand.presses()} presses`)
  expect(hand.presses()).toBeLessThanOrEqual(60)
})

/** Three rows of four: standing, catching, hurt, in cells of 24 px, as a pixel artist exports them. */
const rows = picture(4 * 24, 3 * 24, (x, y) => {
  const [cell, row, px, py] = [Math.floor(x / 24), Math.floor(y / 24), x % 24, y % 24]
  if (Math.abs(px - 12) < 5 && py > 4 && py < 14) return row === 2 ? [220, 60, 60, 255] : [70, 90, 160, 255]
  if (py >= 14 && py < 22 && Math.abs(px - (9 + cell + row)) < 2) return [30, 30, 50, 255]
  return CLEAR
})

const dot = (kind: number) =>
  picture(16, 16, (x, y) => (Math.hypot(x - 7.5, y - 7.5) < 5 ? [70 + kind * 80, 200 - kind * 60, 60, 255] : CLEAR))

test('a pixel artist: a sheet in rows becomes clips, the whole game crisp, feet set to the pixel', async ({
  page,
  context,
}) => {
  page.setDefaultTimeout(12_000)
  const hand = await countPresses(context)
  await page.goto('/')
  await startPack(page, 'Windfall')
  await hand.choose(page, 'many-files', [
    png('hero keeper.png', rows),
    ...['coin', 'enemy', 'heart'].map((name, i) => png(`${name}.png`, dot(i))),
    png(
      'bg.png',
      picture(160, 100, (_x, y) => (y < 60 ? [150, 205, 235, 255] : [30, 95 + (y % 7), 150, 255])),
    ),
  ])
  await page.getByTestId('many').getByRole('button', { name: 'Swap 5' }).click()
  await expect(page.getByTestId('many')).toBeHidden()
  await choosePart(page, 'hero')
  const offer = page.getByTestId('cut-offer').first()
  // Sure, it is cut; only likely, it is offered: one press either way.
  const cut = page.getByRole('button', { name: /^stand \d/ })
  await expect(offer.or(cut).first()).toBeVisible()
  if (await offer.isVisible()) await offer.getByRole('button', { name: /^Cut into/ }).click()
  await page.getByRole('button', { name: 'Cut the strip' }).click()
  for (const [i, clip] of [
    [1, 'stand'],
    [2, 'catch'],
    [3, 'hurt'],
  ] as const)
    await page.getByLabel(`Clip of row ${i}`).selectOption(clip)
  await page
    .getByTestId('workshop')
    .getByRole('button', { name: /^Cut into/ })
    .last()
    .click()
  for (const clip of ['stand', 'catch', 'hurt'])
    await expect(page.getByRole('button', { name: new RegExp(`^${clip} 4`) }).first()).toBeVisible()
  await page.getByTestId('workshop').getByRole('button', { name: 'Done' }).click()
  await page.getByRole('button', { name: 'Make the whole game crisp' }).click()
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+y')
  console.log(`pixel artist: ${hand.presses()} presses`)
  expect(hand.presses()).toBeLessThanOrEqual(30)
})

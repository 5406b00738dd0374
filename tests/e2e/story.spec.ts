import { expect, test } from '@playwright/test'
import { drawerFile, tone } from '../support/fixtures'
import {
  ballPng,
  canvasOf,
  cardJpeg,
  choosePart,
  dropFile,
  fillLabel,
  freezeAtStart,
  home,
  post,
  saved,
  stagePoint,
  startPack,
  swapByButton,
  upload,
} from '../support/e2e'

test('from a template to a link that friends can play, and a second release', async ({ page, browser }) => {
  await test.step('choose: the template plays itself, a pack is a copy of it', async () => {
    await home(page)
    const attract = page.getByRole('img', { name: 'Windfall, playing itself' })
    await expect(attract).toBeVisible()
    const before = await attract.screenshot()
    await expect.poll(async () => (await attract.screenshot()).equals(before)).toBe(false)
    await startPack(page, 'Windfall')
    await expect(page.getByText(/^0 of \d+ are yours$/)).toBeVisible()
  })

  await test.step('swap: by button, by drop on the part, by drop on the stage', async () => {
    await freezeAtStart(page)
    const still = await canvasOf(page).screenshot()
    await swapByButton(page, 'hero', ballPng())
    await expect(page.getByText(/^1 of \d+ are yours$/)).toBeVisible()
    await expect.poll(async () => (await canvasOf(page).screenshot()).equals(still)).toBe(false)

    const list = page.locator('[data-part="backdrop"]')
    await dropFile(page, list, upload('quay.png', 'image/png', drawerFile('quay-at-dusk.png')))
    await expect(page.getByText(/^2 of \d+ are yours$/)).toBeVisible()

    const hero = await stagePoint(page, 8, 7.8)
    await dropFile(page, canvasOf(page), await cardJpeg(), hero)
    await expect(page.getByTestId('inspector').getByRole('heading', { name: 'Hero' })).toBeVisible()
    await expect(page.getByText(/box is drawn around Hero/)).toBeVisible()
  })

  await test.step('swap: a sound, words, a dial, an entry of a cast', async () => {
    await swapByButton(page, 'catch-sound', upload('plip.wav', 'audio/wav', tone(0.4, { head: 0.2 }).bytes))
    await expect(page.getByText(/Catch sound starts (19|20)\d ms late/)).toBeVisible()
    await choosePart(page, 'title-words')
    await expect(page.getByTestId('stage')).toHaveAttribute('data-screen', 'start')
    await page.getByTestId('wording').locator('textarea').first().fill('Ball Quay')
    await choosePart(page, 'goal')
    await expect(page.getByTestId('stage')).toHaveAttribute('data-screen', 'play')
    await page.locator('[data-dial="goal"]').getByRole('slider').focus()
    await page.keyboard.press('ArrowLeft')
    await expect(page.locator('[data-dial="goal"]')).toContainText('190 points')
    await choosePart(page, 'good')
    await page.getByTestId('replace-file').setInputFiles(upload('mussel.png', 'image/png', drawerFile('mussel.png')))
    await expect(page.getByTestId('inspector').getByRole('heading', { name: 'Mussel', exact: true })).toBeVisible()
    await page.getByLabel('Points', { exact: true }).fill('25')
    await page.getByRole('button', { name: '← Good things' }).click()
    await expect(page.locator('[data-entry="mussel"]')).toContainText('25 points')
    await saved(page)
  })

  await test.step('check: findings with their fixes', async () => {
    await page.getByRole('link', { name: /^Check/ }).click()
    await expect(page.getByTestId('verdict')).toContainText('to fix before this can be posted')
    await page.locator('[data-rule="opaque-box"]').getByRole('button', { name: 'Cut it out' }).click()
    await expect(page.locator('[data-rule="opaque-box"]')).toBeHidden()
    await page.locator('[data-rule="sound-late"]').getByRole('button', { name: 'Trim the start' }).click()
    await expect(page.locator('[data-rule="sound-late"]')).toBeHidden()
    await expect(page.getByRole('region', { name: 'Weigh-in' }).locator('canvas')).toHaveCount(2)
  })

  await test.step('label: filled in, the cover taken from play', async () => {
    await page.getByRole('link', { name: /^Label/ }).click()
    await fillLabel(page, 'Ball Quay')
    await expect(page.getByText('Everything that must be said is said.')).toBeVisible()
    await expect(page.getByText('One minute on the quay of Saltwick').last()).toBeVisible()
  })

  let link = ''
  let postcode = ''
  await test.step('post: only for me at first', async () => {
    await page.getByRole('link', { name: /^Post:/ }).click()
    await expect(page.getByRole('radio', { name: 'Only me' })).toHaveAttribute('aria-checked', 'true')
    link = await post(page)
    postcode = (await page.getByTestId('postcode').textContent())!
    expect(link).toContain(postcode.toLowerCase())
  })

  const other = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const friend = await other.newPage()

  await test.step('who can see it changes without a new upload', async () => {
    await friend.goto(link)
    await expect(friend.getByRole('heading', { name: 'There is no game here that you can open' })).toBeVisible()
    await page.goto(link)
    await expect(page.getByTestId('game-frame')).toBeVisible()
    await page.goBack()
    const answer = page.waitForResponse((response) => response.url().includes('/visibility') && response.ok())
    await page.getByRole('radio', { name: 'Unlisted' }).click()
    await answer
  })

  await test.step('play: the link in another browser, from start to end and back', async () => {
    await friend.goto(link)
    const game = friend.getByTestId('game-frame').contentFrame().locator('canvas')
    await expect(game).toHaveAttribute('data-screen', 'start')
    await game.click({ position: { x: 5, y: 5 } })
    await friend.keyboard.press('Enter')
    await expect(game).toHaveAttribute('data-screen', 'play')
    await friend.keyboard.press('Escape')
    await expect(game).toHaveAttribute('data-screen', 'pause')
    await friend.keyboard.press('Enter')
    await expect(game).toHaveAttribute('data-screen', 'play')
    await friend.keyboard.press('Escape')
    await expect(game).toHaveAttribute('data-screen', 'pause')
    await friend.keyboard.press('ArrowUp')
    await friend.keyboard.press('Enter')
    await expect(game).toHaveAttribute('data-screen', 'start')
  })

  await test.step('unlisted is not listed, public is', async () => {
    await friend.goto('/arcade')
    await expect(friend.getByRole('heading', { name: 'Arcade' })).toBeVisible()
    await expect(friend.getByTestId('games').getByText('Ball Quay')).toHaveCount(0)
    await friend.getByTestId('postcode-box').locator('input').fill(postcode.toLowerCase().replace('-', ' '))
    await friend.getByRole('button', { name: 'Play' }).click()
    await expect(friend.getByRole('heading', { name: 'Ball Quay' })).toBeVisible()
  })

  await test.step('a second release: the form is filled in, the link stays', async () => {
    await page.getByRole('link', { name: /^Swap/ }).click()
    await choosePart(page, 'win-words')
    await page.getByTestId('wording').locator('textarea').first().fill('The quay is tidy!')
    await page.getByRole('link', { name: /^Post:/ }).click()
    await expect(page.getByTestId('changes')).toContainText('Winning words')
    await expect(page.getByRole('radio', { name: 'Unlisted' })).toHaveAttribute('aria-checked', 'true')
    await page.getByTestId('note').locator('input').fill('New words at the end')
    await page.getByTestId('post-it').click()
    await expect(page.getByTestId('tracking')).toContainText('release 2')
    await expect(page.getByTestId('tracking')).toHaveAttribute('data-state', 'live')
    expect(await page.getByTestId('share-link').inputValue()).toBe(link)
    await expect(page.getByTestId('posting-row')).toHaveCount(2)
    await friend.goto(link)
    await expect(friend.getByText('release 2, template Windfall')).toBeVisible()
  })
  await other.close()
})

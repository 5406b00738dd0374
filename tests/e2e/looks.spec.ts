import { expect, test, type Page } from '@playwright/test'
import { seriousOn } from '../support/axe'
import { DEMO, go, home, stageReady } from '../support/e2e'

const VIEWS: { name: string; path: string; ready: (page: Page) => Promise<void> }[] = [
  {
    name: 'home',
    path: '/',
    ready: (page) => expect(page.getByTestId('packs').getByText('Puffin Catch')).toBeVisible(),
  },
  {
    name: 'template',
    path: '/templates/windfall',
    ready: (page) => expect(page.getByRole('button', { name: 'Start a pack' })).toBeVisible(),
  },
  { name: 'bench', path: `${DEMO}/bench`, ready: stageReady },
  { name: 'label', path: `${DEMO}/label`, ready: (page) => expect(page.getByTestId('label-title')).toBeVisible() },
  {
    name: 'check',
    path: `${DEMO}/check`,
    ready: (page) => expect(page.getByTestId('verdict')).toContainText('to fix'),
  },
  { name: 'post', path: `${DEMO}/post`, ready: (page) => expect(page.getByTestId('post-it')).toBeVisible() },
  {
    name: 'posted',
    path: '/posted',
    ready: (page) => expect(page.getByRole('heading', { name: 'Posted games' })).toBeVisible(),
  },
  { name: 'mail', path: '/mail', ready: (page) => expect(page.getByText(/The box is empty|release/)).toBeVisible() },
  {
    name: 'a copy that is not there',
    path: '/copy/kelp-0000',
    ready: (page) => expect(page.getByRole('alert')).toBeVisible(),
  },
  {
    name: 'a game that is not there',
    path: '/arcade/kelp-0000',
    ready: (page) => expect(page.getByRole('heading', { level: 1 })).toBeVisible(),
  },
  {
    name: 'an address of nothing',
    path: '/arcade/no/such-page',
    ready: (page) => expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible(),
  },
  {
    name: 'arcade',
    path: '/arcade',
    ready: (page) => expect(page.getByRole('heading', { name: 'Arcade' })).toBeVisible(),
  },
]

test('nothing serious for axe on any view, both desks; nothing sticks out at 1024 px; the desk stays as it was turned', async ({
  page,
}) => {
  await home(page)
  for (const view of VIEWS) {
    await page.setViewportSize({ width: 1280, height: 800 })
    // The arcade's pages are the server's; the others are gone to as by their links.
    await (view.path.startsWith('/arcade') ? page.goto(view.path) : go(page, view.path))
    await view.ready(page)
    expect(await seriousOn(page, view.name, 'light')).toEqual([])
    await page.getByRole('button', { name: 'Night desk' }).click()
    expect(await seriousOn(page, view.name, 'night')).toEqual([])
    await page.setViewportSize({ width: 1024, height: 700 })
    expect(await page.evaluate(() => document.documentElement.scrollWidth), `${view.name} at 1024`).toBeLessThanOrEqual(
      1024,
    )
    if (view !== VIEWS.at(-1)) await page.getByRole('button', { name: 'Day desk' }).click()
  }
  await page.reload()
  await expect(page.locator('.v-application.v-theme--night')).toBeVisible()
})

test('with reduced motion the template stands still', async ({ page }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await home(page)
  const attract = page.getByRole('img', { name: 'Windfall, playing itself' })
  await expect.poll(async () => (await attract.screenshot()).length).toBeGreaterThan(5000)
  const first = await attract.screenshot()
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))))
  expect((await attract.screenshot()).equals(first)).toBe(true)
})

test('a pack, a template, a page that is not there: told, with a way on', async ({ page }) => {
  await page.goto('/packs/no-such-pack/bench')
  await expect(page.getByText('This pack is not in this browser')).toBeVisible()
  await page.getByRole('link', { name: 'To your packs' }).click()
  await expect(page.getByRole('heading', { name: 'On your bench' })).toBeVisible()
  await page.goto('/templates/no-such-template')
  await expect(page.getByText('There is no such template here.')).toBeVisible()
  await page.goto('/packs/no-such-pack/no-such-desk')
  await expect(page.getByText('There is nothing at this address')).toBeVisible()
  await page.getByRole('link', { name: 'To your packs' }).click()
  await expect(page.getByRole('heading', { name: 'On your bench' })).toBeVisible()
})

test('the arcade and a game fit a phone, and play by touch', async ({ browser, baseURL, request }) => {
  const { demoParcel, Maker } = await import('../support/arcade-client')
  const maker = await Maker.arrive(request, baseURL!)
  const view = await maker.send(await demoParcel())
  const phone = await browser.newContext({ viewport: { width: 360, height: 740 }, hasTouch: true, isMobile: true })
  const page = await phone.newPage()
  await page.goto('/arcade')
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360)
  await page.goto(`/arcade/${view.postcode.toLowerCase()}`)
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360)
  const frame = page.getByTestId('game-frame')
  const game = frame.contentFrame().locator('canvas')
  await expect(game).toHaveAttribute('data-screen', 'start')
  // The plate "Play", at (0.9, 4.9) and 4.4 x 0.92 in world units.
  const scale = (await game.boundingBox())!.width / 16
  await game.tap({ position: { x: 3 * scale, y: 5.3 * scale } })
  await expect(game).toHaveAttribute('data-screen', 'play')
  await phone.close()
})

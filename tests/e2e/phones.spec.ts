import { expect, test, type Browser, type Frame, type Page } from '@playwright/test'
import { demoParcel, Maker } from '../support/arcade-client'

const onPhone = async (browser: Browser, width: number, height: number): Promise<Page> =>
  (await browser.newContext({ viewport: { width, height }, hasTouch: true, isMobile: true })).newPage()

async function gameIn(page: Page): Promise<Frame> {
  await expect(page.getByTestId('game-frame')).toBeVisible()
  await expect.poll(() => page.frames().some((frame) => frame.url().includes('/play/'))).toBe(true)
  const frame = page.frames().find((one) => one.url().includes('/play/'))!
  await expect(frame.locator('canvas')).toHaveAttribute('data-screen', 'start')
  return frame
}

test('on a phone the game page is the game: as wide as the screen, played with thumbs', async ({
  browser,
  request,
  baseURL,
}) => {
  const maker = await Maker.arrive(request, baseURL!)
  const view = await maker.send(await demoParcel(), { visibility: 'unlisted' })

  await test.step('upright: the stage takes the width, menus and pads are fingers wide', async () => {
    const page = await onPhone(browser, 360, 740)
    await page.goto(view.link)
    const game = await gameIn(page)
    const stage = (await game.locator('canvas').boundingBox())!
    expect(stage.width).toBeGreaterThanOrEqual(359)
    expect(Math.abs(stage.height - 225)).toBeLessThan(3)
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360)
    const buttons = game.locator('.thumbs button')
    await expect(buttons).toHaveCount(4)
    for (const button of await buttons.all()) {
      const box = (await button.boundingBox())!
      expect(box.height).toBeGreaterThanOrEqual(44)
      expect(box.width).toBeGreaterThanOrEqual(44)
    }
    await buttons.filter({ hasText: 'Play' }).first().tap()
    await expect(game.locator('canvas')).toHaveAttribute('data-screen', 'play')
    for (const pad of ['left', 'right'])
      expect((await game.locator(`[data-pad=${pad}]`).boundingBox())!.height).toBeGreaterThanOrEqual(44)
    await game.getByRole('button', { name: 'Pause' }).tap()
    await expect(game.locator('canvas')).toHaveAttribute('data-screen', 'pause')
    await buttons.first().tap()
    await expect(game.locator('canvas')).toHaveAttribute('data-screen', 'play')

    await expect(page.getByTestId('turn-hint')).toContainText('1.6 times as large')
    await page.getByTestId('turn-hint').getByRole('button').tap()
    await expect(page.getByTestId('turn-hint')).toHaveCount(0)
    // Out of sight it does not go on by itself.
    await page.getByText('Something is wrong with this game').scrollIntoViewIfNeeded()
    await page.evaluate(() => window.scrollTo(0, document.body.scrollHeight))
    await expect(page.getByTestId('play-on')).toBeVisible()
    await page.getByRole('button', { name: 'Play on' }).tap()
    await expect(page.getByTestId('play-on')).toHaveCount(0)
    // Back in sight it waits: a frame that nobody sees is not drawn, so it is asked here.
    await expect(game.locator('canvas')).toHaveAttribute('data-screen', 'pause')
    await page.reload()
    await gameIn(page)
    await expect(page.getByTestId('turn-hint')).toHaveCount(0)
    await page.context().close()
  })

  await test.step('turned: the whole height', async () => {
    const page = await onPhone(browser, 740, 360)
    await page.goto(view.link)
    const game = await gameIn(page)
    expect((await game.locator('canvas').boundingBox())!.height).toBeGreaterThanOrEqual(359)
    // The first plate of the start screen, at 36 px a unit.
    await game.locator('canvas').tap({ position: { x: 190, y: 194 } })
    await expect(game.locator('canvas')).toHaveAttribute('data-screen', 'play')
    await expect(game.locator('[data-pad=left]')).toBeVisible()
    await page.context().close()
  })
})

import { expect } from '@playwright/test'
import { ballPng, canvasOf, demoBench, fillLabel, go, post, saved, stageReady, swapByButton } from '../support/e2e'
import { test } from '../support/one-tab'

/** Width to height of what an element takes. */
async function ratioOf(target: ReturnType<typeof canvasOf>): Promise<number> {
  const box = (await target.boundingBox())!
  return box.width / box.height
}

for (const template of ['Windfall', 'Skipline'])
  test(`${template}: a tall game is begun, swapped, checked, posted, and fills a phone held upright`, async ({
    page,
    browser,
  }) => {
    await go(page, `/templates/${template.toLowerCase()}`)
    await page.getByRole('radio', { name: /Tall/ }).click()
    await page.getByRole('button', { name: 'Start a pack' }).click()
    await stageReady(page)
    expect(await ratioOf(canvasOf(page))).toBeCloseTo(10 / 16, 1)
    await swapByButton(page, 'hero', ballPng())
    await saved(page)

    await page
      .getByRole('link', { name: /^Check/ })
      .first()
      .click()
    await expect(page.getByTestId('verdict')).not.toHaveText('Looking…')
    // Every word of a template fits on both shapes, and what it plays like was tried on this one.
    await expect(page.getByText(/too long for its place/)).toHaveCount(0)

    await page
      .getByRole('link', { name: /^Label/ })
      .first()
      .click()
    await fillLabel(page, `Tall ${template}`)
    await expect(page.getByText('A phone is best held upright.')).toBeVisible()
    await saved(page)
    await page.getByRole('link', { name: /^Post/ }).first().click()
    await page.getByRole('radio', { name: /Unlisted/ }).check()
    const link = await post(page)

    const phone = await browser.newContext({ viewport: { width: 360, height: 740 }, hasTouch: true, isMobile: true })
    const friend = await phone.newPage()
    await friend.goto(link)
    const frame = friend.frameLocator('[data-testid="game-frame"]')
    const canvas = frame.locator('canvas')
    await expect(canvas).toHaveAttribute('data-screen', 'start')
    const box = (await canvas.boundingBox())!
    expect(box.width).toBe(360)
    expect(box.height).toBeGreaterThan(570)
    await expect(friend.getByTestId('turn-hint')).toHaveCount(0)
    await frame.getByRole('button', { name: 'Play', exact: true }).tap()
    await expect(canvas).toHaveAttribute('data-screen', 'play')
    await frame.locator('.thumbs [data-pad]').first().tap()
    // Who stands still in a row of falling things is not done for a minute; one who runs into all there is, soon.
    if (template === 'Skipline') await expect(canvas).toHaveAttribute('data-screen', /won|lost/)
    else await expect(canvas).toHaveAttribute('data-screen', 'play')
    await phone.close()
  })

test('a game is made tall and wide again on the bench, with the template’s beside it in the same shape', async ({
  page,
}) => {
  await demoBench(page, 'breakwater-gull')
  expect(await ratioOf(canvasOf(page))).toBeCloseTo(16 / 10, 1)
  await page.getByRole('button', { name: 'Make it tall' }).click()
  await expect.poll(() => ratioOf(canvasOf(page))).toBeCloseTo(10 / 16, 1)
  await page.keyboard.down('b')
  await expect(page.getByText('The template’s content, on the very same moment')).toBeVisible()
  expect(await ratioOf(canvasOf(page))).toBeCloseTo(10 / 16, 1)
  await page.keyboard.up('b')
  await page.keyboard.press('Control+z')
  await expect.poll(() => ratioOf(canvasOf(page))).toBeCloseTo(16 / 10, 1)
})

import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { expect, test as alone, type Locator, type Page } from '@playwright/test'
import { unzipSync } from 'fflate'
import type { Pack } from '../../core/pack/pack'
import { demoParcel, Maker } from '../support/arcade-client'
import { canvasOf, demoBench, demos } from '../support/e2e'
import { test } from '../support/one-tab'
import { puffinCatch } from '../support/fixtures'
import { threeLevels } from '../support/levels'
import { withLooks } from '../support/looks'
import { serveFolder } from '../support/static-server.mjs'

const strip = (page: Page): Locator => page.getByRole('listbox', { name: 'Levels' })
const stamp = (page: Page, n: number): Locator =>
  strip(page)
    .getByRole('option')
    .nth(n - 1)

/** The goal of the level at hand, as a number of its own. */
async function ownGoal(page: Page, presses: number): Promise<void> {
  await page.locator('[data-part^="goal"]').first().click()
  const row = page.locator('[data-scope^="goal"]')
  await row.getByRole('button', { name: 'in all levels' }).click()
  await expect(row.getByRole('button', { name: 'only in this level' })).toBeVisible()
  const slider = page.locator('[data-dial^="goal"]').getByRole('slider')
  await slider.press('Home')
  for (let i = 0; i < presses; i++) await slider.press('ArrowRight')
}

test('by mouse: three levels, each with a goal, a backdrop and a cast of its own; undo goes back over all of it', async ({
  page,
}) => {
  await demoBench(page)
  await page.getByRole('button', { name: /^Levels 1/ }).click()
  await page.locator('[data-act=add-level]').click()
  await page.locator('[data-act=add-level]').click()
  await expect(strip(page).getByRole('option')).toHaveCount(3)
  await expect(page.getByTestId('at-level')).toContainText('level 3 of 3')

  // Something else in the third: its backdrop, from a file, and who falls there.
  await page.locator('[data-part=backdrop]').click()
  await page.locator('[data-act=only-here]').click()
  await expect(page.locator('[data-part^="backdrop@"]')).toContainText('only here')
  await page.locator('[data-part=bad]').click()
  await page.locator('[data-act=only-here]').click()
  await page
    .getByRole('button', { name: /^Remove/ })
    .first()
    .click()
  await expect(page.locator('[data-part^="bad@"]')).toContainText('cast of 1')
  await ownGoal(page, 2)
  await expect(stamp(page, 3)).toContainText('30 points')
  await expect(stamp(page, 1)).toContainText('200 points')

  // In the first all is as it was.
  await stamp(page, 1).click()
  await expect(page.locator('[data-part=bad]')).toContainText('other in 3')
  await ownGoal(page, 0)
  await expect(stamp(page, 1)).toContainText('10 points')
  await stamp(page, 2).dblclick()
  await page.getByLabel('Name of level 2').fill('Half tide')
  await page.keyboard.press('Enter')
  await expect(stamp(page, 2)).toContainText('Half tide')

  for (let i = 0; i < 40 && (await page.getByRole('button', { name: /^Levels 1/ }).count()) === 0; i++)
    await page.keyboard.press('Control+z')
  await expect(page.getByRole('button', { name: /^Levels 1/ })).toBeVisible()
  await expect(page.getByTestId('at-level')).toHaveCount(0)
  await expect(page.locator('[data-part*="@level"]')).toHaveCount(0)
})

test('by keys: levels are added, named, put in another order, taken out, and played from any of them', async ({
  page,
}) => {
  await demoBench(page)
  await page.keyboard.press('l')
  await expect(stamp(page, 1)).toBeFocused()
  await page.locator('[data-act=add-level]').focus()
  await page.keyboard.press('Enter')
  await page.locator('[data-act=add-level]').focus()
  await page.keyboard.press('Enter')
  await expect(stamp(page, 3)).toBeFocused()
  await page.keyboard.press('F2')
  await page.keyboard.type('High tide')
  await page.keyboard.press('Enter')
  await expect(stamp(page, 3)).toContainText('High tide')
  await page.keyboard.press('Alt+ArrowLeft')
  await expect(stamp(page, 2)).toContainText('High tide')
  await expect(stamp(page, 2)).toBeFocused()
  await page.keyboard.press('1')
  await expect(stamp(page, 1)).toBeFocused()
  await page.keyboard.press('End')
  await page.keyboard.press('Delete')
  await expect(strip(page).getByRole('option')).toHaveCount(2)
  await page.keyboard.press('Home')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('at-level')).toContainText('level 1 of 2')
  await page.keyboard.press('PageDown')
  await expect(page.getByTestId('at-level')).toContainText('High tide')
  // A goal, a backdrop and a cast of its own, without a mouse.
  const pressOn = async (what: Locator) => {
    await what.focus()
    await page.keyboard.press('Enter')
  }
  await pressOn(page.locator('[data-part=goal]'))
  await pressOn(page.locator('[data-scope=goal]').getByRole('button', { name: 'in all levels' }))
  await page.locator('[data-dial^="goal@"]').getByRole('slider').press('Home')
  await expect(stamp(page, 2)).toContainText('10 points')
  for (const part of ['backdrop', 'bad']) {
    await pressOn(page.locator(`[data-part=${part}]`))
    await pressOn(page.locator('[data-act=only-here]'))
    await expect(page.locator(`[data-part^="${part}@"]`)).toContainText('only here')
  }
  await expect(page.getByTestId('stage')).toHaveAttribute('data-screen', 'play')
})

const frameCanvas = (page: Page): Locator => page.getByTestId('game-frame').contentFrame().locator('canvas')

/** A person who knows the game: runs to what falls, as far as the canvas tells, until the level is over. */
async function playOn(page: Page, canvas: Locator): Promise<void> {
  for (let i = 0; (await canvas.getAttribute('data-screen')) === 'play'; i++) {
    const key = i % 2 === 0 ? 'ArrowLeft' : 'ArrowRight'
    await page.keyboard.down(key)
    await page.waitForTimeout(350)
    await page.keyboard.up(key)
  }
}

/** A parcel of three levels, each a matter of seconds: so much falls, and so fast. One look can be bought. */
function threeTides(parts: Pack['parts'] = {}): Promise<Uint8Array> {
  const pack = withLooks(threeLevels(puffinCatch()))
  const dial = (value: number) => ({ kind: 'dial' as const, value })
  const easy = { time: dial(0), 'bad-share': dial(0), gap: dial(0.2), pace: dial(10) }
  const looks = pack.parts['looks']!
  const cheap =
    looks.kind === 'cast' ? { ...looks, entries: looks.entries.map((one) => ({ ...one, price: 5 })) } : looks
  return demoParcel((base) => ({
    ...pack,
    parts: { ...pack.parts, ...easy, looks: cheap, ...parts },
    label: { ...base.label, title: 'Three Tides' },
  }))
}

alone(
  'a posted game of three levels is played through, gone on with in a second visit, and a look is bought and worn',
  async ({ page, request, baseURL }) => {
    const maker = await Maker.arrive(request, baseURL!)
    const view = await maker.send(await threeTides())
    const game = `/arcade/${view.postcode.toLowerCase()}`
    await page.goto(game)
    const canvas = frameCanvas(page)
    await expect(canvas).toHaveAttribute('data-screen', 'start')
    await canvas.press('Enter')
    await expect(canvas).toHaveAttribute('data-screen', 'play')
    await playOn(page, canvas)
    await expect(canvas).toHaveAttribute('data-screen', 'done')

    // Another visit goes on where it stood: the first is done, the second waits, the third is locked.
    await expect.poll(() => page.evaluate(() => Object.keys(localStorage).join())).toContain('arcade:progress:')
    await page.reload()
    await expect(canvas).toHaveAttribute('data-screen', 'start')
    const said = page.getByTestId('game-frame').contentFrame().locator('[aria-live]')
    await expect(said).toContainText('Go on')
    await canvas.press('ArrowDown')
    await canvas.press('Enter')
    await expect(canvas).toHaveAttribute('data-screen', 'levels')
    await expect(said).toContainText('1 Low tide')
    await expect(said).toContainText('33 % done')
    await expect(said).toContainText('After “Half tide”')
    await canvas.press('Escape')

    // A look, paid with what was collected.
    await expect(canvas).toHaveAttribute('data-screen', 'start')
    await canvas.press('ArrowDown')
    await canvas.press('ArrowDown')
    await canvas.press('Enter')
    await expect(canvas).toHaveAttribute('data-screen', 'looks')
    await canvas.press('ArrowRight')
    await canvas.press('Enter')
    const kept = () =>
      page.evaluate(() => {
        const key = Object.keys(localStorage).find((one) => one.startsWith('arcade:progress:'))
        return JSON.parse(localStorage.getItem(key ?? '') ?? '{}') as { worn?: string; looks?: string[] }
      })
    await expect.poll(kept).toMatchObject({ worn: 'scarf', looks: ['scarf'] })
    await canvas.press('Escape')
    await expect(canvas).toHaveAttribute('data-screen', 'start')

    // On with the second, and the third to the end.
    await canvas.press('Enter')
    for (const screen of ['done', 'won'] as const) {
      await expect(canvas).toHaveAttribute('data-screen', 'play')
      await playOn(page, canvas)
      await expect(canvas).toHaveAttribute('data-screen', screen)
      await page.waitForTimeout(400)
      if (screen === 'done') await canvas.press('Enter')
    }

    // What is broken is put aside, said, and never in the way.
    await page.evaluate(() => {
      const key = Object.keys(localStorage).find((one) => one.startsWith('arcade:progress:'))!
      localStorage.setItem(key, '{"purse":"all"}')
    })
    await page.reload()
    await expect(said).toContainText('put aside')
    expect(await page.evaluate(() => Object.keys(localStorage).join())).toContain(':aside')
  },
)

test('the same game as files on a host of one’s own is played on in a second visit', async ({ browser }) => {
  const dir = mkdtempSync(join(tmpdir(), 'tides-'))
  for (const [name, bytes] of Object.entries(unzipSync(await threeTides()))) {
    mkdirSync(dirname(join(dir, name)), { recursive: true })
    writeFileSync(join(dir, name), bytes)
  }
  const host = await serveFolder(dir)
  const context = await browser.newContext()
  const visit = async () => {
    const page = await context.newPage()
    await page.goto(`${host.url}/`)
    const canvas = page.locator('canvas')
    await expect(canvas).toHaveAttribute('data-screen', 'start')
    return { page, canvas, said: page.locator('[aria-live]') }
  }
  const first = await visit()
  await first.canvas.press('Enter')
  await expect(first.canvas).toHaveAttribute('data-screen', 'play')
  await playOn(first.page, first.canvas)
  await expect(first.canvas).toHaveAttribute('data-screen', 'done')
  await expect
    .poll(() => first.page.evaluate(() => Object.keys(localStorage).join()))
    .toContain('pack-post:windfall:Three Tides:progress')
  await first.page.close()

  const second = await visit()
  await expect(second.said).toContainText('Go on')
  await second.canvas.press('Enter')
  await expect(second.canvas).toHaveAttribute('data-screen', 'play')
  await playOn(second.page, second.canvas)
  await expect(second.canvas).toHaveAttribute('data-screen', 'done')
  await context.close()
  await host.stop()
  rmSync(dir, { recursive: true })
})

alone('a level of another pack comes with all that is its maker’s, as one step', async ({ page }) => {
  await demos(page)
  await demoBench(page, 'breakwater-gull')
  await page.locator('[data-act=take-from]').click()
  await page.getByTestId('take-pack').selectOption('demo-puffin-catch')
  await page.getByTestId('take-from').getByLabel('Puffin Catch').check()
  await page.getByTestId('take').click()
  await page.getByRole('button', { name: /^Levels 2/ }).click()
  await expect(stamp(page, 2)).toContainText('Puffin Catch')
  await stamp(page, 2).click()
  await expect(page.locator('[data-part^="backdrop@"]')).toContainText('only here')
  await expect(canvasOf(page)).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('button', { name: /^Levels 1/ })).toBeVisible()
})

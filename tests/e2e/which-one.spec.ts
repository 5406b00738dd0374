import { expect, test as alone, type Locator, type Page } from '@playwright/test'
import { makeSetup } from '../../core/game/setup'
import { whichPlan } from '../../core/game/templates/which-one/plan'
import { newPack, type Pack } from '../../core/pack/pack'
import { buildGameDoc } from '../../core/template/game-doc'
import { linkOf } from '../support/arcade-client'
import { ballPng, cardJpeg, choosePart, freshPack, saved, spotOn, swapByButton } from '../support/e2e'
import { test } from '../support/one-tab'
import { demoPacks, whichOne } from '../support/fixtures'

const dial = (value: number) => ({ kind: 'dial', value })

test('own cover and own hidden thing: dragged to where it lies, and the check tells what sticks out', async ({
  page,
}) => {
  await freshPack(page, 'which-one')
  await choosePart(page, 'covers')
  await page.getByRole('button', { name: 'Flower pot' }).first().click()
  await page.getByTestId('replace-file').setInputFiles(await cardJpeg())
  await expect(page.locator('[data-part="covers"] .template')).toHaveCount(0)
  await swapByButton(page, 'hidden', ballPng())
  await expect(page.locator('[data-part="hidden"] .template')).toHaveCount(0)
  await saved(page)
  await choosePart(page, 'hidden-place')
  const handle = page.getByTestId('spot-handle')
  await expect(handle).toBeVisible()
  const number = (axis: 'x' | 'y'): Locator => page.locator(`[data-spot=hidden-place] [data-axis=${axis}]`)
  const [x, y] = [Number(await number('x').inputValue()), Number(await number('y').inputValue())]
  const box = (await handle.boundingBox())!
  const from = { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(from.x + 30, from.y - 20, { steps: 4 })
  await page.mouse.up()
  // As far as it was dragged, in the stage's own measure.
  const wide = (await page.getByTestId('stage').locator('canvas').first().boundingBox())!.width
  await expect(number('x')).toHaveValue(/./)
  expect(Number(await number('x').inputValue())).toBeCloseTo(x + (30 * 16) / wide, 1)
  expect(Number(await number('y').inputValue())).toBeCloseTo(y - (20 * 16) / wide, 1)
  // By keys, and one step back takes both back.
  await handle.focus()
  const dragged = Number(await number('x').inputValue())
  await page.keyboard.press('ArrowRight')
  await expect(number('x')).toHaveValue(String(Math.round((dragged + 0.05) * 100) / 100))
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('Shift+ArrowRight')
  await saved(page)
  await page.getByRole('link', { name: 'Check' }).first().click()
  const finding = page.locator('[data-rule=seen-beside]')
  await expect(finding).toContainText('sticks out from under')
  // The moment itself is its picture, and one press puts it right.
  await expect(finding.getByTestId('moment')).toBeVisible()
  await finding.getByRole('button', { name: 'Hide it' }).click()
  await expect(finding).toHaveCount(0)
})

/** Two covers and one slow change: somebody who looks knows. */
function game(): Pack {
  const like = demoPacks()[0]!
  const pack = newPack(whichOne, 'a-pack-for-tests')
  const own = {
    ...{ 'title-words': { kind: 'wording', text: 'Two Pots', scale: 1 }, backdrop: like.parts['backdrop']! },
    ...{
      count: dial(2),
      changes: dial(1),
      rounds: dial(1),
      'change-time': dial(0.3),
      'lift-speed': dial(15),
      misses: dial(9),
    },
  }
  return {
    ...pack,
    assets: like.assets,
    label: { ...like.label, title: 'Two Pots', tags: ['harbour', 'pots', 'watching'] },
    parts: own as Pack['parts'],
  }
}

alone(
  'posted and played to the end from its link by mouse, by keys and by touch',
  async ({ page, browser, request, baseURL }) => {
    const link = await linkOf(request, baseURL!, game())
    const { areas } = whichPlan(makeSetup(buildGameDoc(whichOne, game())))
    const canvasIn = (at: Page) => at.getByTestId('game-frame').contentFrame().locator('canvas')
    const said = (at: Page) => at.getByTestId('game-frame').contentFrame().locator('[aria-live]')
    /** Presses whenever it may be time; whoever has guessed wrong too often, which is luck, begins again. */
    const play = async (at: Page, press: (canvas: Locator, place: number) => Promise<void>) => {
      const canvas = canvasIn(at)
      const screen = () => canvas.getAttribute('data-screen')
      await canvas.press('Enter')
      await expect(canvas).toHaveAttribute('data-screen', 'play')
      let place = 0
      await expect(async () => {
        if ((await screen()) === 'play') await press(canvas, (place = 1 - place))
        else if ((await screen()) !== 'won') await canvas.press('Enter')
        expect(await screen()).toBe('won')
      }).toPass({ intervals: [0] })
      await expect(said(at)).toContainText('Nothing escapes you!')
    }
    await page.goto(link)
    await expect(canvasIn(page)).toHaveAttribute('data-screen', 'start')
    await play(page, async (canvas, place) =>
      canvas.click({ position: await spotOn(canvas, areas[place]!), delay: 60 }),
    )
    await canvasIn(page).press('Escape')
    await expect(canvasIn(page)).toHaveAttribute('data-screen', 'start')
    await play(page, async (canvas) => canvas.press(' ', { delay: 60 }))

    const phone = await browser.newContext({ viewport: { width: 360, height: 740 }, hasTouch: true, isMobile: true })
    const other = await phone.newPage()
    await other.goto(link)
    await expect(canvasIn(other)).toHaveAttribute('data-screen', 'start')
    await play(other, async (canvas, place) => canvas.tap({ position: await spotOn(canvas, areas[place]!) }))
    await phone.close()
  },
)

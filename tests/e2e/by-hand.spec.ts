import { expect, test as alone, type Locator, type Page } from '@playwright/test'
import { makeSetup } from '../../core/game/setup'
import { tablePlan } from '../../core/game/table/plan'
import { newPack, type Pack } from '../../core/pack/pack'
import { buildGameDoc } from '../../core/template/game-doc'
import { linkOf } from '../support/arcade-client'
import { canvasOf, choosePart, freshPack, meanColour, saved, spotOn, stagePoint, tapKey } from '../support/e2e'
import { test } from '../support/one-tab'
import { demoPacks, roundabout } from '../support/fixtures'

const content = (id: string) => roundabout.parts.find((part) => part.id === id)!.content

test('forty grey ones, named Gull, are made at once, set up on the stage, and saved as the start', async ({ page }) => {
  await freshPack(page, 'roundabout')
  await choosePart(page, 'players')
  await page.locator('[data-switch="by-hand"]').getByRole('checkbox').check()
  await choosePart(page, 'pieces')
  const form = page.locator('[data-act="many-form"]')
  await form.getByLabel('How many').fill('40')
  await form.getByLabel('Colour').fill('#808080')
  await form.getByLabel('Name').fill('Gull')
  await form.getByRole('button', { name: 'Make them' }).click()
  await choosePart(page, 'pieces')
  await expect(page.locator('[data-entry="gull"]')).toContainText('40 of them')
  await page.getByRole('button', { name: 'Remove Counter' }).click()
  await expect(page.locator('[data-entry]')).toHaveCount(1)

  // One of them is dragged over the board; the stage is the one that is played.
  await choosePart(page, 'pieces-start')
  await page.keyboard.press('p')
  const { starts } = tablePlan(makeSetup(buildGameDoc(roundabout, game())))
  const [from, to] = [await stagePoint(page, starts[0]!.x, starts[0]!.y), await stagePoint(page, 8, 4)]
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(to.x, to.y, { steps: 8 })
  await page.mouse.up()
  await page.locator('[data-act="save-start"]').click()
  await expect(page.getByText('40 pieces begin where they stand now')).toBeVisible()
  await expect(page.locator('[data-layout="pieces-start"]')).toContainText('40 pieces have a place of their own')
  await saved(page)
  await page.reload()
  await expect(page.getByTestId('rewind')).toBeVisible()
  await expect(page.locator('[data-layout="pieces-start"]')).toContainText('40 pieces have a place of their own')
  await expect(canvasOf(page)).toBeVisible()
})

/** A board and forty pieces in a heap, red so that they are told from what is under them. */
function game(): Pack {
  const like = demoPacks()[0]!
  const pieces = content('pieces')
  if (pieces.kind !== 'cast') throw new Error('no list')
  const [first] = pieces.entries
  const sprite = { ...first!.sprite, recolour: { hue: 0, tint: '#ff0000', share: 1, swaps: [] } }
  const own = {
    ...{ 'title-words': { kind: 'wording', text: 'Forty Gulls', scale: 1 }, 'by-hand': { kind: 'switch', on: true } },
    backdrop: like.parts['backdrop']!,
    pieces: { kind: 'cast', entries: [{ ...first!, id: 'gull', name: 'Gull', count: 40, sprite }] },
  }
  return {
    ...newPack(roundabout, 'a-pack-for-tests'),
    assets: like.assets,
    label: { ...like.label, title: 'Forty Gulls', tags: ['board', 'by hand', 'harbour'] },
    parts: own as unknown as Pack['parts'],
  }
}

alone(
  'posted, and from its link forty pieces are moved by mouse, keys and touch, and kept over a reload',
  async ({ page, browser, request, baseURL }) => {
    const link = await linkOf(request, baseURL!, game())
    const { starts, acts } = tablePlan(makeSetup(buildGameDoc(roundabout, game())))
    const heap = [starts[0]!.x, starts[0]!.y, 0, 0] as const
    const canvasIn = (at: Page): Locator => at.getByTestId('game-frame').contentFrame().locator('canvas')
    /** How red it is around a place of the board (world units), beside how green. */
    const red = async (at: Page, x: number, y: number): Promise<number> => {
      const canvas = canvasIn(at)
      const box = (await canvas.boundingBox())!
      const spot = await spotOn(canvas, [x, y, 0, 0])
      const [r, g] = await meanColour(await canvas.screenshot(), {
        ...{ x: spot.x / box.width - 0.01, y: spot.y / box.height - 0.01 },
        ...{ w: 0.02, h: 0.02 },
      })
      return r - g
    }
    const begin = async (at: Page) => {
      await at.goto(link)
      await expect(canvasIn(at)).toHaveAttribute('data-screen', 'start')
      await canvasIn(at).press('Enter')
      await expect(canvasIn(at)).toHaveAttribute('data-screen', 'play')
    }
    await begin(page)
    const canvas = canvasIn(page)
    const onPage = async (x: number, y: number) => {
      const box = (await canvas.boundingBox())!
      const spot = await spotOn(canvas, [x, y, 0, 0])
      return [box.x + spot.x, box.y + spot.y] as const
    }
    const bare = await red(page, 8, 3)
    const bareThere = await red(page, 11, 3)
    await page.mouse.move(...(await onPage(heap[0], heap[1])))
    await page.mouse.down()
    await page.mouse.move(...(await onPage(8, 3)), { steps: 6 })
    await page.mouse.up()
    await expect.poll(() => red(page, 8, 3)).toBeGreaterThan(bare + 60)
    // By keys: the same one is taken up, goes three units to the right, and is set down.
    await tapKey(canvas, 'Enter')
    for (let i = 0; i < 12; i++) await tapKey(canvas, 'ArrowRight')
    await tapKey(canvas, 'Enter')
    await expect.poll(() => red(page, 8, 3)).toBeLessThan(bare + 20)
    await expect.poll(() => red(page, 11, 3)).toBeGreaterThan(bareThere + 60)
    // Left in its pause, it waits there as it stands.
    await canvas.press('Escape')
    await expect(canvas).toHaveAttribute('data-screen', 'pause')
    await page.reload()
    await expect(canvas).toHaveAttribute('data-screen', 'pause')
    await canvas.press('Enter')
    await expect(canvas).toHaveAttribute('data-screen', 'play')
    await expect.poll(() => red(page, 11, 3)).toBeGreaterThan(bareThere + 60)
    await canvas.click({ position: await spotOn(canvas, acts[6]!), delay: 50 })
    await expect(canvas).toHaveAttribute('data-screen', 'won')

    const phone = await browser.newContext({ viewport: { width: 360, height: 740 }, hasTouch: true, isMobile: true })
    const other = await phone.newPage()
    await begin(other)
    const touched = canvasIn(other)
    const session = await phone.newCDPSession(other)
    const box = (await touched.boundingBox())!
    const finger = async (type: 'touchStart' | 'touchMove' | 'touchEnd', x = 0, y = 0) => {
      const spot = await spotOn(touched, [x, y, 0, 0])
      const touchPoints = type === 'touchEnd' ? [] : [{ x: box.x + spot.x, y: box.y + spot.y }]
      await session.send('Input.dispatchTouchEvent', { type, touchPoints })
    }
    await finger('touchStart', heap[0], heap[1])
    for (const share of [0.3, 0.6, 1])
      await finger('touchMove', heap[0] + (8 - heap[0]) * share, heap[1] + (3 - heap[1]) * share)
    await finger('touchEnd')
    await expect.poll(() => red(other, 8, 3)).toBeGreaterThan(bare + 60)
    await phone.close()
  },
)

import { expect, test as alone, type Locator, type Page } from '@playwright/test'
import { makeSetup } from '../../core/game/setup'
import { roundaboutPlan } from '../../core/game/templates/roundabout/plan'
import { newPack, type Pack } from '../../core/pack/pack'
import { buildGameDoc } from '../../core/template/game-doc'
import { linkOf } from '../support/arcade-client'
import { ballPng, cardJpeg, choosePart, freshPack, saved, spotOn, swapByButton } from '../support/e2e'
import { test } from '../support/one-tab'
import { demoPacks, roundabout } from '../support/fixtures'

const spaces = (page: Page) => page.locator('[data-space]')
/** The middle of a space on the desk's board, in px of the page. */
async function middle(page: Page, at: number): Promise<{ x: number; y: number }> {
  const box = (await page.locator(`[data-space="${at}"] .disc`).boundingBox())!
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
}

test('a board picture of one’s own: the way in one stroke, what its spaces do, and how rounds go', async ({ page }) => {
  await freshPack(page, 'roundabout')
  await swapByButton(page, 'backdrop', await cardJpeg())
  await expect(page.locator('[data-part="backdrop"] .template')).toHaveCount(0)
  await choosePart(page, 'way')
  await page.locator('[data-act="way-desk"]').click()
  const desk = page.getByTestId('desk-way')
  await expect(spaces(page)).toHaveCount(24)
  await expect(desk.locator('[data-sides="8"]')).toBeVisible()

  // One stroke from the lower left to the upper right, by mouse.
  await page.keyboard.press('s')
  const board = (await page.getByTestId('way-board').boundingBox())!
  const at = (x: number, y: number) => [board.x + board.width * x, board.y + board.height * y] as const
  await page.mouse.move(...at(0.1, 0.9))
  await page.mouse.down()
  for (const [x, y] of [[0.3, 0.8], [0.5, 0.5], [0.7, 0.3], [0.9, 0.12]] as const) await page.mouse.move(...at(x, y), { steps: 4 }) // prettier-ignore
  await page.mouse.up()
  const off = async (space: number, x: number) => Math.abs((await middle(page, space)).x - at(x, 0)[0])
  await expect.poll(() => off(0, 0.1)).toBeLessThan(8)
  await expect.poll(() => off(23, 0.9)).toBeLessThan(8)
  await desk.getByTestId('way-count').fill('12')
  await desk.getByTestId('way-count').press('Enter')
  await expect(spaces(page)).toHaveCount(12)

  // What happens there is said at once; two that send each other round are told.
  await page.locator('[data-space="4"]').click()
  await desk.getByTestId('way-words').fill('A hole in the fence')
  await desk.locator('[data-effect="forward"]').click()
  await expect(desk.getByTestId('way-result')).toContainText('To space 6')
  await page.locator('[data-space="6"]').click()
  await desk.locator('[data-effect="back"]').click()
  await expect(desk.getByTestId('way-ring')).toContainText('space 4 sends to space 6')
  await desk.locator('[data-effect="deck-a"]').click()
  await expect(desk.getByTestId('way-ring')).toHaveCount(0)
  await expect(desk.getByTestId('way-result')).toContainText('Draws a card')
  await desk.getByTestId('way-picture-file').setInputFiles(ballPng())
  await expect(desk.getByRole('button', { name: 'Take it off' })).toBeVisible()

  // A space is dragged; on another one it is refused, and goes back.
  const third = await middle(page, 3)
  await page.mouse.move(third.x, third.y)
  await page.mouse.down()
  await page.mouse.move(third.x - 40, third.y - 60, { steps: 5 })
  await page.mouse.up()
  await expect.poll(async () => (await middle(page, 3)).y).toBeLessThan(third.y - 40)
  const [two, five] = [await middle(page, 2), await middle(page, 5)]
  await page.mouse.move(two.x, two.y)
  await page.mouse.down()
  await page.mouse.move(five.x, five.y, { steps: 5 })
  await page.mouse.up()
  await expect(page.getByText('a way has no forks')).toBeVisible()
  expect(Math.abs((await middle(page, 2)).x - two.x)).toBeLessThan(2)

  // By keys: one more after it, moved, and out again; undo takes the last of these back.
  await page.locator('[data-space="5"]').focus()
  await page.keyboard.press('Insert')
  await expect(spaces(page)).toHaveCount(13)
  await page.keyboard.press('Delete')
  await expect(spaces(page)).toHaveCount(12)
  await page.keyboard.press('Control+z')
  await expect(spaces(page)).toHaveCount(13)
  await saved(page)
  await page.reload()
  await expect(page.getByTestId('rewind')).toBeVisible()
  await choosePart(page, 'way')
  await page.locator('[data-act="way-desk"]').click()
  await expect(spaces(page)).toHaveCount(13)
  await page.locator('[data-space="4"]').click()
  await expect(desk.getByTestId('way-words')).toHaveValue('A hole in the fence')
})

/** Three in turn on five spaces: every throw is a three, and the first space that is come to has a card drawn that sends back. */
function game(): Pack {
  const like = demoPacks()[0]!
  const pack = newPack(roundabout, 'a-pack-for-tests')
  const content = (id: string) => roundabout.parts.find((part) => part.id === id)!.content
  const [tokens, faces] = [content('tokens'), content('faces')]
  if (tokens.kind !== 'cast' || faces.kind !== 'cast') throw new Error('no lists')
  const own = {
    ...{
      'title-words': { kind: 'wording', text: 'Three Round', scale: 1 },
      players: { kind: 'choice', value: 'turns' },
    },
    ...{ backdrop: like.parts['backdrop'], dice: { kind: 'dial', value: 1 } },
    tokens: { ...tokens, entries: tokens.entries.slice(0, 3) },
    faces: { ...faces, entries: [{ ...faces.entries[0]!, steps: 3 }] },
    way: {
      kind: 'way',
      spaces: Array.from({ length: 5 }, (_, i) => ({
        ...{ id: `s${i}`, x: 0.1 + i * 0.16, y: 0.4 },
        ...(i === 3 ? { effect: { does: 'draw', deck: 'deck-a' } } : {}),
      })),
    },
    'deck-a': { kind: 'deck', rows: [{ id: 'a', cells: { says: { text: 'Back one' }, does: { text: '-1' } } }] },
  }
  return {
    ...pack,
    assets: like.assets,
    label: { ...like.label, title: 'Three Round', tags: ['board', 'dice', 'harbour'] },
    parts: own as Pack['parts'],
  }
}

alone(
  'posted, and played from its link by three in turn, by mouse and by touch',
  async ({ page, browser, request, baseURL }) => {
    const link = await linkOf(request, baseURL!, game())
    const { throwArea } = roundaboutPlan(makeSetup(buildGameDoc(roundabout, game())))
    const canvasIn = (at: Page) => at.getByTestId('game-frame').contentFrame().locator('canvas')
    const said = (at: Page) => at.getByTestId('game-frame').contentFrame().locator('[aria-live]')
    /** Where the throw is, anything that is read goes on too. */
    const play = async (at: Page, press: (canvas: Locator, position: { x: number; y: number }) => Promise<void>) => {
      const canvas = canvasIn(at)
      await canvas.press('Enter')
      await expect(canvas).toHaveAttribute('data-screen', 'play')
      await expect(async () => {
        await press(canvas, await spotOn(canvas, throwArea[0]!))
        await expect(canvas).toHaveAttribute('data-screen', 'won', { timeout: 250 })
      }).toPass({ intervals: [100] })
      await expect(said(at)).toContainText('Home first!')
    }
    await page.goto(link)
    await expect(canvasIn(page)).toHaveAttribute('data-screen', 'start')
    await play(page, (canvas, position) => canvas.click({ position, delay: 50 }))

    const phone = await browser.newContext({ viewport: { width: 360, height: 740 }, hasTouch: true, isMobile: true })
    const other = await phone.newPage()
    await other.goto(link)
    await expect(canvasIn(other)).toHaveAttribute('data-screen', 'start')
    await play(other, (canvas, position) => canvas.tap({ position }))
    await phone.close()
  },
)

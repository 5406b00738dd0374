import { readFileSync } from 'node:fs'
import { expect, test as alone, type Page } from '@playwright/test'
import type { CourseContent } from '../../core/kinds/course'
import { newPack, type Pack } from '../../core/pack/pack'
import { Maker, parcelOf } from '../support/arcade-client'
import { canvasOf, choosePart, freshPack, saved, upload } from '../support/e2e'
import { test } from '../support/one-tab'
import { demoPacks, stepstone } from '../support/fixtures'
import { withLevels, withSlots } from '../support/levels'

const board = (page: Page) => page.getByTestId('course-board')
const reached = (page: Page) => page.getByTestId('reach-said')

async function openDesk(page: Page): Promise<void> {
  await freshPack(page, 'stepstone')
  await choosePart(page, 'course')
  await page.locator('[data-act=course-desk]').click()
  await expect(reached(page)).toHaveAttribute('data-fresh', 'true')
}
/** One screen of it: the first sixteen columns, with the ground three cells high. */
async function oneScreen(page: Page): Promise<void> {
  await page.getByLabel('Cells wide').fill('16')
  await page.getByLabel('Cells high').fill('10')
  await expect(page.getByText('That cuts off')).toBeVisible()
  await page.locator('[data-act=resize-course]').click()
  await expect(reached(page)).toContainText('Nobody gets from the start')
}
/** The middle of a cell, px of the page. */
async function cell(page: Page, x: number, y: number): Promise<{ x: number; y: number }> {
  const [left, top, zoom] = (await board(page).getAttribute('data-view'))!.split(' ').map(Number)
  const box = (await board(page).boundingBox())!
  return { x: box.x + (x + 0.5 - left!) * zoom!, y: box.y + (y + 0.5 - top!) * zoom! }
}
async function press(page: Page, x: number, y: number): Promise<void> {
  const at = await cell(page, x, y)
  await page.mouse.click(at.x, at.y)
}
/** What undo would take back, as its button says. */
async function undoes(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Undo' }).hover()
  await expect(page.getByText(`Undo: ${name}`)).toBeVisible()
  await page.mouse.move(5, 400)
}
async function drag(page: Page, from: [number, number], to: [number, number]): Promise<void> {
  const [a, b] = [await cell(page, ...from), await cell(page, ...to)]
  await page.mouse.move(a.x, a.y)
  await page.mouse.down()
  await page.mouse.move(b.x, b.y, { steps: 3 })
  await page.mouse.up()
}

test('by mouse: a course of one screen is laid, shut off and found so, opened again, and played to its way out', async ({
  page,
}) => {
  await openDesk(page)
  await oneScreen(page)

  // A way out at the end, and a ledge on the way to it.
  await page.locator('[data-thing=hut]').click()
  await press(page, 12, 6)
  await expect(reached(page)).toContainText('to the way out')
  await page.locator('[data-tile=ledge]').click()
  await drag(page, [5, 4], [8, 4])
  await expect(page.locator('[data-part=course]')).toContainText('course, 16 x 10')

  // A wall from top to bottom: nobody gets there any more, and the check says so.
  await page.locator('[data-tile=crag]').click()
  await drag(page, [10, 0], [10, 6])
  await expect(reached(page)).toContainText('Nobody gets from the start')
  await saved(page)
  await page.goto(page.url().replace('/bench', '/check'))
  await expect(page.getByText('The way out cannot be reached').first()).toBeVisible()
  // Where that is, as a map, and the way there.
  const finding = page
    .locator('article, li')
    .filter({ has: page.getByTestId('place') })
    .first()
  await finding.getByRole('button', { name: 'Take me there' }).click()
  await expect(page.getByText('Column 13, row 7 of 16 x 10')).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(reached(page)).toContainText('to the way out')

  // Escape closes the desk, and the stage plays what was laid.
  await board(page).press('Escape')
  await expect(board(page)).toHaveCount(0)
  await page.getByRole('button', { name: 'From the start' }).click()
  await canvasOf(page).focus()
  await page.keyboard.down('ArrowRight')
  await expect(page.getByTestId('stage')).toHaveAttribute('data-screen', 'won')
  await page.keyboard.up('ArrowRight')
})

test('by keys alone: laid, placed, moved, taken out, and one step back for one stroke', async ({ page }) => {
  await openDesk(page)
  await oneScreen(page)
  await board(page).focus()
  const where = page.getByText(/^Column /)
  const go = async (key: string, times: number) => {
    for (let i = 0; i < times; i++) await page.keyboard.press(key)
  }
  // From the start at column 3 to column 13, and a way out there.
  await expect(where).toContainText('Column 3, row 7 of 16 x 10')
  await go('ArrowRight', 10)
  await page.locator('[data-thing=hut]').focus()
  await page.keyboard.press('Enter')
  await expect(board(page)).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(reached(page)).toContainText('to the way out')

  // A run of four ledges by Shift and the arrows is one step.
  await page.locator('[data-tile=ledge]').focus()
  await page.keyboard.press('Enter')
  await go('ArrowUp', 3)
  await go('ArrowLeft', 5)
  await page.keyboard.down('Shift')
  await go('ArrowLeft', 3)
  await page.keyboard.up('Shift')
  await undoes(page, 'Lay 4 of Ledge')
  await page.keyboard.press('Control+z')
  await undoes(page, 'Place Hut')

  // Picked, moved by a cell, taken out.
  await page.keyboard.press('p')
  await go('ArrowDown', 3)
  await go('ArrowRight', 8)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Hut' })).toBeVisible()
  await page.keyboard.press('Alt+ArrowLeft')
  await undoes(page, 'Move Hut')
  await page.keyboard.press('Delete')
  await expect(reached(page)).toContainText('Nobody gets from the start')
})

test('a course goes out as a table, is changed there, and comes back; what is no course changes nothing', async ({
  page,
}) => {
  await openDesk(page)
  const waiting = page.waitForEvent('download')
  await page.locator('[data-act=csv-out]').click()
  const csv = readFileSync((await (await waiting).path())!, 'utf8')
  expect(csv).toContain('layer play')
  expect(csv).toContain('hut')
  const without = csv
    .split('\r\n')
    .filter((line) => !line.includes(',hut,'))
    .join('\r\n')
  await page.getByTestId('csv-file').setInputFiles(upload('less.csv', 'text/csv', Buffer.from(without)))
  await expect(reached(page)).toContainText('Nobody gets from the start')
  await page.getByTestId('csv-file').setInputFiles(upload('odd.csv', 'text/csv', Buffer.from('layer play\nlava')))
  await expect(page.getByTestId('notice')).toContainText('a tile “lava”, which this game does not have')
  await page.getByTestId('csv-file').setInputFiles(upload('full.csv', 'text/csv', Buffer.from(csv)))
  await expect(reached(page)).toContainText('to everything, and to the way out')
})

alone('a posted stepstone of two levels keeps its three players over a reload', async ({ page, request, baseURL }) => {
  const course: CourseContent = {
    ...{ kind: 'course', tiles: { c: 'crag' }, start: { x: 2.5, y: 8 } },
    play: [...Array.from({ length: 8 }, () => '.'.repeat(20)), 'c'.repeat(20), 'c'.repeat(20)],
    things: [{ id: 'out', part: 'marks', entry: 'hut', x: 9.5, y: 8 }],
  }
  const plain = newPack(stepstone, 'two-halls')
  const pack: Pack = withSlots(withLevels({ ...plain, parts: { course } }, 2))
  const ready = demoPacks()[0]!.label
  const maker = await Maker.arrive(request, baseURL!)
  const backdrop = stepstone.parts.find(({ id }) => id === 'backdrop')!.content
  const cover = backdrop.kind === 'picture' ? backdrop.asset : null
  const view = await maker.send(
    await parcelOf(pack, (made) => ({
      ...made,
      label: { ...ready, ...{ title: 'Two Halls', cover, icon: null, shots: [] } },
    })),
  )
  expect(view.state).toBe('live')
  await page.goto(`/arcade/${view.postcode.toLowerCase()}`)
  const canvas = page.getByTestId('game-frame').contentFrame().locator('canvas')
  const said = page.getByTestId('game-frame').contentFrame().locator('[aria-live]')
  await expect(canvas).toHaveAttribute('data-screen', 'start')
  await expect(said).toContainText('Who plays?')
  /** Goes through the buttons of the start until one leads to the players. */
  const toPlayers = async () => {
    for (let down = 1; down < 7; down++) {
      for (let i = 0; i < down; i++) await canvas.press('ArrowDown')
      await canvas.press('Enter')
      await expect(canvas).not.toHaveAttribute('data-screen', 'start')
      if ((await canvas.getAttribute('data-screen')) === 'slots') return
      await canvas.press('Escape')
      await expect(canvas).toHaveAttribute('data-screen', 'start')
    }
    throw new Error('No button leads to the players.')
  }
  await toPlayers()
  await canvas.press('ArrowRight')
  await canvas.press('Enter')
  await expect(canvas).toHaveAttribute('data-screen', 'start')
  await canvas.press('Enter')
  await expect(canvas).toHaveAttribute('data-screen', 'play')
  await page.keyboard.down('ArrowRight')
  await expect(canvas).toHaveAttribute('data-screen', 'done')
  await page.keyboard.up('ArrowRight')
  await expect.poll(() => page.evaluate(() => Object.keys(localStorage).join())).toContain('arcade:progress:')
  await page.reload()
  await expect(canvas).toHaveAttribute('data-screen', 'start')
  await expect(said).toContainText('Go on')
  await toPlayers()
  await expect(said).toContainText('50 %')
})

test('what the way lacks is pencilled in and laid; a run begins at the cell in hand and leaves its trail', async ({
  page,
}) => {
  await openDesk(page)
  await oneScreen(page)
  await page.locator('[data-thing=hut]').click()
  await press(page, 13, 6)
  await expect(reached(page)).toContainText('to the way out')
  // A gap that no jump covers.
  await page.locator('[data-tool=erase]').click()
  for (const row of [7, 8, 9]) await drag(page, [4, row], [9, row])
  const gap = page.getByTestId('gap-said')
  await expect(gap).toContainText('The way breaks off at column 4, row 7')
  await page.locator('[data-tool=pick]').click()
  await press(page, 3, 6)
  await expect(board(page)).toHaveAttribute('data-jumps', 'lands falls')
  await page.locator('[data-act=mend]').click()
  await expect(reached(page)).toContainText('to the way out')
  await expect(gap).toHaveCount(0)
  await undoes(page, 'Lay the way')

  // From the far side it is a few steps to the way out.
  await press(page, 10, 6)
  await page.keyboard.press('g')
  const run = page.getByTestId('course-run')
  await expect(run).toHaveAttribute('data-screen', 'play')
  await page.keyboard.down('ArrowRight')
  await expect(run).toHaveAttribute('data-screen', 'won')
  await page.keyboard.up('ArrowRight')
  await page.keyboard.press('Escape')
  await expect(run).toHaveCount(0)
  await expect(board(page)).toBeFocused()
  await page.locator('[data-act=trail-off]').click()
  await expect(page.locator('[data-act=trail-off]')).toHaveCount(0)
})

test('many at once: a box is copied by a drag, mirrored, kept together; a way is drawn; a locked layer says so', async ({
  page,
}) => {
  await openDesk(page)
  await oneScreen(page)
  await page.locator('[data-thing=basket]').click()
  await press(page, 4, 4)
  await page.locator('[data-tile=ledge]').click()
  await drag(page, [3, 5], [5, 5])
  await page.keyboard.press('p')
  // A box around both, and a copy of it four cells to the right.
  await drag(page, [3, 3], [6, 5])
  await expect(page.getByRole('heading', { name: '4 x 3 cells' })).toBeVisible()
  await page.keyboard.down('Alt')
  await drag(page, [4, 4], [9, 4])
  await page.keyboard.up('Alt')
  await undoes(page, 'Copy 4 x 3 cells')
  await page.locator('[data-act=mirror]').click()
  await undoes(page, 'Mirror 4 x 3 cells')

  // The first basket gets a way of two stops; one is dragged, and taken out again.
  await press(page, 14, 2)
  await press(page, 4, 4)
  await expect(page.getByRole('heading', { name: 'Basket' })).toBeVisible()
  await page.locator('[data-act=add-stop]').click()
  await page.locator('[data-act=add-stop]').click()
  await expect(page.getByLabel('Stop 2, column')).toHaveValue('10.5')
  await page.getByLabel('Stop 1, row').fill('2')
  await page.getByLabel('Stop 1, row').press('Tab')
  await undoes(page, 'Move a stop')
  await drag(page, [10, 4.5], [12, 2])
  await expect(page.getByLabel('Stop 2, column')).toHaveValue('12.5')
  await board(page).press('Delete')
  await expect(page.getByLabel('Stop 2, column')).toHaveCount(0)

  // Both baskets, kept together: one is pressed, both are picked.
  await page.keyboard.down('Shift')
  await press(page, 9, 4)
  await page.keyboard.up('Shift')
  await expect(page.getByRole('heading', { name: '2 things' })).toBeVisible()
  await page.locator('[data-act=group]').click()
  await press(page, 14, 2)
  await press(page, 4, 4)
  await expect(page.getByRole('heading', { name: '2 things' })).toBeVisible()

  await page.locator('[data-state="locked play"]').click()
  await page.locator('[data-tile=crag]').click()
  await press(page, 1, 1)
  await expect(page.getByTestId('notice')).toContainText('This layer is locked')
})

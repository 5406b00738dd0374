import { expect, test as alone } from '@playwright/test'
import {
  ballPng,
  canvasOf,
  choosePart,
  DEMO,
  demoBench,
  freezeAtStart,
  meanColour,
  saved,
  stagePoint,
  stageReady,
  swapByButton,
} from '../support/e2e'
import { test } from '../support/one-tab'

alone('a reload anywhere returns to the same state, undo included', async ({ page }) => {
  await demoBench(page)
  await choosePart(page, 'win-words')
  await page.getByTestId('wording').locator('textarea').first().fill('All aboard!')
  await choosePart(page, 'goal')
  await page.locator('[data-dial="pace"]').getByRole('slider').focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.locator('[data-dial="pace"]')).toContainText('4.5 m/s')
  await saved(page)
  await page.reload()
  await stageReady(page)
  await choosePart(page, 'win-words')
  await expect(page.getByTestId('wording').locator('textarea').first()).toHaveValue('All aboard!')
  await page.getByRole('button', { name: 'Undo' }).click()
  await choosePart(page, 'goal')
  await expect(page.locator('[data-dial="pace"]')).toContainText('4 m/s')
  await page.getByRole('button', { name: 'Undo' }).click()
  await choosePart(page, 'win-words')
  await expect(page.getByTestId('wording').locator('textarea').first()).toHaveValue('Supper for the whole quay!')
  await page.getByRole('button', { name: 'Redo' }).click()
  await expect(page.getByTestId('wording').locator('textarea').first()).toHaveValue('All aboard!')
})

test('picking a thing on the stage selects its part', async ({ page }) => {
  await demoBench(page)
  await freezeAtStart(page)
  const inspector = page.getByTestId('inspector')
  const words = await stagePoint(page, 1, 0.8)
  await page.mouse.move(words.x, words.y)
  await expect(page.getByTestId('stage').getByText('Score wording')).toBeVisible()
  await page.mouse.click(words.x, words.y)
  await expect(inspector.getByRole('heading', { name: 'Score' })).toBeVisible()
  const hero = await stagePoint(page, 8, 7.8)
  await page.mouse.click(hero.x, hero.y)
  await expect(inspector.getByRole('heading', { name: 'Hero' })).toBeVisible()
  const sky = await stagePoint(page, 3, 5)
  await page.mouse.click(sky.x, sky.y)
  await expect(inspector.getByRole('heading', { name: 'Backdrop' })).toBeVisible()
  await page.keyboard.press('p')
  await page.mouse.click(hero.x, hero.y)
  await expect(inspector.getByRole('heading', { name: 'Backdrop' })).toBeVisible()
})

alone('a piece of the drawer swaps the chosen part, and its credit comes with it', async ({ page }) => {
  await demoBench(page)
  await choosePart(page, 'life')
  await page.getByTestId('drawer-search').locator('input').fill('red claws')
  await expect(page.getByTestId('pieces').locator('li')).toHaveCount(1)
  await page.getByRole('button', { name: 'crab', exact: true }).click()
  await expect(page.getByRole('button', { name: /^Undo/ })).toBeEnabled()
  await expect(page.getByTestId('inspector').getByText('crab.png')).toBeVisible()
  await expect(page.getByLabel(/^Made by/)).toHaveValue('Pack Post')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByTestId('inspector').getByText('lantern.png')).toBeVisible()
  await page.getByTestId('drawer-search').locator('input').fill('')
  await page.getByLabel('Which set').selectOption('mine')
  await expect(page.getByTestId('pieces').getByText('crab')).toBeVisible()
})

test('a swap shows on the very same moment; B shows the template’s there; rewind goes back', async ({ page }) => {
  await demoBench(page)
  await freezeAtStart(page)
  const heroBox = { x: 0.46, y: 0.7, w: 0.08, h: 0.12 }
  const puffin = await meanColour(await canvasOf(page).screenshot(), heroBox)
  await swapByButton(page, 'hero', ballPng([240, 20, 220, 255]))
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled()
  await expect
    .poll(async () => (await meanColour(await canvasOf(page).screenshot(), heroBox))[0] - puffin[0])
    .toBeGreaterThan(40)
  const own = await canvasOf(page).screenshot()
  await page.keyboard.down('b')
  await expect(page.getByText('The template’s content, on the very same moment')).toBeVisible()
  await expect.poll(async () => (await canvasOf(page).screenshot()).equals(own)).toBe(false)
  await page.keyboard.up('b')
  await expect.poll(async () => (await canvasOf(page).screenshot()).equals(own)).toBe(true)

  await page.getByRole('button', { name: /^Run/ }).click()
  const strip = page.getByTestId('rewind')
  await expect.poll(async () => Number(await strip.getAttribute('aria-valuenow'))).toBe(0)
  await expect.poll(async () => Number(await strip.getAttribute('aria-valuemin'))).toBeLessThan(-2)
  await strip.focus()
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowLeft')
  await expect(strip).toHaveAttribute('aria-valuenow', '-1.5')
  const back = await canvasOf(page).screenshot()
  expect((await canvasOf(page).screenshot()).equals(back)).toBe(true)
  await page.getByRole('button', { name: /^Run/ }).click()
  await expect.poll(async () => Number(await strip.getAttribute('aria-valuenow'))).toBe(0)
})

test('a press counts though something comes in above what is held down', async ({ page }) => {
  await demoBench(page)
  await choosePart(page, 'hero')
  const button = page.getByTestId('open-workshop')
  await button.hover()
  await page.mouse.down()
  await page.getByTestId('inspector').evaluate((at) => {
    const late = document.createElement('div')
    late.style.height = '90px'
    at.prepend(late)
    // Where the pointer is, there is something else now.
    at.getBoundingClientRect()
  })
  await page.mouse.up()
  await expect(page.getByTestId('workshop')).toBeVisible()
})

alone('two tabs on one pack do not overwrite each other silently', async ({ page, context }) => {
  await demoBench(page)
  const second = await context.newPage()
  await second.goto(`${DEMO}/bench`)
  await stageReady(second)

  await choosePart(page, 'win-words')
  await page.getByTestId('wording').locator('textarea').first().fill('From the first tab')
  await saved(page)
  // The second tab had nothing unsaved: it takes the change over.
  await expect(second.getByText('Taken over from the other tab.')).toBeVisible()
  await choosePart(second, 'win-words')
  await expect(second.getByTestId('wording').locator('textarea').first()).toHaveValue('From the first tab')

  // Both change at once: the one that comes second is asked.
  await second.evaluate(() => {
    // As if this tab had been asleep: it hears nothing of the other.
    BroadcastChannel.prototype.postMessage = () => undefined
  })
  await page.evaluate(() => {
    BroadcastChannel.prototype.postMessage = () => undefined
  })
  await page.getByTestId('wording').locator('textarea').first().fill('First again')
  await saved(page)
  await second.getByTestId('wording').locator('textarea').first().fill('Second again')
  await expect(second.getByText('Nothing has been overwritten.')).toBeVisible()
  await second.getByRole('button', { name: 'Keep mine as a second pack' }).click()
  await stageReady(second)
  await choosePart(second, 'win-words')
  await expect(second.getByTestId('wording').locator('textarea').first()).toHaveValue('Second again')
  await page.reload()
  await choosePart(page, 'win-words')
  await expect(page.getByTestId('wording').locator('textarea').first()).toHaveValue('First again')
})

test('find anything leads to a part by its words', async ({ page }) => {
  await demoBench(page)
  await page.keyboard.press('Control+k')
  await page.getByTestId('find-anything').locator('input').fill('whole quay')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('inspector').getByRole('heading', { name: 'Winning words' })).toBeVisible()
  await expect(page.getByTestId('stage')).toHaveAttribute('data-screen', 'won')
})

test('a cast is added to, duplicated, reordered and thinned, each undone by one step', async ({ page }) => {
  await demoBench(page)
  await choosePart(page, 'bad')
  const entries = page.locator('[data-entry]')
  await expect(entries).toHaveCount(2)
  await page.getByRole('button', { name: 'Duplicate Old boot' }).click()
  await expect(entries).toHaveCount(3)
  await page.getByRole('button', { name: 'Rusty tin up' }).click()
  await expect(entries.nth(1)).toContainText('Rusty tin')
  await page.getByRole('button', { name: 'Remove Old boot', exact: true }).click()
  await expect(entries).toHaveCount(2)
  await expect(entries.first()).toContainText('Rusty tin')
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Undo' }).click()
  await expect(entries).toHaveCount(2)
  await expect(entries.first()).toContainText('Old boot')
})

test('keys: step, shapes, next part, the sheet of keys', async ({ page }) => {
  await demoBench(page)
  await page.keyboard.press('Space')
  await expect(page.getByRole('button', { name: /^Run/ })).toBeVisible()
  await page.keyboard.press('s')
  await expect(page.getByRole('button', { name: /^Shapes/ })).toHaveAttribute('aria-pressed', 'true')
  await choosePart(page, 'hero')
  await page.keyboard.press(']')
  await expect(page.getByTestId('inspector').getByRole('heading', { name: 'Good things' })).toBeVisible()
  await page.keyboard.press('[')
  await expect(page.getByTestId('inspector').getByRole('heading', { name: 'Hero' })).toBeVisible()
  await page.keyboard.press('?')
  await expect(page.getByRole('heading', { name: 'Keys' })).toBeVisible()
})

alone('what a game cannot run without is said over the stage, with the part to fill', async ({ page }) => {
  // No shipped template needs anything it does not bring: here one does.
  await page.route('**/templates/windfall/template.json', async (route) => {
    const answer = await route.fetch()
    const template = (await answer.json()) as object
    const requires = [{ part: 'looks', say: 'Give the hero at least one look to choose.' }]
    await route.fulfill({ response: answer, json: { ...template, requires } })
  })
  await demoBench(page)
  const lacks = page.getByTestId('lacks')
  await expect(lacks).toContainText('Give the hero at least one look')
  await page.keyboard.press('l')
  await expect(page.getByRole('listbox', { name: 'Levels' }).getByRole('option')).toContainText('will not start')
  await lacks.getByRole('button').click()
  await page.locator('[data-act=like-hero]').click()
  await expect(lacks).toHaveCount(0)
})

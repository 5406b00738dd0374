import { expect, test, type Locator } from '@playwright/test'
import { describedSheet, FOLDER_GAMES, folderGame } from '../support/folder-games'
import { Maker, problemOf } from '../support/arcade-client'
import { fillLabel, openBelowGame, saved, swapByButton } from '../support/e2e'
import { NPM_GAMES, npmGame } from '../support/npm-games'
import {
  foundNothing,
  frameOf,
  gull,
  openGame,
  played,
  quay,
  ready,
  running,
  shownIn,
  spyFiles,
} from '../support/folder-page'

/** A press on something in a posted game. Where a mouse would have to go is not known to Playwright: the frame is scaled. */
const pressIn = (thing: Locator): Promise<void> => thing.evaluate((element: HTMLElement) => element.click())

test('posted, played from its link, with what it keeps between visits; a copy brings game and pack', async ({
  page,
  browser,
}) => {
  await openGame(page, 'lanterns')
  await swapByButton(page, 'lantern', gull())
  await page.getByRole('link', { name: /^Label:/ }).click()
  await fillLabel(page, 'Gulls of the Quay', () => page.getByTestId('cover-file').setInputFiles(quay()))
  await page.getByTestId('copies-allowed').check()
  await page.getByRole('link', { name: /^Post:/ }).click()
  await page.getByRole('radio', { name: 'Public' }).first().click()
  await page.getByTestId('post-it').click()
  await page.getByTestId('public-confirm').click()
  await expect(page.getByTestId('tracking')).toHaveAttribute('data-state', 'live')
  const link = await page.getByTestId('share-link').inputValue()

  const friend = await (await browser.newContext()).newPage()
  await friend.goto(link)
  await expect(friend.getByText('its own maker’s code')).toBeVisible()
  const game = played(friend)
  const light = () => game.locator('#quay img').evaluateAll((all) => all.forEach((one) => (one as HTMLElement).click()))
  await expect(game.locator('#quay img')).toHaveCount(12)
  await light()
  await expect(game.locator('#best')).toHaveText('1')
  await expect.poll(() => friend.evaluate(() => Object.values(localStorage).join())).toContain('{"rounds":"1"}')
  await friend.reload()
  await expect(game.locator('#best')).toHaveText('1')
  // It is the picture that was put in, in the size the game asks for.
  expect(
    await game
      .locator('#quay img')
      .first()
      .evaluate((one: HTMLImageElement) => [one.naturalWidth, new URL(one.src).pathname.split('/').at(-1)]),
  ).toEqual([64, 'lantern.png'])

  await openBelowGame(friend.getByTestId('make-your-own'))
  await expect(friend).toHaveURL(/\/packs\/[0-9a-f-]{36}\/bench/)
  await running(friend)
  await expect(frameOf(friend).locator('#quay img')).toHaveCount(12)
  await expect(friend.getByText(/^1 of \d+ (is|are) yours/)).toBeVisible()
})

test('of a posted game that is hostile nothing gets out of its frame, nor it out of its room', async ({
  page,
  request,
  baseURL,
}) => {
  const maker = await Maker.arrive(request, baseURL!)
  const view = await maker.send(await ready(spyFiles(baseURL!), 'Spy of the Quay'))
  expect(view.state, JSON.stringify(view.findings)).toBe('live')
  await page.goto('/posted')
  await page.evaluate(() => localStorage.setItem('secret', 'mine'))
  await page.goto(view.link)
  await foundNothing(played(page))
  const room = page.frames().find((one) => one.url().includes('/play/'))!
  await Promise.all([
    page.waitForEvent('framenavigated', (one) => one === room),
    pressIn(played(page).locator('#away')),
  ])
  expect(room.url()).not.toContain('taken')
})

test('without terms a game of a folder is for those with its link, and not for all', async ({ request, baseURL }) => {
  const maker = await Maker.arrive(request, baseURL!)
  const zip = await ready(await folderGame('pots'), 'Pots of Saltwick')
  const back = await maker.send(zip, { visibility: 'public' })
  expect(back.state).toBe('returned')
  expect(back.findings.filter(({ severity }) => severity === 'must').map(({ rule }) => rule)).toEqual(['terms-unknown'])
  const view = await maker.send(zip)
  expect(view.state).toBe('live')
  const answer = await request.put(`${baseURL}/api/arcade/games/${view.game}/visibility`, {
    ...{ headers: maker.headers(), data: { visibility: 'public' } },
  })
  expect(answer.status()).toBe(409)
  expect((await problemOf(answer)).detail).toContain('on what terms')
})

for (const game of FOLDER_GAMES)
  test(`${game}: posted, it plays from its link as it does alone`, async ({ page, request, baseURL }) => {
    const maker = await Maker.arrive(request, baseURL!)
    const view = await maker.send(await ready(await folderGame(game), `${game} at its link`))
    expect(view.state, JSON.stringify(view.findings)).toBe('live')
    await page.goto(view.link)
    await expect.poll(() => shownIn(played(page))).toBeGreaterThan(0)
  })

test('a template of a folder is thrown away on the home screen, and brought back, once no pack is made with it', async ({
  page,
}) => {
  await openGame(page, 'lanterns')
  await saved(page)
  await page.goto('/')
  const stamps = page.getByTestId('own-templates').locator('.template')
  await expect(stamps).toHaveCount(1)
  const throwAway = async (what: Locator) => {
    await what.getByRole('button', { name: /^More about/ }).click()
    const act = page.getByRole('button', { name: 'Throw away' })
    await act.click()
    // A menu fades: the next one would stand beside it.
    await act.waitFor({ state: 'hidden' })
  }
  await throwAway(stamps.first())
  await expect(page.getByTestId('notice')).toContainText('A pack is made with “Lantern Round”')
  await throwAway(page.getByTestId('packs').locator('.pack').filter({ hasText: 'Lantern Round' }))
  await expect(page.getByText('was thrown away')).toBeVisible()
  await throwAway(stamps.first())
  await expect(stamps).toHaveCount(0)
  await page.getByRole('button', { name: 'Bring it back' }).click()
  await expect(stamps).toHaveCount(1)
})

test('a small game is as large as there is room on its page, on a phone and where it is embedded', async ({
  page,
  request,
  baseURL,
}) => {
  const maker = await Maker.arrive(request, baseURL!)
  const view = await maker.send(await ready(await describedSheet(), 'Small at its link'))
  expect(view.state, JSON.stringify(view.findings)).toBe('live')
  const frame = page.getByTestId('game-frame')
  const shares = () =>
    frame.evaluate((at) => {
      const [own, room] = [at.getBoundingClientRect(), at.parentElement!.getBoundingClientRect()]
      return { px: at.clientWidth, of: Math.max(own.width / room.width, own.height / room.height) }
    })
  for (const [path, width, height] of [
    [view.link, 1280, 800],
    [view.link, 360, 740],
    [`/arcade/embed/${view.link.split('/').at(-1)}`, 640, 400],
  ] as const) {
    await page.setViewportSize({ width, height })
    await page.goto(path)
    await expect.poll(async () => (await shares()).px).toBe(336)
    expect((await shares()).of).toBeCloseTo(1, 1)
  }
})

for (const game of NPM_GAMES)
  test(`out of a package, ${game}: posted, it plays from its link`, async ({ page, request, baseURL }) => {
    const maker = await Maker.arrive(request, baseURL!)
    const view = await maker.send(await ready(await npmGame(game), `${game} at its link`))
    expect(view.state, JSON.stringify(view.findings)).toBe('live')
    await page.goto(view.link)
    if (game === 'sliding-puzzle') {
      await pressIn(played(page).locator('#launch'))
      return await expect(played(page).locator('#stop')).toBeVisible()
    }
    const shades = () =>
      played(page)
        .locator('canvas')
        .first()
        .evaluate((at: HTMLCanvasElement) => {
          const copy = new OffscreenCanvas(at.width, at.height).getContext('2d')!
          copy.drawImage(at, 0, 0)
          return new Set(copy.getImageData(0, 0, at.width, at.height).data).size
        })
    await expect.poll(shades).toBeGreaterThan(8)
  })

import { expect, test, type FrameLocator, type Locator, type Page } from '@playwright/test'
import { readFileSync, writeFileSync, mkdirSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { strToU8 } from 'fflate'
import { savePackFile } from '../../core/parcel/pack-file'
import { unzipSafely } from '../../core/parcel/unzip'
import { zipFiles } from '../../core/parcel/zip'
import { bytesFrom, drawerFile, picture, pngAsset, puffinCatch } from '../support/fixtures'
import { FOLDER_GAMES, folderGame, folderParcel, folderZip, type FolderGame } from '../support/folder-games'
import { Maker, problemOf } from '../support/arcade-client'
import { choosePart, fillLabel, openBelowGame, saved, swapByButton, upload } from '../support/e2e'
import { startNginx } from '../support/nginx'

const quay = () => upload('quay.png', 'image/png', drawerFile('quay-from-above.png'))
const gull = () => upload('whatever.png', 'image/png', drawerFile('gull.png'))
const frameOf = (page: Page): FrameLocator => page.frameLocator('[data-testid=folder-frame]')
const running = (page: Page) => expect(page.getByTestId('stage')).toHaveAttribute('data-screen', 'running')

async function openZip(page: Page, name: string, bytes: Uint8Array): Promise<void> {
  await page.goto('/posted')
  await page.goto('/')
  await page.getByTestId('open-game').setInputFiles(upload(name, 'application/zip', bytes))
}
async function openGame(page: Page, game: FolderGame): Promise<void> {
  await openZip(page, `${game}.zip`, await folderZip(game))
  await expect(page).toHaveURL(/\/packs\/[0-9a-f-]{36}\/bench/)
  await running(page)
}
const partRow = (page: Page, name: string) => page.locator('[data-part]').filter({ hasText: name }).first()

/** The page of a game is as wide as a usual screen, and shown smaller. */
const GAME_WIDTH = 960
/** Presses a thing in the running game, where it is shown: its middle, or a place of a canvas in px of that. */
async function press(page: Page, thing: Locator, at?: readonly [number, number]): Promise<void> {
  const stage = (await page.getByTestId('stage').boundingBox())!
  const { x, y } = await thing.evaluate((element, place) => {
    const { left, top, width, height } = element.getBoundingClientRect()
    if (place === undefined || !(element instanceof HTMLCanvasElement))
      return { x: left + width / 2, y: top + height / 2 }
    return { x: left + (place[0]! * width) / element.width, y: top + (place[1]! * height) / element.height }
  }, at)
  const scale = stage.width / GAME_WIDTH
  await page.mouse.click(stage.x + x * scale, stage.y + y * scale)
}
/** The same while things are picked, which chooses its part. */
async function pick(page: Page, thing: Locator, part: string): Promise<void> {
  await press(page, thing)
  await expect(page.getByTestId('inspector').getByRole('heading', { level: 2 }).first()).toHaveText(part)
}

test('a game of elements: picked, swapped at once, and what it keeps is there after a reload', async ({ page }) => {
  await openGame(page, 'lanterns')
  const frame = frameOf(page)
  await pick(page, frame.locator('#quay img').first(), 'Lantern')
  await swapByButton(page, 'lantern', gull())
  await expect(frame.locator('#quay img').first()).toHaveAttribute('src', /^blob:/)
  // Pictures that the game makes later are the new one too.
  await frame.locator('#again').evaluate((button: HTMLElement) => button.click())
  await expect(frame.locator('#quay img').first()).toHaveAttribute('src', /^blob:/)
  await pick(page, frame.locator('#again'), 'Begin again')
  await page.getByTestId('wording').locator('textarea').first().fill('Once more')
  await expect(frame.locator('#again')).toHaveText('Once more')
  // Played to its end by hand: it keeps the round.
  await page.getByRole('button', { name: /^Pick/ }).click()
  for (const lantern of await frame.locator('#quay img').all()) await press(page, lantern)
  await expect(frame.locator('#best')).toHaveText('1')
  await expect(page.getByTestId('slip')).toContainText('0.0 kB of 16')
  await saved(page)
  await page.reload()
  await running(page)
  await expect(frame.locator('#best')).toHaveText('1')
  await expect(frame.locator('#again')).toHaveText('Once more')
})

test('a canvas with modules and sheets: cells are kept, a number is felt, faults and refusals are told', async ({
  page,
}) => {
  await openGame(page, 'pots')
  const frame = frameOf(page)
  await expect(page.getByTestId('slip')).toContainText('https://stats.invalid')
  await expect(page.getByTestId('slip')).toContainText('sfx/horn.ogg')
  await page.getByRole('button', { name: /^Pick/ }).click()
  await press(page, frame.locator('canvas'))
  await page.keyboard.press('Enter')
  await expect(partRow(page, 'POTS')).toBeVisible()
  await page.getByRole('button', { name: /^Pick/ }).click()
  await pick(page, frame.locator('#sea'), 'Boat')
  await expect(page.getByTestId('inspector')).toContainText('128 × 32 px in 4 cells')

  /** Where the boat is (px of the canvas), by its colour against the sea. */
  const boatX = () =>
    frame.locator('canvas').evaluate((canvas: HTMLCanvasElement) => {
      const { data, width } = canvas.getContext('2d')!.getImageData(0, 170, 640, 60)
      const xs: number[] = []
      for (let i = 0; i < data.length; i += 4) if (data[i]! > 120) xs.push((i / 4) % width)
      return xs.length === 0 ? -1 : xs.reduce((sum, x) => sum + x, 0) / xs.length
    })
  /** How far ten steps to the right go, one by one. */
  async function tenSteps(): Promise<number> {
    await page.getByRole('button', { name: /^Freeze/ }).click()
    await expect(page.getByRole('button', { name: /^Run/ })).toBeVisible()
    const from = await boatX()
    await frame.locator('body').evaluate(() => dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight' })))
    for (let i = 0; i < 10; i++) await page.getByRole('button', { name: 'One step' }).click()
    await expect.poll(boatX).toBeGreaterThan(from + 25)
    return (await boatX()) - from
  }
  const slow = await tenSteps()
  expect(slow).toBeGreaterThan(28)
  expect(slow).toBeLessThan(36)
  await choosePart(page, 'boat-speed')
  await expect(page.getByTestId('source-slip')).toContainText('const BOAT_SPEED = 3.2')
  const typed = page.getByLabel('Boat speed as a number')
  await typed.fill('6.4')
  await typed.press('Enter')
  await expect(page.getByTestId('source-slip').locator('b')).toHaveText('6.4')
  await expect
    .poll(() => frame.locator('body').evaluate(async () => (await fetch('js/boat.js')).text()))
    .toContain('BOAT_SPEED = 6.4')
  await running(page)
  await frame.locator('body').evaluate(() => dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' })))
  const fast = await tenSteps()
  expect(fast / slow).toBeGreaterThan(1.8)
  // Tried beside the old one: the game twice, each with its own number.
  await page.getByTestId('try-it').click()
  const both = page.getByTestId('try-pair')
  const speedIn = (i: number) =>
    both
      .locator('iframe')
      .nth(i)
      .contentFrame()
      .locator('body')
      .evaluate(async () => (await fetch('js/boat.js')).text())
  for (const [i, speed] of ['3.2', '6.4'].entries()) {
    await expect(both.locator('iframe').nth(i).contentFrame().locator('#sea')).toBeVisible()
    expect(await speedIn(i)).toContain(`BOAT_SPEED = ${speed}`)
  }
  await page.getByTestId('try-done').click()
  await expect(both).toBeHidden()
  // Where a part belongs that no play has shown is said by hand.
  const unmet = page.getByTestId('unmet')
  await unmet.click()
  await unmet.locator('xpath=following-sibling::button[@data-part]').first().click()
  await page.getByTestId('met-in').selectOption('play')
  await expect(unmet).toBeHidden()

  // Another picture: in the same cells, at once, while the game goes on.
  await swapByButton(page, 'boat', gull())
  await expect
    .poll(() => frame.locator('body').evaluate(() => performance.getEntriesByType('resource').length))
    .toBeGreaterThan(0)
  await expect(page.getByTestId('stage')).toHaveAttribute('data-screen', 'running')
})

for (const [game, part, path] of [
  ['one-page', 'gull', 'index.html'],
  ['beam', 'lamp', 'lamp.png'],
  ['crates', 'crate', 'art/crate.png'],
] as const)
  test(`${game}: another picture is shown after a start that happens by itself`, async ({ page }) => {
    await openGame(page, game)
    const frame = frameOf(page)
    let before = 0
    // While it starts again there is no page to ask.
    const sum = () =>
      frame
        .locator('body')
        .evaluate(async (_body, file) => {
          const bytes = new Uint8Array(await (await fetch(file)).arrayBuffer())
          return bytes.reduce((all, byte) => (all * 31 + byte) % 1_000_003, 7)
        }, path)
        .catch(() => before)
    before = await sum()
    // Not picked but met: what it shows has come to the front of the list.
    await expect(page.locator(`[data-part=${part}]`)).toBeVisible()
    await swapByButton(page, part, gull())
    await expect.poll(sum).not.toBe(before)
    await running(page)
    await expect(page.getByTestId('stage-trouble')).toBeHidden()
  })

/** Things of each game: an element, or a place on its canvas (px of that), and the part that is chosen there. */
const THINGS: readonly [FolderGame, readonly [string | readonly [number, number], string][]][] = [
  [
    'lanterns',
    [
      ['#quay img', 'Lantern'],
      ['#again', 'Begin again'],
      ['h1', 'Lantern Round'],
    ],
  ],
  [
    'pots',
    [
      [[320, 200], 'Boat'],
      [[60, 90], 'Pot'],
      [[40, 28], 'POTS'],
    ],
  ],
  [
    'one-page',
    [
      ['#gull', 'Gull'],
      ['#say', 'How many gulls flew past?'],
    ],
  ],
  ['beam', [['div', 'Turn the lamp with the arrow keys.']]],
  [
    'crates',
    [
      [[196, 84], 'Keeper'],
      [[196, 140], 'Crate'],
      [[30, 300], 'The lower yard'],
    ],
  ],
]
for (const [game, things] of THINGS)
  test(`${game}: things are picked where they are drawn`, async ({ page }) => {
    await openGame(page, game)
    const frame = frameOf(page)
    if (game === 'pots')
      await frame.locator('body').evaluate(() => dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' })))
    for (const [thing, part] of things) {
      const on = typeof thing === 'string' ? frame.locator(thing).first() : frame.locator('canvas')
      await expect(on).toBeVisible()
      // Drawn anew with each frame: picked until it was there.
      await expect(async () => {
        await press(page, on, typeof thing === 'string' ? undefined : thing)
        await expect(page.getByTestId('inspector').getByRole('heading', { level: 2 }).first()).toHaveText(part, {
          timeout: 1500,
        })
      }).toPass()
    }
  })

test('its parcel plays under nginx from a sub-path, with credits beside it', async ({ page }) => {
  await openGame(page, 'pots')
  // Not met yet: nobody has played.
  await page.getByTestId('unmet').click()
  await swapByButton(page, 'boat', gull())
  await saved(page)
  await page.getByRole('link', { name: /^Post:/ }).click()
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByTestId('game-files').click()])
  const files = unzipSafely(new Uint8Array(readFileSync((await file.path())!)), 'parcel')
  const nginx = await startNginx(3497)
  for (const [name, bytes] of files) {
    const path = join(nginx.folder, 'deep/down', name)
    mkdirSync(dirname(path), { recursive: true })
    writeFileSync(path, bytes)
  }
  const missing: string[] = []
  page.on('response', (answer) => {
    if (answer.status() === 404) missing.push(new URL(answer.url()).pathname)
  })
  await page.goto(`${nginx.url}/deep/down/index.html`)
  await page.keyboard.press('Enter')
  const red = () =>
    page.locator('canvas').evaluate((canvas: HTMLCanvasElement) => {
      const { data } = canvas.getContext('2d')!.getImageData(290, 170, 60, 60)
      return data.filter((_value, i) => i % 4 === 0 && data[i]! > 200).length
    })
  await expect.poll(red).toBeGreaterThan(20)
  // The one it never had.
  expect(missing.filter((path) => !path.endsWith('favicon.ico'))).toEqual(['/deep/down/sfx/horn.ogg'])
  await page.goto(`${nginx.url}/deep/down/credits.html`)
  await expect(page.getByText('Template Pot Hauler 1')).toBeVisible()
  await nginx.stop()
})

/** A game that tries every door there is, and writes down what it got. */
const spyFiles = (base: string) =>
  new Map([
    [
      'index.html',
      strToU8(`<!doctype html><title>Spy</title><p id="out">Working on it</p><button id="away">Away</button><script>
    const out = {}
    const attempt = (name, does) => { try { out[name] = does() } catch { out[name] = 'denied' } }
    attempt('parent', () => parent.document.title)
    attempt('top', () => top.location.href)
    attempt('open', () => (open('${base}') === null ? 'denied' : 'opened'))
    attempt('cookie', () => document.cookie)
    attempt('secret', () => localStorage.getItem('secret'))
    attempt('peer', () => new RTCPeerConnection() && 'connected')
    document.getElementById('away').onclick = () => { location.href = '${base}/healthz?taken' }
    Promise.allSettled([fetch('${base}/api/arcade/games'), fetch('/api/arcade/games'), fetch('../../../play/index.html')]).then((all) => {
      out.fetch = all.map((one) => (one.status === 'fulfilled' ? one.value.status : 'denied')).join()
      document.getElementById('out').textContent = JSON.stringify(out)
    })
  </script>`),
    ],
  ])
async function foundNothing(frame: FrameLocator): Promise<void> {
  await expect(frame.locator('#out')).toContainText('fetch')
  expect(JSON.parse(await frame.locator('#out').innerText())).toEqual({
    ...{ parent: 'denied', top: 'denied', open: 'denied', cookie: '', secret: null, peer: 'denied' },
    fetch: 'denied,denied,denied',
  })
}

test('a hostile game gets nothing of Pack Post; what cannot be opened is said in a sentence', async ({
  page,
  baseURL,
}) => {
  await page.goto('/posted')
  await page.evaluate(() => localStorage.setItem('secret', 'mine'))
  await openZip(page, 'spy.zip', zipFiles(spyFiles(baseURL!)))
  await running(page)
  await foundNothing(frameOf(page))
  const said = page.getByRole('alert')
  await openZip(page, 'pictures.zip', zipFiles(new Map([['a.png', drawerFile('gull.png')]])))
  await expect(said.getByText('“pictures.zip” has no index.html')).toBeVisible()
  await openZip(page, 'torn.zip', (await folderZip('pots')).subarray(0, 4000))
  await expect(said.getByText('“torn.zip” is not a whole ZIP file')).toBeVisible()
  await openZip(page, 'blog.zip', zipFiles(new Map([['index.php', strToU8('<?php')]])))
  await expect(said.getByText('run by a server (index.php)')).toBeVisible()
})

test('a pack under any name is opened as a pack, and pictures without a page are no game', async ({ page }) => {
  const drop = async (name: string, bytes: Uint8Array) => {
    const transfer = await page.evaluateHandle(
      ([as, content]) => {
        const made = new DataTransfer()
        made.items.add(new File([new Uint8Array(content as number[])], as as string))
        return made
      },
      [name, [...bytes]] as const,
    )
    await page.getByTestId('packs').dispatchEvent('drop', { dataTransfer: transfer })
  }
  await page.goto('/')
  await expect(page.getByTestId('packs').getByText('Puffin Catch')).toBeVisible()
  await drop('gull.png', drawerFile('gull.png'))
  await expect(page.getByTestId('notice').getByText('“gull.png” is not a pack file')).toBeVisible()
  await drop('puffin.pack (1).zip', await savePackFile(puffinCatch(), bytesFrom()))
  await expect(page).toHaveURL(/\/packs\/[0-9a-f-]{36}\/bench/)
  await expect(page.getByTestId('rewind')).toBeVisible()
})

/** A game of a folder with all on its label that a posting needs. */
async function ready(files: ReadonlyMap<string, Uint8Array>, title: string): Promise<Uint8Array> {
  const { hash, facts, bytes } = pngAsset(picture(640, 400, (x, y) => [x % 200, y % 200, 160, 255]))
  const { zip } = await folderParcel(files, { ...puffinCatch().label, title, cover: hash }, () => ({
    ...{ parts: {}, assets: { [hash]: facts }, bytes: new Map([[hash, bytes]]) },
  }))
  return zip
}
const played = (page: Page): FrameLocator => page.frameLocator('[data-testid=game-frame]')

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
  await expect(page.getByTestId('tracking')).toHaveAttribute('data-state', 'live', { timeout: 30_000 })
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
  await Promise.all([page.waitForEvent('framenavigated', (one) => one === room), played(page).locator('#away').click()])
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

/** Pictures of a page that are there, or px of its canvas that are bright. */
const shownIn = (frame: FrameLocator): Promise<number> =>
  frame.locator('body').evaluate((body) => {
    const canvas = body.querySelector('canvas')
    if (canvas === null) return [...body.querySelectorAll('img')].filter((one) => one.naturalWidth > 0).length
    const copy = new OffscreenCanvas(canvas.width, canvas.height).getContext('2d')!
    copy.drawImage(canvas, 0, 0)
    const { data } = copy.getImageData(0, 0, canvas.width, canvas.height)
    return data.filter((value, i) => i % 4 === 0 && value > 150).length
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
    await page.getByRole('button', { name: 'Throw away' }).click()
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

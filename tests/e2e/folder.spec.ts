import { expect, test as plain, type Locator } from '@playwright/test'
import { readFileSync, writeFileSync, mkdirSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { strToU8 } from 'fflate'
import { savePackFile } from '../../core/parcel/pack-file'
import { unzipSafely } from '../../core/parcel/unzip'
import { zipFiles } from '../../core/parcel/zip'
import { bytesFrom, drawerFile, puffinCatch } from '../support/fixtures'
import { describedSheet, folderZip, undescribedSheet } from '../support/folder-games'
import { choosePart, saved, swapByButton } from '../support/e2e'
import {
  foundNothing,
  frameOf,
  gull,
  openGame,
  openZip,
  partRow,
  pick,
  press,
  quay,
  running,
  spyFiles,
} from '../support/folder-page'
import { startNginx } from '../support/nginx'
import { test } from '../support/one-tab'

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

// In a tab of its own: another test opens this game too, and what its template was seen to show is kept with it.
plain(
  'a canvas with modules and sheets: cells are kept, a number is felt, faults and refusals are told',
  async ({ page }) => {
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
      .poll(() =>
        frame
          .locator('body')
          .evaluate(async () => (await fetch('js/boat.js')).text())
          // While it starts again there is no page to ask.
          .catch(() => ''),
      )
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
    await page.getByTestId('met-in').selectOption('In play')
    await expect(unmet).toBeHidden()
    // And under a heading of one's own.
    await page.getByTestId('met-in').selectOption('under a heading of its own…')
    await page.getByTestId('heading').fill('Put aside')
    await page.getByTestId('heading').press('Enter')
    await expect(page.getByTestId('met-in')).toHaveValue('Put aside')
    const aside = page.getByRole('heading', { name: 'Put aside' })
    await expect(aside.locator('xpath=following-sibling::button[@data-part][1]')).toHaveAttribute(
      'aria-current',
      'true',
    )

    // Another picture: in the same cells, at once, while the game goes on.
    await swapByButton(page, 'boat', gull())
    await expect
      .poll(() => frame.locator('body').evaluate(() => performance.getEntriesByType('resource').length))
      .toBeGreaterThan(0)
    await expect(page.getByTestId('stage')).toHaveAttribute('data-screen', 'running')
  },
)

plain('its parcel plays under nginx from a sub-path, with credits beside it', async ({ page }) => {
  await openGame(page, 'pots')
  // What is met comes above the rest, which goes down for it; the boat was not met yet: nobody has played.
  await expect(page.getByRole('heading', { name: 'Start', exact: true })).toBeVisible()
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

plain(
  'a hostile game gets nothing of Pack Post; what cannot be opened is said in a sentence',
  async ({ page, baseURL }) => {
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
  },
)

plain('a pack under any name is opened as a pack, and pictures without a page are no game', async ({ page }) => {
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

/** The sum of all colours where a thing of 48 px is drawn, from that px on. */
const brightOn = (canvas: Locator) => (left: number) =>
  canvas.evaluate((at: HTMLCanvasElement, x) => {
    const { data } = at.getContext('2d')!.getImageData(x, 80, 48, 48)
    return data.reduce((a, b) => a + b, 0)
  }, left)

test('things of one sheet are parts of their own, picked where they are drawn; a small game fills the stage', async ({
  page,
}) => {
  await openZip(page, 'sheet.zip', zipFiles(await describedSheet()))
  await expect(page).toHaveURL(/\/packs\/[0-9a-f-]{36}\/bench/)
  await running(page)
  const canvas = frameOf(page).locator('canvas')
  const frame = page.getByTestId('folder-frame')
  // 320 px of canvas with 8 px around it, not the 960 of a usual screen.
  await expect.poll(() => frame.evaluate((at) => at.clientWidth)).toBe(336)
  for (const [x, name] of [
    [54, 'Pot'],
    [154, 'Boat'],
    [264, 'Gull'],
  ] as const)
    await expect(async () => {
      await press(page, canvas, [x, 104])
      await expect(page.getByTestId('inspector').getByRole('heading', { level: 2 }).first()).toHaveText(name, {
        timeout: 1500,
      })
    }).toPass()
  await expect(page.getByText('goes in where it stands on art/all.png')).toBeVisible()
  const bright = brightOn(canvas)
  const [pot, was] = [await bright(30), await bright(240)]
  await swapByButton(page, 'gull', quay())
  // On a slow machine a swap starts the game again: then there is no page to ask for a moment.
  await expect(async () => expect([await bright(30), (await bright(240)) === was]).toEqual([pot, false])).toPass()
  // A whole file may be as large as what is put in; a place on a sheet not.
  await expect(page.getByTestId('own-size')).toBeHidden()
})

test('a sheet without a word on how it is cut is cut as the game draws it', async ({ page }) => {
  await openZip(page, 'sheet.zip', zipFiles(await undescribedSheet()))
  await expect(page).toHaveURL(/\/packs\/[0-9a-f-]{36}\/bench/)
  await running(page)
  await choosePart(page, 'all')
  await expect(page.getByTestId('as-drawn')).toContainText('The game draws 4 cells of this file, as 3 things.')
  await page.getByTestId('cut-as-drawn').click()
  await expect(page.getByTestId('as-drawn')).toBeHidden()
  await expect(page.locator('[data-part=all], [data-part=all-2], [data-part=all-3]')).toHaveText([
    /^All/,
    /^All 2/,
    /^All 3/,
  ])
  // Taken back, and cut again: the parts of then, and nothing else.
  await page.getByTestId('take-cut-back').click()
  await expect(page.locator('[data-part=all-2]')).toHaveCount(0)
  await page.getByTestId('cut-as-drawn').click()
  await expect(page.locator('[data-part=all-3]')).toBeVisible()
  // The boat is swapped alone, in both of its cells.
  const canvas = frameOf(page).locator('canvas')
  const bright = brightOn(canvas)
  const [pot, boat] = [await bright(30), await bright(130)]
  await expect(async () => {
    await press(page, canvas, [154, 104])
    await expect(page.getByTestId('inspector').getByRole('heading', { level: 2 }).first()).toHaveText('All 2', {
      timeout: 1500,
    })
  }).toPass()
  await swapByButton(page, 'all-2', quay())
  await expect(async () => expect([await bright(30), (await bright(130)) === boat]).toEqual([pot, false])).toPass()
  await expect(page.getByTestId('cut-taken')).toContainText('reset what you swapped')
  // Kept with the template.
  await saved(page)
  await page.reload()
  await running(page)
  await expect(page.locator('[data-part=all], [data-part=all-2], [data-part=all-3]')).toHaveText([
    /^All/,
    /^All 2/,
    /^All 3/,
  ])
})

test('a canvas that lies apart and gets its size late is shown whole all the same', async ({ page }) => {
  const late = `<!doctype html><title>Late</title><canvas style="position: absolute; left: 0; top: 0"></canvas><script>
    setTimeout(() => {
      const canvas = document.querySelector('canvas')
      canvas.width = canvas.height = 600
      const ink = canvas.getContext('2d')
      ink.fillStyle = '#226644'
      ink.fillRect(0, 0, 600, 600)
    }, 2500)</script>`
  await openZip(page, 'late.zip', zipFiles(new Map([['index.html', strToU8(late)]])))
  await running(page)
  await expect(page.getByTestId('folder-frame')).toHaveCSS('height', '600px')
})

import { mkdirSync, writeFileSync } from 'node:fs'
import { expect, test as alone, type Page } from '@playwright/test'
import sharp from 'sharp'
import { encodePng } from '../../core/art/png'
import type { Pixels } from '../../core/art/pixels'
import { picture } from '../support/fixtures'
import { canvasOf, choosePart, demoBench, freezeAtStart, saved, stagePoint, upload, type Upload } from '../support/e2e'
import { test } from '../support/one-tab'

type Ink = [number, number, number, number]
const MAGENTA: Ink = [230, 20, 200, 255]
const CLEAR: Ink = [0, 0, 0, 0]

/** A figure that stands at the bottom of its own box, its legs apart by `stride`; `air` px are empty below it. */
function walker(stride: number, height = 160, air = 20): Pixels {
  const feet = height - air
  return picture(120, height, (x, y) => {
    const body = x >= 40 && x < 80 && y >= 30 && y < feet - 40
    const leg = y >= feet - 40 && y < feet && (Math.abs(x - 48 + stride) < 6 || Math.abs(x - 72 - stride) < 6)
    return body || leg ? MAGENTA : CLEAR
  })
}
const png = (name: string, pixels: Pixels): Upload => upload(name, 'image/png', encodePng(pixels))
const walk = (): Upload[] =>
  [0, 6, 12, 6, 0, -6].map((stride, i) => png(`walk_${String(i + 1).padStart(2, '0')}.png`, walker(stride)))

/** RGB of one point of the stage, in world units. */
async function stageColour(page: Page, x: number, y: number): Promise<number[]> {
  const at = await stagePoint(page, x, y)
  const shot = await page.screenshot({ clip: { x: at.x, y: at.y, width: 1, height: 1 } })
  return [...(await sharp(shot).removeAlpha().raw().toBuffer())]
}
const isMagenta = ([r, g, b]: number[]): boolean => r! > 180 && g! < 90 && b! > 150

test('a row of numbered files becomes a walking clip whose feet are on the ground, however tall the picture', async ({
  page,
}) => {
  await demoBench(page)
  await freezeAtStart(page)
  await choosePart(page, 'hero')
  await page.getByTestId('replace-file').setInputFiles(walk())
  await expect(page.getByTestId('inspector')).toContainText('6 frames')
  await saved(page)
  // The hero stands at 8.55 of 10: its lowest pixels are just above that line, and nothing of it below.
  await expect.poll(async () => isMagenta(await stageColour(page, 7.86, 8.4))).toBe(true)
  expect(isMagenta(await stageColour(page, 7.86, 8.72))).toBe(false)

  // Half again as tall, with more air below: the feet stay where they are.
  await page.getByTestId('replace-file').setInputFiles(png('tall.png', walker(0, 240, 70)))
  await expect(page.getByTestId('inspector')).toContainText('1 frame')
  await expect.poll(async () => isMagenta(await stageColour(page, 7.86, 8.4))).toBe(true)
  expect(isMagenta(await stageColour(page, 7.86, 8.72))).toBe(false)

  await page.keyboard.press('Control+z')
  await expect(page.getByTestId('inspector')).toContainText('6 frames')
  await page.keyboard.press('Control+z')
  await expect(page.getByTestId('inspector')).toContainText('3 clips')
})

test('a folder of bare numbers becomes the clip it is named after', async ({ page }, info) => {
  const folder = info.outputPath('catch')
  mkdirSync(folder, { recursive: true })
  for (const [i, file] of walk().slice(0, 3).entries()) writeFileSync(`${folder}/${i + 9}.png`, file.buffer)
  await demoBench(page)
  await choosePart(page, 'hero')
  await page.getByTestId('replace-folder').setInputFiles(folder)
  await expect(page.getByTestId('inspector')).toContainText('catch 3')
  await page.keyboard.press('Control+z')
  await expect(page.getByTestId('inspector')).toContainText('3 clips')
})

test('a photograph on a white card becomes a clean sprite', async ({ page }) => {
  await demoBench(page)
  await freezeAtStart(page)
  const card = picture(200, 200, (x, y) => (Math.hypot(x - 100, y - 100) < 60 ? MAGENTA : [255, 255, 255, 255]))
  const jpeg = await sharp(encodePng(card)).flatten().jpeg({ quality: 85 }).toBuffer()
  await choosePart(page, 'hero')
  await page.getByTestId('replace-file').setInputFiles(upload('ball.jpg', 'image/jpeg', jpeg))
  await expect.poll(async () => (await stageColour(page, 7.35, 7.15)).every((value) => value > 235)).toBe(true)
  await page.getByRole('button', { name: 'Take out the backdrop' }).click()
  const workshop = page.getByTestId('workshop')
  await expect(workshop.getByText('#ffffff')).toBeVisible()
  await workshop.getByRole('button', { name: 'Take it out of all frames' }).click()
  await expect(page.getByText('Nothing had to be changed.')).toBeHidden()
  await workshop.getByRole('button', { name: 'Done', exact: true }).click()
  await expect.poll(async () => (await stageColour(page, 7.35, 7.15)).every((value) => value > 235)).toBe(false)
  expect(isMagenta(await stageColour(page, 8, 7.5))).toBe(true)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await stageColour(page, 7.35, 7.15)).every((value) => value > 235)).toBe(true)
})

test('frames that drift are lined up, the hit shape is fitted and shaped by hand, and all of it is undone', async ({
  page,
}) => {
  await demoBench(page)
  await choosePart(page, 'hero')
  const drifting = walk().map((file, i) => (i === 3 ? png(file.name, shifted(walker(6), 3, -2)) : file))
  await page.getByTestId('replace-file').setInputFiles(drifting)
  await expect(page.getByTestId('inspector')).toContainText('6 frames')
  await page.getByTestId('open-workshop').click()
  const workshop = page.getByTestId('workshop')
  await workshop.getByRole('button', { name: 'Line up', exact: true }).click()
  await workshop.getByText('By the feet').click()
  await expect(workshop.getByRole('row', { name: /frame 4/ })).toContainText('-3')
  await expect(workshop.getByRole('row', { name: /frame 4/ })).toContainText('+2')
  await workshop.getByText('By the feet').click()
  await expect(workshop.getByText(/Nothing drifts/)).toBeVisible()

  await workshop.getByRole('button', { name: 'Touch', exact: true }).click()
  await workshop.getByRole('button', { name: 'Box', exact: true }).click()
  await expect(workshop.locator('circle.corner')).toHaveCount(4)
  const corner = (await workshop.locator('circle.corner').nth(1).boundingBox())!
  await page.mouse.move(corner.x + corner.width / 2, corner.y + corner.height / 2)
  await page.mouse.down()
  await page.mouse.move(corner.x - 20, corner.y + 24, { steps: 4 })
  await page.mouse.up()
  await workshop.getByRole('button', { name: 'As fair as the template' }).click()
  await expect
    .poll(async () => {
      const said = (await workshop.getByTestId('fairness').innerText())
        .match(/(\d+) %/g)!
        .map((word) => Number.parseInt(word))
      return Math.abs(said[0]! - said[1]!)
    })
    .toBeLessThanOrEqual(2)

  await workshop.getByRole('button', { name: 'Clip', exact: true }).click()
  await workshop.getByRole('button', { name: 'To and fro' }).click()
  await workshop.getByTestId('filmstrip').getByRole('button', { name: 'Duplicate' }).click()
  await expect(page.getByTestId('filmstrip').getByRole('option')).toHaveCount(7)
  await workshop.getByTestId('filmstrip').getByRole('button', { name: 'Reverse' }).click()
  await workshop.getByRole('button', { name: 'Done', exact: true }).click()
  await saved(page)
  for (let i = 0; i < 8; i++) await page.keyboard.press('Control+z')
  await expect(page.getByTestId('inspector')).toContainText('3 clips')
  for (let i = 0; i < 8; i++) await page.keyboard.press('Control+Shift+z')
  await expect(page.getByTestId('inspector')).toContainText('7 frames')
})

test('a strip with margins and gutters is found, cut, and a cell left out', async ({ page }) => {
  await demoBench(page)
  const strip = picture(4 * 2 + 8 * 32 + 7 * 2, 40, (x, y) => {
    const at = (x - 4) % 34
    const inside = x >= 4 && x < 4 + 8 * 34 && at < 32 && y >= 4 && y < 36
    return inside ? [200, 30 + at * 3, 160, 255] : CLEAR
  })
  await choosePart(page, 'hero')
  await page.getByTestId('replace-file').setInputFiles(png('strip.png', strip))
  await expect(page.getByTestId('inspector')).toContainText('8 frames')
  await page.getByRole('button', { name: 'Cut the strip' }).click()
  const workshop = page.getByTestId('workshop')
  await expect(workshop.getByLabel('Gap across')).toHaveValue('2')
  await expect(workshop.getByLabel('Margin down')).toHaveValue('4')
  await workshop.getByRole('button', { name: /^Cell 8/ }).click()
  await workshop.getByRole('button', { name: 'Cut into 7' }).click()
  await expect(page.getByTestId('filmstrip').getByRole('option')).toHaveCount(7)
  await workshop.getByLabel('Columns').fill('5')
  await expect(workshop.getByText(/Left over, unused: 2 px right/)).toBeVisible()
})

test('a shared part is something else on one screen, and the same again', async ({ page }) => {
  await demoBench(page)
  await choosePart(page, 'backdrop')
  const uses = page.getByTestId('uses')
  await uses.getByRole('listitem').filter({ hasText: 'Losing screen' }).getByRole('button').click()
  await expect(page.locator('[data-part="backdrop@lost"]')).toBeVisible()
  await expect(page.getByTestId('stage')).toHaveAttribute('data-screen', 'lost')
  const card = picture(64, 40, () => [20, 200, 40, 255])
  await page.getByTestId('replace-file').setInputFiles(png('green.png', card))
  // Seen through the pane that dims the end screens: far greener than anything on the quay.
  await expect
    .poll(async () => {
      const [r, g, b] = await stageColour(page, 1, 9.5)
      return g! - Math.max(r!, b!)
    })
    .toBeGreaterThan(50)
  await choosePart(page, 'backdrop')
  await expect(page.getByTestId('stage')).toHaveAttribute('data-screen', 'play')
  const [r, g] = await stageColour(page, 1, 9.5)
  expect(g! - r!).toBeLessThan(50)
  await choosePart(page, 'backdrop@lost')
  await page.getByRole('button', { name: /^Same as Backdrop/ }).click()
  await expect(page.locator('[data-part="backdrop@lost"]')).toBeHidden()
  await page.keyboard.press('Control+z')
  await expect(page.locator('[data-part="backdrop@lost"]')).toBeVisible()
  await page.reload()
  await expect(page.locator('[data-part="backdrop@lost"]')).toBeVisible()
})

test('a game drawn pixel by pixel looks crisp: every pixel of the art is a whole block of the screen', async ({
  page,
}) => {
  await demoBench(page, 'breakwater-gull')
  await freezeAtStart(page)
  const blocks = async (): Promise<number> => {
    const shot = await canvasOf(page).screenshot()
    const { data, info } = await sharp(shot).removeAlpha().raw().toBuffer({ resolveWithObject: true })
    // The sky and the town, where no letters are: px whose left neighbour differs, by their place in the grid of 2.
    const { width } = info
    // 16 units of 20 px, each of them 2 px of the screen; what is left stands on both sides.
    const firstInk = Math.floor((width - 640) / 2)
    let off = 0
    let edges = 0
    for (let y = Math.floor(info.height * 0.72); y < Math.floor(info.height * 0.9); y++)
      for (let x = firstInk + 4; x < width - firstInk - 4; x++) {
        const at = (y * width + x) * 3
        if (data[at] === data[at - 3] && data[at + 1] === data[at - 2] && data[at + 2] === data[at - 1]) continue
        edges++
        if ((x - firstInk) % 2 !== 0) off++
      }
    expect(edges).toBeGreaterThan(500)
    return off / edges
  }
  expect(await blocks()).toBe(0)
  await page.getByTestId('pixel-grid').click()
  await page.getByRole('button', { name: 'Smooth', exact: true }).click()
  await page.keyboard.press('Escape')
  await expect.poll(blocks).toBeGreaterThan(0.1)
})

test('pixel art is noticed and the whole game made crisp with one press', async ({ page }) => {
  await demoBench(page)
  await page.getByRole('button', { name: 'Make the whole game crisp' }).click()
  await expect(page.getByRole('button', { name: 'Make the whole game crisp' })).toBeHidden()
  await page.getByTestId('pixel-grid').click()
  await expect(page.getByText(/on a grid of \d+ px a metre/)).toBeVisible()
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('button', { name: 'Make the whole game crisp' })).toBeVisible()
})

test('several files go to several parts by their names, shown before it happens, undone at once', async ({ page }) => {
  await demoBench(page)
  await page.getByTestId('many-files').setInputFiles([
    png('my-hero.png', walker(0)),
    png(
      'Life mark.png',
      picture(30, 30, (x, y) => (Math.hypot(x - 15, y - 15) < 12 ? MAGENTA : CLEAR)),
    ),
    png(
      'holiday.png',
      picture(64, 40, () => [40, 90, 200, 255]),
    ),
  ])
  const many = page.getByTestId('many')
  await expect(many.getByLabel('Part for my-hero.png')).toHaveValue('hero')
  await expect(many.getByLabel('Part for Life mark.png')).toHaveValue('life')
  await expect(many.getByLabel('Part for holiday.png')).toHaveValue('')
  await many.getByLabel('Part for holiday.png').selectOption('backdrop')
  await many.getByRole('button', { name: 'Swap 3' }).click()
  await expect(many).toBeHidden()
  await expect.poll(async () => (await stageColour(page, 1, 9.6))[2]! > 150).toBe(true)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await stageColour(page, 1, 9.6))[2]! > 150).toBe(false)
})

test('one file serves several looks: a recoloured twin needs no second file', async ({ page }) => {
  await demoBench(page)
  await choosePart(page, 'good')
  await page.getByRole('button', { name: 'Duplicate Mussel' }).click()
  await page
    .getByRole('button', { name: /^Mussel copy/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Colours', exact: true }).click()
  const tint = page.getByTestId('workshop').getByLabel('Tint', { exact: true })
  await tint.fill('#aa2020')
  await tint.press('Control+z')
  await expect(page.getByTestId('workshop').getByLabel(/Strength/)).toBeHidden()
  await tint.fill('#2f8a3a')
  await page.getByTestId('workshop').getByRole('button', { name: 'Done', exact: true }).click()
  await saved(page)
  const packs = await page.evaluate(
    (id) =>
      new Promise<{
        parts: {
          good: {
            entries: {
              name: string
              sprite: { recolour?: { tint: string }; clips: { fall: { frames: { asset: string }[] } } }
            }[]
          }
        }
      }>((resolve) => {
        const open = indexedDB.open('pack-post')
        open.onsuccess = () => {
          const read = open.result.transaction('packs').objectStore('packs').get(id)
          read.onsuccess = () => resolve(read.result.pack)
        }
      }),
    new URL(page.url()).pathname.split('/')[2]!,
  )
  const [mussel, twin] = packs.parts.good.entries.filter((entry) => entry.name.startsWith('Mussel'))
  expect(twin!.sprite.recolour!.tint).toBe('#2f8a3a')
  expect(mussel!.sprite.recolour).toBeUndefined()
  expect(twin!.sprite.clips.fall.frames[0]!.asset).toBe(mussel!.sprite.clips.fall.frames[0]!.asset)
})

alone('thousands of pieces are found by word, colour and shape, and a swap carries its credit', async ({ page }) => {
  await demoBench(page)
  await page.getByTestId('drawer-search').locator('input').fill('boat')
  await expect(page.getByTestId('pieces').getByText('sailboat').first()).toBeVisible()
  await page.getByLabel('Which set').selectOption('game-icons')
  await page.getByTestId('drawer-search').locator('input').fill('')
  await expect(page.getByText(/4,\d{3} pieces/)).toBeVisible()
  await page.getByLabel('Which shape').selectOption('tall')
  await expect(page.getByText(/4,\d{3} pieces/)).toBeHidden()
  await page.getByLabel('Which set').selectOption('fluent-emoji-flat')
  await page.getByLabel('Which shape').selectOption('')
  await page.getByLabel('Which colour').selectOption('green')
  await page.getByTestId('drawer-search').locator('input').fill('frog')
  await choosePart(page, 'hero')
  await page.getByTestId('pieces').getByRole('button', { name: 'frog' }).first().click()
  await expect(page.getByTestId('inspector')).toContainText('frog.svg')
  await expect(page.getByTestId('inspector').getByRole('radio', { name: 'Free, with credit' })).toBeChecked()
  await expect(page.getByTestId('inspector')).toContainText('Exactly: MIT')
})

test('letters come from a family, a font file or a drawn sheet, and travel in the parcel', async ({ page }) => {
  await demoBench(page)
  await choosePart(page, 'typeface')
  await page.getByRole('button', { name: 'Pixelify Sans' }).click()
  await expect(page.locator('[data-part="typeface"]')).toContainText('yours')
  await page
    .getByTestId('replace-file')
    .setInputFiles(upload('letters.ttf', 'font/ttf', Buffer.from('these are no letters')))
  await expect(page.getByText('“letters.ttf” is not a typeface a game can carry')).toBeVisible()
  const sheet = picture(16 * 8, 6 * 10, (x, y) =>
    x % 8 > 0 && x % 8 < 7 && y % 10 > 1 && y % 10 < 9 && (x >> 3) + y / 10 > 0 ? [255, 240, 60, 255] : CLEAR,
  )
  await page.getByTestId('glyph-file').setInputFiles(png('glyphs.png', sheet))
  await expect(page.getByLabel('Letters in their order')).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByLabel('Letters in their order')).toBeHidden()
})

test('a moving GIF brings its frames and times, a ZIP its pictures, and broken ones a sentence', async ({ page }) => {
  await demoBench(page)
  await choosePart(page, 'hero')
  const frames = await Promise.all([0, 8, 16].map((stride) => sharp(encodePng(walker(stride))).toBuffer()))
  const gif = await sharp(frames, { join: { animated: true } })
    .gif({ delay: [100, 100, 300] })
    .toBuffer()
  await page.getByTestId('replace-file').setInputFiles(upload('walk.gif', 'image/gif', gif))
  await expect(page.getByTestId('inspector')).toContainText('3 frames')
  await page.getByTestId('open-workshop').click()
  await expect(page.getByRole('option', { name: 'Frame 3, held 3' })).toBeVisible()
  await page.getByTestId('workshop').getByRole('button', { name: 'Done', exact: true }).click()
  await page.getByTestId('replace-file').setInputFiles(upload('cut.gif', 'image/gif', gif.subarray(0, 300)))
  await expect(page.getByText('“cut.gif” is damaged')).toBeVisible()
  await page
    .getByTestId('replace-file')
    .setInputFiles(upload('art.zip', 'application/zip', Buffer.from('PK but not for long')))
  await expect(page.getByText(/“art.zip” is not a whole ZIP/)).toBeVisible()
  await expect(page.getByTestId('inspector')).toContainText('3 frames')
})

function shifted(pixels: Pixels, dx: number, dy: number): Pixels {
  return picture(pixels.width, pixels.height, (x, y) => {
    const fromX = x - dx
    const fromY = y - dy
    if (fromX < 0 || fromY < 0 || fromX >= pixels.width || fromY >= pixels.height) return CLEAR
    const at = (fromY * pixels.width + fromX) * 4
    return [...pixels.data.subarray(at, at + 4)] as Ink
  })
}

import { mkdirSync, mkdtempSync, readFileSync, truncateSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { expect, test as alone, type Page } from '@playwright/test'
import { strToU8, unzipSync, zipSync } from 'fflate'
import sharp from 'sharp'
import { encodePng } from '../../core/art/png'
import { disc, locatedJpeg } from '../support/fixtures'
import {
  DEMO_COUNT,
  ballPng,
  choosePart,
  demoBench,
  go,
  home,
  saved,
  stageReady,
  swapByButton,
  takeCover,
  upload,
  type Upload,
} from '../support/e2e'
import { test } from '../support/one-tab'
import { serveFolder } from '../support/static-server.mjs'

const alert = (page: Page) => page.getByTestId('notice')

test('files that cannot be taken are told in one sentence, and nothing changes', async ({ page }) => {
  await demoBench(page)
  await choosePart(page, 'hero')
  const header = new Uint8Array(64)
  header.set([
    0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52, 0, 0, 0xea, 0x60, 0, 0, 0xea,
    0x60, 8, 6,
  ])
  const png = encodePng(disc(64, 20))
  // By its path: as bytes it would go through the wire to the browser and back.
  const heavy = test.info().outputPath('heavy.png')
  writeFileSync(heavy, '')
  truncateSync(heavy, 41_000_000)
  const bad: [Upload | string, string][] = [
    [
      upload('words.png', 'image/png', strToU8('these are words and no picture at all')),
      '“words.png” is not a picture',
    ],
    [upload('nothing.png', 'image/png', new Uint8Array(0)), '“nothing.png” is empty (0 bytes)'],
    [upload('vast.png', 'image/png', header), '“vast.png” says it is 60000 × 60000 px'],
    [upload('cut.png', 'image/png', png.slice(0, 60)), '“cut.png” is damaged and cannot be opened'],
    [heavy, '“heavy.png” has 41 MB; 40 MB is the most'],
    [
      upload('plip.wav', 'audio/wav', readFileSync('drawer/saltwick/plip.wav')),
      '“plip.wav” is a sound, but this part takes a picture',
    ],
  ]
  for (const [file, sentence] of bad) {
    await page.getByTestId('replace-file').setInputFiles(file)
    await expect(alert(page)).toContainText(sentence)
  }
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
  await expect(page.getByTestId('inspector').getByText('puffin.png')).toBeVisible()

  await choosePart(page, 'catch-sound')
  const sounds: [Upload, string][] = [
    [upload('words.mp3', 'audio/mpeg', strToU8('ID3 and then only words, no music in it')), '“words.mp3”'],
    [upload('empty.wav', 'audio/wav', readFileSync('drawer/saltwick/plip.wav').subarray(0, 44)), '“empty.wav”'],
  ]
  for (const [file, sentence] of sounds) {
    await page.getByTestId('replace-file').setInputFiles(file)
    await expect(alert(page)).toContainText(sentence)
  }
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
})

test('a file of 200 MB is refused before it is read', async ({ page }) => {
  await demoBench(page)
  await choosePart(page, 'backdrop')
  await page.evaluate(() => {
    const input = document.querySelector<HTMLInputElement>('[data-testid=replace-file]')!
    const file = new File(['x'], 'film.png', { type: 'image/png' })
    Object.defineProperty(file, 'size', { value: 200_000_000 })
    Object.defineProperty(file, 'arrayBuffer', { value: () => Promise.reject(new Error('must not be read')) })
    Object.defineProperty(input, 'files', { value: [file] })
    input.dispatchEvent(new Event('change'))
  })
  await expect(alert(page)).toContainText('“film.png” has 200 MB; 40 MB is the most')
})

test('every kind of picture and sound comes in by its bytes', async ({ page }) => {
  await demoBench(page)
  const base = sharp(Buffer.from(encodePng(disc(80, 30, [10, 140, 90, 255]))))
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 40"><circle cx="20" cy="20" r="16" fill="#c9412a"/><script>document.title="ran"</script></svg>'
  const pictures: Upload[] = [
    upload('a.webp', 'image/webp', await base.clone().webp().toBuffer()),
    upload('b.gif', 'image/gif', await base.clone().gif().toBuffer()),
    upload('c.jpg', 'image/jpeg', await base.clone().flatten().jpeg().toBuffer()),
    upload('d.svg', 'image/svg+xml', strToU8(svg)),
    upload('e.png', 'image/png', await base.clone().png({ palette: true }).toBuffer()),
    // By its bytes, not by its name.
    upload('f.txt', 'text/plain', await base.clone().png().toBuffer()),
  ]
  await choosePart(page, 'hero')
  for (const file of pictures) {
    await page.getByTestId('replace-file').setInputFiles(file)
    await expect(page.getByTestId('inspector').getByText(file.name)).toBeVisible()
  }
  expect(await page.title()).not.toContain('ran')
  await swapByButton(page, 'music', upload('waltz.ogg', 'audio/ogg', readFileSync('drawer/saltwick/quay-waltz.ogg')))
  await expect(page.getByTestId('inspector').getByText('waltz.ogg')).toBeVisible()
})

test('a photo that tells a place is told, and the place never gets into the pack', async ({ page }) => {
  await demoBench(page)
  await swapByButton(page, 'backdrop', upload('holiday.jpg', 'image/jpeg', await locatedJpeg()))
  await expect(page.getByText('“holiday.jpg” said where it was taken. That was taken out.')).toBeVisible()
  await expect(page.getByTestId('inspector').getByText('holiday.jpg')).toBeVisible()
  await expect(page.getByTestId('inspector').getByText('tells where the photo was taken')).toBeHidden()
  await saved(page)
  const kept = await page.evaluate(
    () =>
      new Promise<string[]>((resolve) => {
        const open = indexedDB.open('pack-post')
        open.onsuccess = () => {
          const read = open.result.transaction('assets').objectStore('assets').getAll()
          read.onsuccess = () =>
            resolve(read.result.map((row: { bytes: Uint8Array }) => String.fromCharCode(...row.bytes.slice(0, 2000))))
        }
      }),
  )
  expect(kept.some((bytes) => bytes.startsWith('\u00ff\u00d8'))).toBe(true)
  expect(kept.filter((bytes) => bytes.startsWith('\u00ff\u00d8') && bytes.includes('Exif'))).toEqual([])
})

async function download(page: Page, press: () => Promise<void>): Promise<{ name: string; bytes: Buffer }> {
  const waiting = page.waitForEvent('download')
  await press()
  const file = await waiting
  return { name: file.suggestedFilename(), bytes: readFileSync((await file.path())!) }
}

test('a pack saved as a file opens elsewhere with nothing lost', async ({ page, browser }) => {
  await demoBench(page)
  await swapByButton(page, 'hero', ballPng())
  await choosePart(page, 'win-words')
  await page.getByTestId('wording').locator('textarea').first().fill('<b>Tidy</b> & done')
  await saved(page)
  await go(page, 'post')
  const file = await download(page, () => page.getByTestId('save-pack').click())
  expect(file.name).toBe('puffin-catch.pack.zip')

  const elsewhere = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const there = await elsewhere.newPage()
  await home(there)
  await there
    .getByTestId('open-pack')
    .setInputFiles({ name: file.name, mimeType: 'application/zip', buffer: file.bytes })
  await stageReady(there)
  await choosePart(there, 'win-words')
  await expect(there.getByTestId('wording').locator('textarea').first()).toHaveValue('<b>Tidy</b> & done')
  await choosePart(there, 'hero')
  await expect(there.getByTestId('inspector').getByText('my ball.png')).toBeVisible()
  await there.goto(there.url().replace('/bench', '/post'))
  const again = await download(there, () => there.getByTestId('save-pack').click())
  const [a, b] = [unzipSync(file.bytes), unzipSync(again.bytes)]
  expect(Object.keys(b).sort()).toEqual(Object.keys(a).sort())
  const plain = (files: typeof a) => ({ ...JSON.parse(Buffer.from(files['pack.json']!).toString()), id: '' })
  expect(plain(b)).toEqual(plain(a))
  await elsewhere.close()
})

alone('pack files that cannot be taken leave everything as it is', async ({ page }) => {
  await home(page)
  const pack = readFileSync('demo/puffin-catch/pack.json', 'utf8')
  const bad: [string, Uint8Array, string][] = [
    ['cut.pack.zip', zipSync({ 'pack.json': strToU8(pack) }).slice(0, 900), '“cut.pack.zip” is not a whole ZIP file'],
    ['up.pack.zip', zipSync({ '../pack.json': strToU8(pack) }), 'name leads out of it'],
    ['bomb.pack.zip', zipSync({ 'a.bin': new Uint8Array(70_000_000) }), 'unpacks to more than Pack Post takes'],
    ['thin.pack.zip', zipSync({ 'pack.json': strToU8(pack) }), 'lacks one of its own files'],
    [
      'new.pack.zip',
      zipSync({ 'pack.json': strToU8(pack.replace('"version": 1', '"version": 9')) }),
      'newer Pack Post',
    ],
    ['photo.png', encodePng(disc(9, 3)), '“photo.png” is not a pack file'],
  ]
  for (const [name, bytes, sentence] of bad) {
    await page.getByTestId('open-pack').setInputFiles(upload(name, 'application/zip', bytes))
    await expect(alert(page)).toContainText(sentence)
  }
  await expect(page.locator('.pack')).toHaveCount(DEMO_COUNT)
})

test('game files play under any static server and sub-path, and the one-file game from disk', async ({ page }) => {
  await demoBench(page)
  await go(page, 'label')
  await takeCover(page)
  await go(page, 'post')
  await page.getByTestId('post-it').click()
  await expect(page.getByTestId('tracking')).toHaveAttribute('data-state', 'live')
  const zip = await download(page, () => page.getByTestId('game-files').click())
  const html = await download(page, () => page.getByTestId('one-file').click())
  expect([zip.name, html.name]).toEqual(['puffin-catch.game.zip', 'puffin-catch.html'])
  expect((await download(page, () => page.getByTestId('game-files').click())).bytes.equals(zip.bytes)).toBe(true)

  const dir = mkdtempSync(join(tmpdir(), 'game-'))
  for (const [name, bytes] of Object.entries(unzipSync(zip.bytes))) {
    const path = join(dir, 'club/games/puffin', name)
    mkdirSync(dirname(path), { recursive: true })
    writeFileSync(path, bytes)
  }
  writeFileSync(join(dir, 'one.html'), html.bytes)
  const host = await serveFolder(dir)
  for (const address of [`${host.url}/club/games/puffin/`, `file://${dir}/one.html`]) {
    const outside: string[] = []
    page.on('request', (request) => {
      if (
        !request.url().startsWith(address) &&
        !request.url().startsWith(host.url) &&
        !request.url().startsWith('data:') &&
        !request.url().startsWith('blob:')
      )
        outside.push(request.url())
    })
    await page.goto(address)
    const game = page.locator('canvas')
    await expect(game).toHaveAttribute('data-screen', 'start')
    await page.keyboard.press('Enter')
    await expect(game).toHaveAttribute('data-screen', 'play')
    expect(outside.filter((url) => !url.endsWith('favicon.ico'))).toEqual([])
    page.removeAllListeners('request')
  }
  await host.stop()
})

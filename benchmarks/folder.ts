import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import type { Page } from '@playwright/test'
import sharp from 'sharp'
import { partForText } from '../core/folder/seen'
import { newPack } from '../core/pack/pack'
import { zipFiles } from '../core/parcel/zip'
import { makeFolderTemplate } from '../core/folder/make'
import { openFolder } from '../core/folder/open'
import type { FolderTemplate } from '../core/template/template'
import { FOLDER_GAMES, folderGame, folderWorkplace } from '../tests/support/folder-games'
import { NPM_GAMES, npmGame } from '../tests/support/npm-games'
import { serveFolder } from '../tests/support/static-server.mjs'
import { withApp } from './app'
import { median, timed, type Row } from './report'

type Files = ReadonlyMap<string, Uint8Array>
const ROUNDS = 5

/** A game's files on a host of their own, as they came. */
async function alone<T>(files: Files, does: (url: string) => Promise<T>): Promise<T> {
  const folder = mkdtempSync(join(tmpdir(), 'folder-game-'))
  for (const [path, bytes] of files) {
    mkdirSync(dirname(join(folder, path)), { recursive: true })
    writeFileSync(join(folder, path), bytes)
  }
  const host = await serveFolder(folder)
  try {
    return await does(host.url)
  } finally {
    await host.stop()
    rmSync(folder, { recursive: true, force: true })
  }
}

/** Every text a game shows while it is begun and pressed about in, as the browser has it: nothing of ours looks. */
async function textsShown(page: Page, address: string): Promise<string[]> {
  const texts = new Set<string>()
  await page.exposeFunction('shownText', (text: string) => texts.add(text.trim()))
  await page.addInitScript(() => {
    const say = (globalThis as unknown as { shownText(text: string): void }).shownText
    for (const name of ['fillText', 'strokeText'] as const) {
      const real = CanvasRenderingContext2D.prototype[name]
      CanvasRenderingContext2D.prototype[name] = function (this: CanvasRenderingContext2D, ...all) {
        say(String(all[0]))
        return real.apply(this, all as Parameters<typeof real>)
      }
    }
    setInterval(() => {
      if (document.body === null) return
      const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
      for (let node = walker.nextNode(); node !== null; node = walker.nextNode())
        if (!/^(SCRIPT|STYLE)$/.test(node.parentElement?.tagName ?? '')) say(node.nodeValue ?? '')
    }, 50)
  })
  await page.goto(address)
  for (const key of ['Enter', 'ArrowRight', 'ArrowDown', 'ArrowLeft', ' ']) {
    await page.keyboard.press(key)
    await page.waitForTimeout(200)
  }
  await page.mouse.click(200, 150)
  await page.waitForTimeout(300)
  return [...texts].filter((text) => /\p{L}{2}/u.test(text))
}

/** Pictures and sounds there are: by the endings of files, and in data: addresses. */
function mediaIn(files: Files): string[] {
  const found = [...files.keys()].filter((path) => /\.(png|jpe?g|gif|webp|svg|wav|mp3|ogg)$/i.test(path))
  for (const [path, bytes] of files)
    if (/\.(html|css|js|json)$/.test(path))
      for (const [address] of Buffer.from(bytes)
        .toString('utf8')
        .matchAll(/data:(image|audio)\/[a-z+]+;base64,[A-Za-z0-9+/=]+/g))
        found.push(address)
  return found
}

/** Of the pictures and sounds of a game, those that a part stands for. */
function mediaFound(files: Files, template: FolderTemplate): number {
  const text = new Map([...files].map(([path, bytes]) => [path, Buffer.from(bytes).toString('utf8')]))
  const places = Object.values(template.folder.places)
  return mediaIn(files).filter((one) =>
    places.some((at) =>
      at.at === 'file' ? at.paths.includes(one) : at.as === 'data' && text.get(at.path)?.slice(at.from, at.to) === one,
    ),
  ).length
}

async function shareRow(page: Page, game: string, given: Files): Promise<Row> {
  const opened = openFolder(given, game)
  const { files } = opened
  const { template } = await makeFolderTemplate(opened, folderWorkplace)
  const texts = await alone(files, (url) => textsShown(page, `${url}/${opened.page}`))
  const pack = newPack(template, 'benchmark')
  const media = mediaIn(files)
  const words = texts.filter((text) => partForText(template, pack, text) !== null)
  const lost = texts.filter((text) => !words.includes(text))
  const share = (mediaFound(files, template) + words.length) / Math.max(1, media.length + texts.length)
  return {
    what: `of a game’s pictures, sounds and shown words, those that became parts: ${game}`,
    measured: `${Math.round(share * 100)} % (${mediaFound(files, template)} of ${media.length}, ${words.length} of ${texts.length}${lost.length > 0 ? `; not “${lost[0]!.slice(0, 24)}”` : ''})`,
    goal: template.folder.told.some((line) => line.startsWith('Names were taken out')) ? 'minified: no goal' : '90 %',
  }
}

/** The game with modules and sheets, with so many backdrops of noise that it weighs about 5 MB. */
async function heavyGame(): Promise<Files> {
  const files = new Map(await folderGame('pots'))
  const side = 512
  let seed = 7
  for (let i = 0, bytes = 0; bytes < 5_000_000; i++) {
    const data = Buffer.alloc(side * side * 3, 0).map(
      () => (seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0) >>> 24,
    )
    const png = await sharp(data, { raw: { width: side, height: side, channels: 3 } })
      .png()
      .toBuffer()
    files.set(`img/sea-${i}.png`, new Uint8Array(png))
    bytes += png.length
  }
  const page = Buffer.from(files.get('index.html')!).toString('utf8')
  const shown = [...files.keys()]
    .filter((path) => path.startsWith('img/sea-'))
    .map((path) => `<img hidden src="${path}">`)
  files.set('index.html', new TextEncoder().encode(page.replace('</body>', `${shown.join('')}</body>`)))
  return files
}

/** From choosing the ZIP to a running stage with its parts listed, beside the browser's own loading of the game. */
async function openingRow(page: Page, url: string): Promise<Row> {
  const files = await heavyGame()
  const zip = Buffer.from(zipFiles(files))
  const bytes = [...files.values()].reduce((sum, one) => sum + one.length, 0)
  const opens: number[] = []
  const loads: number[] = []
  await alone(files, async (host) => {
    for (let round = 0; round < ROUNDS; round++) {
      // Another address each time, so that nothing of it is there already.
      loads.push(await timed(() => page.goto(`${host}/index.html?${round}`, { waitUntil: 'load' })))
      await page.goto(url)
      const input = page.getByTestId('open-game')
      await input.waitFor({ state: 'attached' })
      // From the moment the page has the file: handing it over is the driver's time.
      await input.evaluate((one) => one.addEventListener('change', () => performance.mark('chosen'), { capture: true }))
      await input.setInputFiles({ name: `round-${round}.zip`, mimeType: 'application/zip', buffer: zip })
      opens.push(
        await page
          .waitForFunction(() => {
            const running = document.querySelector('[data-testid=stage][data-screen=running]') !== null
            const [chosen] = performance.getEntriesByName('chosen')
            if (!running || document.querySelector('[data-part]') === null || chosen === undefined) return null
            return performance.now() - chosen.startTime
          })
          .then(async (handle) => (await handle.jsonValue())!),
      )
    }
  })
  const ratio = median(opens) / median(loads)
  return {
    what: `opening a game of ${(bytes / 1e6).toFixed(1)} MB to a running stage with its parts, against the browser’s loading of it`,
    measured: `${ratio.toFixed(1)}x (${median(opens).toFixed(0)} ms to ${median(loads).toFixed(0)} ms)`,
    goal: 'under 3 s more',
  }
}

export async function folderRows(): Promise<Row[]> {
  return withApp(async (page, url) => {
    const rows: Row[] = []
    const games: [string, Files][] = []
    for (const game of FOLDER_GAMES) games.push([game, await folderGame(game)])
    for (const game of NPM_GAMES) games.push([`${game} (npm)`, await npmGame(game)])
    for (const [game, files] of games) {
      const other = await page.context().browser()!.newPage()
      rows.push(await shareRow(other, game, files))
      await other.close()
    }
    return [...rows, await openingRow(page, url)]
  })
}

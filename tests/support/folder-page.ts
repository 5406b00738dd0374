import { expect, type FrameLocator, type Locator, type Page } from '@playwright/test'
import { strToU8 } from 'fflate'
import { go, upload } from './e2e'
import { drawerFile, picture, pngAsset, puffinCatch } from './fixtures'
import { folderParcel, folderZip, type FolderGame } from './folder-games'

export const quay = () => upload('quay.png', 'image/png', drawerFile('quay-from-above.png'))
export const gull = () => upload('whatever.png', 'image/png', drawerFile('gull.png'))
export const frameOf = (page: Page): FrameLocator => page.frameLocator('[data-testid=folder-frame]')
export const running = (page: Page) => expect(page.getByTestId('stage')).toHaveAttribute('data-screen', 'running')

export async function openZip(page: Page, name: string, bytes: Uint8Array): Promise<void> {
  await go(page, '/posted')
  await go(page, '/')
  await page.getByTestId('open-game').setInputFiles(upload(name, 'application/zip', bytes))
}
export async function openGame(page: Page, game: FolderGame): Promise<void> {
  await openZip(page, `${game}.zip`, await folderZip(game))
  await expect(page).toHaveURL(/\/packs\/[0-9a-f-]{36}\/bench/)
  await running(page)
}
export const partRow = (page: Page, name: string) => page.locator('[data-part]').filter({ hasText: name }).first()

/** Presses a thing in the running game, where it is shown: its middle, or a place of a canvas in px of that. */
export async function press(page: Page, thing: Locator, at?: readonly [number, number]): Promise<void> {
  const stage = (await page.getByTestId('stage').boundingBox())!
  const { x, y } = await thing.evaluate((element, place) => {
    const { left, top, width, height } = element.getBoundingClientRect()
    if (place === undefined || !(element instanceof HTMLCanvasElement))
      return { x: left + width / 2, y: top + height / 2 }
    return { x: left + (place[0]! * width) / element.width, y: top + (place[1]! * height) / element.height }
  }, at)
  // The page of a game has a size of its own, and lies in the middle of the stage, as large as there is room.
  const size = await page.getByTestId('folder-frame').evaluate((at) => ({ w: at.clientWidth, h: at.clientHeight }))
  const scale = Math.min(stage.width / size.w, stage.height / size.h)
  const [left, top] = [(stage.width - size.w * scale) / 2, (stage.height - size.h * scale) / 2]
  await page.mouse.click(stage.x + left + x * scale, stage.y + top + y * scale)
}
/** The same while things are picked, which chooses its part. */
export async function pick(page: Page, thing: Locator, part: string): Promise<void> {
  await press(page, thing)
  await expect(page.getByTestId('inspector').getByRole('heading', { level: 2 }).first()).toHaveText(part)
}

/** A game that tries every door there is, and writes down what it got. */
export const spyFiles = (base: string) =>
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
export async function foundNothing(frame: FrameLocator): Promise<void> {
  await expect(frame.locator('#out')).toContainText('fetch')
  expect(JSON.parse(await frame.locator('#out').innerText())).toEqual({
    ...{ parent: 'denied', top: 'denied', open: 'denied', cookie: '', secret: null, peer: 'denied' },
    fetch: 'denied,denied,denied',
  })
}

/** A game of a folder with all on its label that a posting needs. */
export async function ready(files: ReadonlyMap<string, Uint8Array>, title: string): Promise<Uint8Array> {
  const { hash, facts, bytes } = pngAsset(picture(640, 400, (x, y) => [x % 200, y % 200, 160, 255]))
  const { zip } = await folderParcel(files, { ...puffinCatch().label, title, cover: hash }, () => ({
    ...{ parts: {}, assets: { [hash]: facts }, bytes: new Map([[hash, bytes]]) },
  }))
  return zip
}
export const played = (page: Page): FrameLocator => page.frameLocator('[data-testid=game-frame]')

/** Pictures of a page that are there, or px of its canvas that are bright. */
export const shownIn = (frame: Pick<FrameLocator, 'locator'>): Promise<number> =>
  frame.locator('body').evaluate((body) => {
    const canvas = body.querySelector('canvas')
    if (canvas === null) return [...body.querySelectorAll('img')].filter((one) => one.naturalWidth > 0).length
    const copy = new OffscreenCanvas(canvas.width, canvas.height).getContext('2d')!
    copy.drawImage(canvas, 0, 0)
    const { data } = copy.getImageData(0, 0, canvas.width, canvas.height)
    return data.filter((value, i) => i % 4 === 0 && value > 60).length
  })

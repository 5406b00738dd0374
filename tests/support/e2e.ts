import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { expect, type Locator, type Page } from '@playwright/test'
import sharp from 'sharp'
import { encodePng } from '../../core/art/png'
import type { Area } from '../../core/game/layouts'
import { emptyHistory } from '../../core/pack/history'
import type { Pack } from '../../core/pack/pack'
import { demoPacks, disc } from './fixtures'

export const DEMO = '/packs/demo-puffin-catch'
/** Packs that are there on a first visit. */
export const DEMO_COUNT = demoPacks().length

/** Opens the home screen and waits until the demo pack is there. */
export async function home(page: Page): Promise<void> {
  await go(page, '/')
  await expect(page.getByTestId('packs').getByText('Puffin Catch')).toBeVisible()
}

/** Unpacks the demo packs by the lightest page that does, where nothing plays itself meanwhile. */
export async function demos(page: Page): Promise<void> {
  await go(page, '/posted')
  await expect(page.getByText('Nothing has been posted from this browser yet')).toBeVisible()
}

/** A new pack from a template, by its stamp on the home screen. */
export async function startPack(page: Page, template: string): Promise<void> {
  await page
    .getByRole('link', { name: new RegExp(template) })
    .last()
    .click()
  await page.getByRole('button', { name: 'Start a pack' }).click()
  await stageReady(page)
}

/** A new pack from a template, by its own page. */
export async function freshPack(page: Page, template: string): Promise<void> {
  await go(page, `/templates/${template}`)
  await page.getByRole('button', { name: 'Start a pack' }).click()
  await stageReady(page)
}

const inApp = (page: Page): Promise<boolean> => page.evaluate(() => 'useNuxtApp' in window)

/** Goes to a page of the app as a link in it would: a page is loaded only where none of the app is there yet. */
export async function go(page: Page, to: string): Promise<void> {
  if (!(await inApp(page))) return void (await page.goto(to))
  const path = new URL(to, page.url()).pathname
  await page.waitForFunction(() => (window as unknown as App).useNuxtApp().$router !== undefined)
  // https://nuxt.com/docs/api/composables/use-nuxt-app: what the page itself goes by.
  await page.evaluate((at) => (window as unknown as App).useNuxtApp().$router!.push(at), path)
}
interface App {
  useNuxtApp(): { $router?: { push(path: string): Promise<unknown> } }
}

/** A demo pack at one of its desks; it is unpacked by the link. In a tab that is open already, it is a copy of it. */
export async function demoDesk(page: Page, desk: string, demo = 'puffin-catch'): Promise<void> {
  if (!(await inApp(page))) return void (await page.goto(`/packs/demo-${demo}/${desk}`))
  const pack = demoPacks().find((one) => one.id === `demo-${demo}`)!
  await packAt(page, { ...pack, id: randomUUID() }, desk)
}

/** A pack as it is, at one of its desks. */
export async function packAt(page: Page, pack: Pack, desk: string): Promise<void> {
  if (!(await inApp(page))) await demos(page)
  const row = { id: pack.id, rev: 1, changed: new Date().toISOString(), pack, history: emptyHistory() }
  await page.evaluate(
    (one) =>
      new Promise<void>((resolve, reject) => {
        const opened = indexedDB.open('pack-post')
        opened.onerror = () => reject(opened.error!)
        opened.onsuccess = () => {
          const put = opened.result.transaction('packs', 'readwrite')
          put.objectStore('packs').put(one)
          put.oncomplete = () => {
            opened.result.close()
            resolve()
          }
          put.onerror = () => reject(put.error!)
        }
      }),
    row,
  )
  await go(page, `/packs/${pack.id}/${desk}`)
}

/** A demo pack on its bench, with the stage running. */
export async function demoBench(page: Page, demo?: string): Promise<void> {
  await demoDesk(page, 'bench', demo)
  await stageReady(page)
}

/** Waits for the element alone: an `expect` that waits reads all names and roles of the page at each look. */
export async function stageReady(page: Page): Promise<void> {
  await page.getByTestId('rewind').waitFor()
  await page.locator('[data-testid="stage"][data-screen]').waitFor()
}

export const canvasOf = (page: Page): Locator => page.getByTestId('stage').locator('canvas').first()

/** Freezes the stage on the very first step of a play: the hero stands in the middle. */
export async function freezeAtStart(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Freeze/ }).click()
  await page.getByRole('button', { name: 'From the start' }).click()
}

/** A short press of a key in a game, which is down and up again at once, however slow the machine is. */
export const tapKey = (canvas: Locator, code: string, key = code): Promise<void> =>
  canvas.evaluate(
    (at, press) => {
      for (const type of ['keydown', 'keyup']) at.dispatchEvent(new KeyboardEvent(type, { ...press, bubbles: true }))
    },
    { code, key },
  )

/** A point of the stage, given in world units (16 x 10), in px of the page. */
export async function stagePoint(page: Page, x: number, y: number): Promise<{ x: number; y: number }> {
  const box = (await canvasOf(page).boundingBox())!
  const scale = Math.min(box.width / 16, box.height / 10)
  return {
    x: box.x + (box.width - 16 * scale) / 2 + x * scale,
    y: box.y + (box.height - 10 * scale) / 2 + y * scale,
  }
}

/** The middle of an area of a wide stage (world units), in px of the canvas the game is on. */
export async function spotOn(canvas: Locator, [x, y, w, h]: Area): Promise<{ x: number; y: number }> {
  const box = (await canvas.boundingBox())!
  const scale = Math.min(box.width / 16, box.height / 10)
  return {
    x: (box.width - 16 * scale) / 2 + (x + w / 2) * scale,
    y: (box.height - 10 * scale) / 2 + (y + h / 2) * scale,
  }
}

export async function choosePart(page: Page, part: string): Promise<void> {
  await page.locator(`[data-part="${part}"]`).click()
}

export interface Upload {
  name: string
  mimeType: string
  buffer: Buffer
}

export const upload = (name: string, mimeType: string, buffer: Uint8Array): Upload => ({
  name,
  mimeType,
  buffer: Buffer.from(buffer),
})

/** A red ball of our own: a clean sprite. */
export const ballPng = (ink: [number, number, number, number] = [215, 40, 60, 255]): Upload =>
  upload('my ball.png', 'image/png', encodePng(disc(96, 40, ink)))

/** The same as a JPEG, so on a white card. */
export async function cardJpeg(): Promise<Upload> {
  const png = encodePng(disc(120, 42, [30, 120, 200, 255], [255, 255, 255, 255]))
  return upload('photo of a ball.jpg', 'image/jpeg', await sharp(png).flatten().jpeg({ quality: 85 }).toBuffer())
}

/** Puts a file on a part, and waits until it is there or refused. */
export async function swapByButton(page: Page, part: string, file: Upload): Promise<void> {
  await choosePart(page, part)
  await page.getByTestId('replace-file').setInputFiles(file)
  await expect(page.getByTestId('inspector')).toHaveAttribute('aria-busy', 'false')
}

/** Drops a file on an element as the system's file manager would. */
export async function dropFile(
  page: Page,
  target: Locator,
  file: Upload,
  at?: { x: number; y: number },
): Promise<void> {
  const box = (await target.boundingBox())!
  const point = at ?? { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  const transfer = await page.evaluateHandle(
    ({ name, type, data }) => {
      const bytes = Uint8Array.from(atob(data), (c) => c.charCodeAt(0))
      const made = new DataTransfer()
      made.items.add(new File([bytes], name, { type }))
      return made
    },
    { name: file.name, type: file.mimeType, data: file.buffer.toString('base64') },
  )
  for (const type of ['dragenter', 'dragover', 'drop'])
    await target.dispatchEvent(type, { dataTransfer: transfer, clientX: point.x, clientY: point.y })
}

/**
 * Opens a link on a game's page that lies below the game. By key: the frame is a process of its own, and a press in the
 * very moment of the scroll still falls on the game that was there.
 */
export const openBelowGame = (link: Locator): Promise<void> => link.press('Enter')

export const saved = (page: Page): Promise<void> => expect(page.getByTestId('saved')).toHaveText(/^Saved /)

export async function takeCover(page: Page): Promise<void> {
  await page.getByTestId('take-cover').click()
  await page.getByRole('button', { name: 'Take this moment' }).click()
  // It goes on to the next picture; one is enough here.
  await expect(page.getByRole('radio', { name: 'Wide cover', exact: true })).not.toBeChecked()
  await page.getByTestId('take-cover').click()
  await expect(page.getByRole('button', { name: 'Take this moment' })).toBeHidden()
}

/** Fills in what a posting needs on the label of the pack that is open. */
export async function fillLabel(
  page: Page,
  title: string,
  cover: (page: Page) => Promise<void> = takeCover,
): Promise<void> {
  await page.getByTestId('label-title').locator('input').fill(title)
  for (const tag of ['harbour', 'catching', 'one minute']) {
    await page.getByTestId('label-tag').locator('input').fill(tag)
    await page.keyboard.press('Enter')
  }
  await page.getByTestId('label-short').locator('input').fill('Catch what falls off the crane.')
  await page
    .getByTestId('label-description')
    .locator('textarea')
    .first()
    .fill('One minute on the quay of Saltwick: catch the good things and let the bad ones fall.')
  await page.getByTestId('label-step-0').locator('input').fill('Move left and right.')
  await cover(page)
  await page.getByTestId('cover-alt').locator('input').fill('Things fall from the crane')
  await page.getByTestId('age-suggest').click()
  await expect(page.getByTestId('age-suggest')).toBeHidden()
}

/** Presses "Post it" and waits for the end; returns the link. */
export async function post(page: Page): Promise<string> {
  await page.getByTestId('post-it').click()
  await expect(page.getByTestId('tracking')).toHaveAttribute('data-state', 'live')
  return page.getByTestId('share-link').inputValue()
}

/** Mean colour of a screenshot's rectangle, given as shares of it. */
export async function meanColour(shot: Buffer, share = { x: 0, y: 0, w: 1, h: 1 }): Promise<[number, number, number]> {
  const picture = sharp(shot)
  const { width, height } = await picture.metadata()
  // Statistics are of what a picture was opened from, so the part is written out first.
  const part = await picture
    .extract({
      left: Math.floor(width * share.x),
      top: Math.floor(height * share.y),
      width: Math.max(1, Math.floor(width * share.w)),
      height: Math.max(1, Math.floor(height * share.h)),
    })
    .png()
    .toBuffer()
  const { channels } = await sharp(part).stats()
  return [channels[0]!.mean, channels[1]!.mean, channels[2]!.mean]
}

export const fileAt = (path: string): Buffer => readFileSync(path)

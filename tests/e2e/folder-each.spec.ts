import { expect, test as plain, type FrameLocator, type Page } from '@playwright/test'
import { mkdirSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { unzipSafely } from '../../core/parcel/unzip'
import { zipFiles } from '../../core/parcel/zip'
import { upload, type Upload } from '../support/e2e'
import { drawerFile } from '../support/fixtures'
import { FOLDER_GAMES, folderGame, folderParcel, type FolderGame } from '../support/folder-games'
import { frameOf, gull, openZip, press, quay, running, shownIn } from '../support/folder-page'
import { startNginx } from '../support/nginx'
import { NPM_GAMES, npmGame, type NpmGame } from '../support/npm-games'
import { test } from '../support/one-tab'

type Game = FolderGame | NpmGame
const GAMES: readonly Game[] = [...FOLDER_GAMES, ...NPM_GAMES]
const isOwn = (game: Game): game is FolderGame => (FOLDER_GAMES as readonly string[]).includes(game)
const filesOf = (game: Game) => (isOwn(game) ? folderGame(game) : npmGame(game))

/** An element, a place on the canvas (px of that), or a place of the stage in shares of it. */
type Thing = string | { px: readonly [number, number] } | { share: readonly [number, number] }
interface Walk {
  /** Keys that begin the play. */
  keys?: readonly [key: string, keyCode: number][]
  /** Things of the running game, and the part that is chosen there: its name. */
  picks: readonly [Thing, string][]
  /** What is put in for a part (a file, words or a colour), and where the running game has that, or for a file a new line. */
  swaps: readonly [part: string, what: Upload | string, shown: (frame: FrameLocator) => Promise<string>][]
  /** A number, another one for it, and whether that is felt in the running game. */
  number: readonly [part: string, value: string, felt: (frame: FrameLocator) => Promise<boolean>]
}

const bell = () => upload('bell.wav', 'audio/wav', drawerFile('bell.wav'))
/** Colours (#rrggbb) of a row of px of the first canvas. */
const rowOf = (frame: FrameLocator, y: number, from: number, to: number): Promise<string[]> =>
  frame
    .locator('canvas')
    .first()
    .evaluate(
      (canvas: HTMLCanvasElement, [top, left, right]) => {
        const copy = new OffscreenCanvas(canvas.width, canvas.height).getContext('2d')!
        copy.drawImage(canvas, 0, 0)
        const { data } = copy.getImageData(left!, top!, right! - left!, 1)
        const hex = (i: number) =>
          `#${[...data.slice(i, i + 3)].map((one) => one.toString(16).padStart(2, '0')).join('')}`
        return Array.from({ length: right! - left! }, (_, i) => hex(i * 4))
      },
      [y, from, to],
    )
/** A file as the running game is given it, by the path its page asks for. */
const file =
  (path: string) =>
  (frame: FrameLocator): Promise<string> =>
    frame.locator('body').evaluate(async (_body, asked) => {
      const bytes = new Uint8Array(await (await fetch(asked)).arrayBuffer())
      return bytes.reduce((all, byte) => (all * 31 + byte) % 1_000_003, 7).toString()
    }, path)
/** The pictures that are on the page or drawn on a canvas within two frames, each by its looks. */
const pictures = (frame: FrameLocator): Promise<string> =>
  frame.locator('body').evaluate(async (body) => {
    const seen = new Set<string>()
    const proto = CanvasRenderingContext2D.prototype
    const { drawImage } = proto
    const look = (source: CanvasImageSource) => {
      const small = new OffscreenCanvas(16, 16).getContext('2d')!
      small.drawImage(source, 0, 0, 16, 16)
      seen.add(small.getImageData(0, 0, 16, 16).data.join())
    }
    proto.drawImage = function (this: CanvasRenderingContext2D, ...all: unknown[]) {
      if (all[0] instanceof HTMLImageElement) look(all[0])
      return (drawImage as (...all: unknown[]) => void).apply(this, all)
    } as typeof drawImage
    for (let i = 0; i < 2; i++) await new Promise((then) => requestAnimationFrame(then))
    proto.drawImage = drawImage
    for (const image of body.querySelectorAll('img')) if (image.naturalWidth > 0) look(image)
    return [...seen].join('\n')
  })
/** Texts that are drawn on canvases within two frames. */
const textsDrawn = (frame: FrameLocator): Promise<string[]> =>
  frame.locator('body').evaluate(async () => {
    const texts: string[] = []
    const proto = CanvasRenderingContext2D.prototype
    const { fillText } = proto
    proto.fillText = function (...all) {
      texts.push(all[0])
      return fillText.apply(this, all)
    }
    for (let i = 0; i < 2; i++) await new Promise((then) => requestAnimationFrame(then))
    proto.fillText = fillText
    return texts
  })
const words = async (frame: FrameLocator): Promise<string> => (await textsDrawn(frame)).join()
/** The colour behind the page. */
const ground = (frame: FrameLocator): Promise<string> =>
  frame.locator('body').evaluate((body) => {
    const rgb = getComputedStyle(body).backgroundColor.match(/\d+/g)!.map(Number)
    return `#${rgb.map((one) => one.toString(16).padStart(2, '0')).join('')}`
  })
/** A key that goes down in the game, and two frames. */
const keyIn = (frame: FrameLocator, key: string, keyCode: number): Promise<void> =>
  frame.locator('body').evaluate(
    async (body, down) => {
      body.dispatchEvent(new KeyboardEvent('keydown', { ...down, bubbles: true }))
      for (let i = 0; i < 2; i++) await new Promise((then) => requestAnimationFrame(then))
    },
    { key, keyCode },
  )

/** Begins the hauling of pots. */
const cast = (frame: FrameLocator) => keyIn(frame, 'Enter', 13)

const WALKS: Record<Game, Walk> = {
  lanterns: {
    picks: [
      ['#quay img', 'Lantern'],
      ['#again', 'Begin again'],
      ['h1', 'Lantern Round'],
    ],
    swaps: [
      ['lantern', gull(), pictures],
      ['ring', upload('call.wav', 'audio/wav', drawerFile('gull-cry.wav')), file('sfx/ring.wav')],
      ['begin-again', 'Once more', (frame) => frame.locator('#again').innerText()],
      [
        'root-water',
        '#224466',
        (frame) => frame.locator('html').evaluate((at) => getComputedStyle(at).getPropertyValue('--water')),
      ],
    ],
    number: ['lanterns', '5', async (frame) => (await frame.locator('#quay img').count()) === 5],
  },
  pots: {
    keys: [['Enter', 13]],
    picks: [
      [{ px: [320, 200] }, 'Boat'],
      [{ px: [60, 90] }, 'Pot'],
      [{ px: [40, 28] }, 'POTS'],
    ],
    swaps: [
      ['pot', gull(), async (frame) => (await cast(frame), pictures(frame))],
      ['splash', bell(), file('sfx/splash.ogg')],
      ['press-enter-to-cast-off', 'Enter casts off', words],
      ['sea', '#224466', async (frame) => (await rowOf(frame, 399, 0, 9)).join()],
    ],
    // A rope that reaches over the sea hauls them all at once, which ends the play.
    number: [
      'rope',
      '1000',
      async (frame) => {
        await cast(frame)
        return (await frame.locator('body').evaluate(() => sessionStorage.getItem('hauled'))) === '12'
      },
    ],
  },
  'one-page': {
    picks: [
      ['#gull', 'Gull'],
      ['#say', 'How many gulls flew past?'],
      [{ share: [0.5, 0.95] }, 'Body background'],
    ],
    swaps: [
      ['gull', quay(), pictures],
      ['file-inside-line-22', bell(), file('index.html')],
      ['how-many-gulls-flew-past', 'Count the gulls', (frame) => frame.locator('#say').innerText()],
    ],
    number: [
      'per-second',
      '0',
      async (frame) =>
        (await frame.locator('#gull').evaluate(async (at) => {
          for (let i = 0; i < 10; i++) await new Promise((then) => requestAnimationFrame(then))
          return at.style.left
        })) === '-96px',
    ],
  },
  beam: {
    picks: [
      ['div', 'Turn the lamp with the arrow keys.'],
      [{ share: [0.5, 0.5] }, 'Lamp'],
      [{ share: [0.9, 0.995] }, 'Body background'],
    ],
    swaps: [
      ['lamp', gull(), file('lamp.png')],
      ['turn-the-lamp-with-the-arrow-key', 'Swing it', (frame) => frame.locator('div').innerText()],
      ['body-background', '#224466', ground],
    ],
    // An eighth of a turn at one press: what lies flat stands on a corner.
    number: [
      'turn',
      '0.7854',
      async (frame) => {
        const across = async () => {
          const row = await rowOf(frame, 160, 0, 512)
          return row[0] === '#0a0f21' ? row.filter((one) => one !== row[0]).length : 0
        }
        const before = await across()
        await keyIn(frame, 'ArrowRight', 39)
        const after = await across()
        return Math.min(before, after) > 0 && Math.abs(after - before) > 50
      },
    ],
  },
  crates: {
    picks: [
      [{ px: [196, 84] }, 'Keeper'],
      [{ px: [196, 140] }, 'Crate'],
      [{ px: [30, 300] }, 'The lower yard'],
    ],
    swaps: [
      ['crate', gull(), file('art/crate.png')],
      ['the-lower-yard', 'The upper yard', words],
      ['floor', '#224466', async (frame) => (await rowOf(frame, 60, 60, 100)).join()],
    ],
    number: ['cell-size', '28', async (frame) => (await rowOf(frame, 270, 20, 460)).every((one) => one === '#3d4f42')],
  },
  coquette: {
    picks: [
      [{ px: [300, 280] }, 'Intro'],
      [{ px: [20, 20] }, 'Colour, line 3'],
    ],
    swaps: [
      ['intro', quay(), pictures],
      ['colour-line-3', '#224466', async (frame) => (await rowOf(frame, 20, 0, 9)).join()],
    ],
    // A ring of dots around the middle tells how many more there may be.
    number: [
      'max-score',
      '0',
      async (frame) => {
        await keyIn(frame, ' ', 32)
        const row = await rowOf(frame, 330, 270, 330)
        return row.every((one) => one === '#224466' || one === '#ffffff')
      },
    ],
  },
  quintus: {
    picks: [
      [{ share: [0.46, 0.44] }, 'Player'],
      [{ share: [0.7, 0.75] }, 'Tiles'],
      [{ share: [0.05, 0.5] }, 'Bg'],
    ],
    swaps: [
      ['player', quay(), pictures],
      ['jump', bell(), file('audio/jump.mp3')],
      ['health', 'Vigour:', words],
    ],
    // A hit takes 25 of it: no number of hits leads to this.
    number: ['strength', '60', async (frame) => (await words(frame)).includes('60%')],
  },
  'sliding-puzzle': {
    picks: [
      ['#launch', 'Play'],
      ['.notice', 'You can play with your keyboard’s arrows'],
      [{ share: [0.02, 0.5] }, 'Body background'],
    ],
    swaps: [
      ['play', 'Slide off', (frame) => frame.locator('#launch').innerText()],
      ['body-background', '#224466', ground],
    ],
    // Where the second of its squares lies.
    number: ['square-size', '40', async (frame) => (await frame.locator('svg svg').nth(1).getAttribute('x')) === '45'],
  },
}

const heading = (page: Page) => page.getByTestId('inspector').getByRole('heading', { level: 2 }).first()
/** A part by its row; parts that no play has shown lie under a heading that is opened. */
async function choose(page: Page, part: string): Promise<void> {
  const row = page.locator(`[data-part="${part}"]`)
  await expect(row.or(page.getByTestId('unmet')).first()).toBeVisible()
  if (await row.isHidden()) await page.getByTestId('unmet').click()
  await row.click()
}
for (const game of GAMES)
  test(`${game}: things are picked where they are drawn; what is swapped is shown, and a number is felt`, async ({
    page,
  }) => {
    const { keys = [], picks, swaps, number } = WALKS[game]
    await openZip(page, `${game}.zip`, zipFiles(await filesOf(game)))
    await expect(page).toHaveURL(/\/packs\/[0-9a-f-]{36}\/bench/)
    await running(page)
    // Nothing missing but the horn that one of ours never had.
    await expect(page.getByTestId('slip')).toContainText(game === 'pots' ? 'sfx/horn.ogg' : /Missing\s*nothing/)
    await expect(page.getByRole('heading', { name: 'Start', exact: true })).toBeVisible()
    const frame = frameOf(page)
    const canvas = frame.locator('canvas').first()
    for (const [key, code] of keys) await keyIn(frame, key, code)
    for (const [thing, name] of picks)
      // Drawn anew with each frame: picked until it was there.
      await expect(async () => {
        if (typeof thing === 'string') await press(page, frame.locator(thing).first())
        else if ('px' in thing) await press(page, canvas, thing.px)
        else {
          const stage = (await page.getByTestId('stage').boundingBox())!
          await page.mouse.click(stage.x + thing.share[0] * stage.width, stage.y + thing.share[1] * stage.height)
        }
        await expect(heading(page)).toContainText(name, { timeout: 1500 })
        await expect(page.locator('[data-part][aria-current=true]')).toBeInViewport({ timeout: 1500 })
      }).toPass()
    for (const [part, what, shown] of swaps) {
      const before = await shown(frame)
      await choose(page, part)
      const inspector = page.getByTestId('inspector')
      if (typeof what !== 'string') await page.getByTestId('replace-file').setInputFiles(what)
      else if (what.startsWith('#')) await inspector.locator('input[type=color]').fill(what)
      else await inspector.getByTestId('wording').locator('textarea').first().fill(what)
      // A swap may start the game again: then there is no page to ask for a moment.
      await expect(async () => {
        const now = await shown(frame)
        if (typeof what === 'string') expect(now).toContain(what)
        else expect(now.split('\n').filter((one) => !before.split('\n').includes(one))).not.toEqual([])
      }).toPass()
    }
    const [part, value, felt] = number
    await running(page)
    await choose(page, part)
    const typed = page.getByTestId('inspector').getByLabel(/ as a number$/)
    await typed.fill(value)
    await typed.press('Enter')
    await expect(async () => expect(await felt(frame)).toBe(true)).toPass()
  })

plain(
  'the parcel of each plays under nginx from a sub-path, and asks for nothing that is not there',
  async ({ page }) => {
    const nginx = await startNginx(3496)
    const missing: string[] = []
    page.on('response', (answer) => {
      const { pathname } = new URL(answer.url())
      if (answer.status() === 404 && pathname !== '/favicon.ico') missing.push(pathname)
    })
    // One of them shows a picture of another host.
    await page.route(
      (url) => url.origin !== nginx.url,
      (route) => route.abort(),
    )
    for (const game of GAMES) {
      const { zip, template } = await folderParcel(await filesOf(game), { title: `${game} on a host of one’s own` })
      for (const [name, bytes] of unzipSafely(zip, 'parcel')) {
        const path = join(nginx.folder, 'deep', game, name)
        mkdirSync(dirname(path), { recursive: true })
        writeFileSync(path, bytes)
      }
      await page.goto(`${nginx.url}/deep/${game}/${template.folder.page}`)
      if (game === 'sliding-puzzle') await expect(page.locator('svg svg')).toHaveCount(16)
      else await expect.poll(() => shownIn(page)).toBeGreaterThan(0)
      if (game === 'pots') expect(missing.splice(0)).toEqual(['/deep/pots/sfx/horn.ogg'])
      expect(missing, game).toEqual([])
    }
    await nginx.stop()
  },
)

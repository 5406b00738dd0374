/** What comes after posting, told as one story a test. */
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import type { Pack } from '../../core/pack/pack'
import { demoParcel, Maker } from '../support/arcade-client'
import { DEMO, go, packAt, post, openBelowGame, takeCover } from '../support/e2e'
import { puffinCatch } from '../support/fixtures'
import { startNginx } from '../support/nginx'
import { scoredPlay } from '../support/plays'
import { serveFolder } from '../support/static-server.mjs'

const titled = (title: string, change: (pack: Pack) => Pack = (pack) => pack) =>
  demoParcel((pack) => change({ ...pack, label: { ...pack.label, title } }))
const told = (pack: Pack, privacy: Partial<Pack['label']['privacy']>): Pack => ({
  ...pack,
  label: {
    ...pack.label,
    privacy: { ...pack.label.privacy, ...privacy },
    ageGuide: { ...pack.label.ageGuide, strangers: 'scores' },
  },
})
const dialed = (value: number) => ({ kind: 'dial' as const, value })
const playsIn = (page: Page) =>
  expect(page.getByTestId('game-frame').contentFrame().locator('canvas')).toHaveAttribute('data-screen', 'start')

/** The demo pack with all a posting needs; its page Post is open. */
async function readyToPost(page: Page, change: Partial<Pack['label']> = {}): Promise<void> {
  const pack = puffinCatch()
  const { backdrop } = pack.parts
  const cover = backdrop?.kind === 'picture' ? backdrop.asset : null
  const label = { ...pack.label, cover, coverAlt: 'A puffin under the quay crane', ...change }
  await packAt(page, { ...pack, label }, 'post')
}
const choose = (page: Page, name: string) => page.getByRole('radio', { name }).first().click()

test('a careless label comes back, is put right through the letter, held, let go, framed, withdrawn, put back', async ({
  page,
  browser,
  request,
  baseURL,
}) => {
  const stranger = await Maker.arrive(request, baseURL!)
  expect((await stranger.send(await titled('Lantern Catch'), { visibility: 'public' })).state).toBe('live')

  await test.step('returned, with a letter on the waybill and in the mail', async () => {
    await go(page, `${DEMO}/label`)
    await page.getByTestId('label-title').locator('input').fill('Lantern Catch')
    await takeCover(page)
    await page.getByTestId('cover-alt').locator('input').fill('A puffin under the quay crane')
    await go(page, `${DEMO}/post`)
    await choose(page, 'Public')
    await page.getByTestId('post-it').click()
    await page.getByTestId('public-confirm').click()
    await expect(page.getByTestId('tracking')).toHaveAttribute('data-state', 'returned')
    await expect(page.getByTestId('letter')).toContainText('Another game is already called “Lantern Catch”')
    await page.goto('/posted')
    await expect(page.getByTestId('unread')).toHaveText('1 unread')
    await page.getByRole('link', { name: /^Mail/ }).click()
    const letter = page.locator('[data-testid=mail-letter][data-kind=returned]')
    await expect(letter).toContainText('Lantern Catch, release 1, came back')
    await expect(page.getByTestId('unread')).toHaveCount(0)
    await letter.getByRole('button', { name: 'Take me there' }).click()
  })

  await test.step('put right where the letter leads, sent again with nothing typed twice', async () => {
    await expect(page).toHaveURL(/label#label-title$/)
    await expect(page.getByText('A public game in the arcade has this title already.')).toBeVisible()
    await page.getByTestId('label-title').locator('input').fill('Lantern Catch of Saltwick')
    await expect(page.getByText('A public game in the arcade has this title already.')).toBeHidden()
    await page.getByRole('link', { name: /^Post:/ }).click()
    await expect(page.getByRole('radio', { name: 'Public' })).toHaveAttribute('aria-checked', 'true')
    await page.getByTestId('answer').locator('input').fill('It has a title of its own now')
    await choose(page, 'When I say so')
    await page.getByTestId('post-it').click()
    await page.getByTestId('public-confirm').click()
    await expect(page.getByTestId('tracking')).toHaveAttribute('data-state', 'held')
  })
  const friend = await (await browser.newContext()).newPage()
  await friend.goto('/arcade?q=lantern')
  await expect(friend.getByTestId('games').getByRole('listitem')).toHaveCount(1)

  await test.step('let go by hand, found by postcode in a fresh browser, played', async () => {
    await page.getByTestId('let-go').click()
    await expect(page.getByTestId('tracking')).toHaveAttribute('data-state', 'live')
    const postcode = (await page.getByTestId('postcode').textContent())!
    await friend.goto('/arcade')
    await friend.getByTestId('postcode-box').locator('input').fill(postcode.toLowerCase().replace('-', ' '))
    await friend.getByRole('button', { name: 'Play', exact: true }).click()
    await expect(friend.getByRole('heading', { level: 1 })).toHaveText('Lantern Catch of Saltwick')
    await playsIn(friend)
  })

  await test.step('framed by another site, from the embed code', async () => {
    const code = await page.getByTestId('share-embed').inputValue()
    const folder = mkdtempSync(join(tmpdir(), 'pack-post-site-'))
    writeFileSync(join(folder, 'index.html'), `<!doctype html><title>A club</title>${code}`)
    const site = await serveFolder(folder)
    await friend.goto(site.url)
    const inside = friend.locator('iframe').contentFrame().getByTestId('game-frame').contentFrame()
    await expect(inside.locator('canvas')).toHaveAttribute('data-screen', 'start')
    await site.stop()
    rmSync(folder, { recursive: true })
  })

  await test.step('withdrawn and put back', async () => {
    const link = await page.getByTestId('share-link').inputValue()
    await page.getByRole('button', { name: 'Withdraw' }).click()
    await expect(page.getByTestId('posting-row').first()).toContainText('withdrawn')
    expect((await friend.goto(link))!.status()).toBe(404)
    await page.getByTestId('posting-row').first().getByRole('button', { name: 'Put back' }).click()
    await expect(page.getByTestId('posting-row').first()).toContainText('live')
    expect((await friend.goto(link))!.status()).toBe(200)
    await playsIn(friend)
  })
  await friend.context().close()
})

test('an invite opens a game for one browser, and nothing any more once it is taken back', async ({
  page,
  browser,
}) => {
  await readyToPost(page)
  await choose(page, 'Invited')
  const link = await post(page)
  await page.getByTestId('invite-name').locator('input').fill('Quay choir')
  await page.getByRole('button', { name: 'Make an invite' }).click()
  const invite = await page.getByTestId('invite-link').inputValue()

  const friend = await (await browser.newContext()).newPage()
  expect((await friend.goto(link))!.status()).toBe(404)
  await friend.goto(invite)
  await playsIn(friend)
  expect(friend.url()).toBe(link)
  const files = (await friend.getByTestId('game-frame').getAttribute('src'))!
  expect((await friend.request.get(files)).status()).toBe(200)

  await page.getByTestId('invite').getByRole('button', { name: 'Take back' }).click()
  await expect(page.getByTestId('invite')).toHaveCount(0)
  expect((await friend.goto(link))!.status()).toBe(404)
  expect((await friend.request.get(files)).status()).toBe(404)
  expect((await friend.goto(invite))!.status()).toBe(404)
  await friend.context().close()
})

test('the game goes into a folder of a WebDAV host, and nowhere else', async ({ page, request, baseURL }) => {
  const nginx = await startNginx(
    3470,
    'location /away/ { return 307 http://127.0.0.1:3456/api/arcade/games; } location /locked/ { deny all; }',
  )
  try {
    await readyToPost(page)
    await page.getByText('A WebDAV folder').click()
    await expect(page.getByTestId('webdav-address').locator('input')).toHaveValue(nginx.url)
    await page.getByTestId('webdav-send').click()
    await expect(page.getByTestId('webdav-sent')).toContainText(`${nginx.url}/puffin-catch/`)
    const sent = join(nginx.folder, 'puffin-catch')
    expect(readdirSync(sent)).toEqual(expect.arrayContaining(['index.html', 'player.js', 'game.json', 'assets']))
    await page.goto(`${nginx.url}/puffin-catch/index.html`)
    await expect(page.locator('canvas')).toHaveAttribute('data-screen', 'start')

    const maker = await Maker.arrive(request, baseURL!)
    const parcel = await demoParcel()
    const ask = async (address: string) => {
      const upload = await maker.upload(parcel)
      const data = { upload, address, folder: 'x', user: '', password: 'hunter2' }
      const answer = await request.post(`${baseURL}/api/ways/webdav`, { headers: maker.headers(), data })
      return { status: answer.status(), text: await answer.text() }
    }
    for (const [address, why] of [
      ['https://dav.example/', 'does not send to https://dav.example'],
      ['http://127.0.0.1:3456/', 'does not send to'],
      ['http://169.254.169.254/', 'does not send to'],
      [`${nginx.url}/away`, 'not led on'],
      [`${nginx.url}/locked`, 'does not let this name write'],
      [`${nginx.url}/no/such/place`, 'folder around it is not there'],
    ] as const) {
      const answer = await ask(address)
      expect(answer.status, address).toBe(400)
      expect(answer.text, address).toContain(why)
      expect(answer.text).not.toContain('hunter2')
    }
    expect(existsSync(join(nginx.folder, 'x'))).toBe(false)
  } finally {
    await nginx.stop()
  }
})

test('a score goes into the table when its play makes it, and a made-up one does not', async ({
  page,
  request,
  baseURL,
}) => {
  const maker = await Maker.arrive(request, baseURL!)
  const view = await maker.send(await titled('Score Quay', (pack) => told(pack, { scores: true, plays: true })))
  await page.goto(`/arcade/${view.postcode.toLowerCase()}`)
  const canvas = page.getByTestId('game-frame').contentFrame().locator('canvas')
  await expect(canvas).toHaveAttribute('data-screen', 'start')
  /** A play by machine with the seed the page gives next, said from within the game's frame; returns its score. */
  const say = async (but: number, more: number): Promise<{ seed: number; score: number }> => {
    const seed = await canvas.evaluate(
      (_at, other) =>
        new Promise<number>((resolve) => {
          addEventListener('message', (event: MessageEvent<{ seed?: number }>) => {
            const { seed: given } = event.data
            if (Number.isInteger(given) && given !== other) resolve(given!)
          })
          parent.postMessage({ type: 'pack-post:load' }, '*')
        }),
      but,
    )
    const { proof, score, seconds } = scoredPlay(puffinCatch(), seed)
    const outcome = 'won'
    await canvas.evaluate(
      (_at, message) => {
        parent.postMessage({ type: 'pack-post:began' }, '*')
        parent.postMessage(message, '*')
      },
      { type: 'pack-post:ended', outcome, score: score + more, seconds, cause: 'time is up', proof },
    )
    return { seed, score }
  }
  const table = page.getByTestId('scores')

  const lie = await say(-1, 1000)
  // By key: a press right after scrolling may still be sent to the game's frame, which was there before.
  await table.getByTestId('score-name').first().press('Enter')
  await expect(table.getByTestId('score-said')).toContainText('do not make this score')
  await expect(table.getByText('Nobody is in the table yet')).toBeVisible()

  // The next play has a seed of its own.
  const { score } = await say(lie.seed, 0)
  const name = (await table.getByTestId('score-name').first().textContent())!.trim()
  await table.getByTestId('score-name').first().press('Enter')
  await expect(table.getByTestId('score-said')).toHaveText(`${name} is in the table.`)
  await expect(table.getByRole('row')).toContainText(String(score))
  await page.reload()
  await expect(page.getByTestId('scores').getByRole('row')).toContainText(name)

  const figures = await request.get(`${baseURL}/api/arcade/games/${view.game}/figures`, { headers: maker.headers() })
  expect(((await figures.json()) as { days: object[] }).days).toMatchObject([{ release: 1, plays: 2, finishes: 2 }])
  expect((await request.get(`${baseURL}/api/arcade/games/${view.game}/figures`)).status()).toBe(401)
})

test('the real player plays with the seed it was given, and its proof stands up', async ({
  page,
  request,
  baseURL,
}) => {
  const maker = await Maker.arrive(request, baseURL!)
  const quick = (pack: Pack): Pack => ({
    ...told(pack, { scores: true }),
    parts: {
      ...pack.parts,
      ...{ time: dialed(20), goal: dialed(10) },
      // So much that is good falls that whoever walks to and fro catches some, whatever seed the arcade chose.
      ...{ 'bad-share': dialed(0), gap: dialed(0.2) },
    },
  })
  const view = await maker.send(await titled('Quick Quay', quick))
  // A play that begins before its ticket came is of a seed of its own, and cannot go into the table.
  const ticket = page.waitForResponse(/\/scores\/ticket$/)
  await page.goto(`/arcade/${view.postcode.toLowerCase()}`)
  await playsIn(page)
  await (await ticket).finished()
  const canvas = page.getByTestId('game-frame').contentFrame().locator('canvas')
  await canvas.press('Enter')
  await expect(canvas).toHaveAttribute('data-screen', 'play')
  // Somebody who only walks to and fro: enough for a herring.
  for (let i = 0; (await canvas.getAttribute('data-screen')) === 'play'; i++) {
    await page.keyboard.down(i % 2 === 0 ? 'ArrowLeft' : 'ArrowRight')
    await page.waitForTimeout(600)
    await page.keyboard.up(i % 2 === 0 ? 'ArrowLeft' : 'ArrowRight')
  }
  await expect(canvas).toHaveAttribute('data-screen', /won|lost/)
  const table = page.getByTestId('scores')
  await table.getByTestId('score-name').first().press('Enter')
  await expect(table.getByTestId('score-said')).toContainText('is in the table')
})

test('"make your own from this" opens the pack with where it came from', async ({ page, request, baseURL }) => {
  const maker = await Maker.arrive(request, baseURL!)
  const shared = (pack: Pack): Pack => ({
    ...pack,
    label: { ...pack.label, copies: { allowed: true, licence: 'CC0-1.0' } },
  })
  const view = await maker.send(await titled('Shared Quay', shared))
  const closed = await maker.send(await titled('Closed Quay'))
  expect((await request.get(`${baseURL}/api/arcade/games/${closed.postcode}/pack`)).status()).toBe(404)
  await page.goto(`/arcade/${view.postcode.toLowerCase()}`)
  await openBelowGame(page.getByTestId('make-your-own'))
  await expect(page).toHaveURL(/\/packs\/[0-9a-f-]{36}\/bench/)
  await page.getByRole('link', { name: /^Label:/ }).click()
  await expect(page.getByText('made from Shared Quay by harbour-club')).toBeVisible()
  await expect(page.getByTestId('yours')).toContainText('0 of')
  await page.getByRole('link', { name: /^Check:/ }).click()
  await expect(page.locator('[data-rule=little-changed]')).toContainText('differ from Shared Quay')
})

test('a page that was scrolled before it was awake stays where it is', async ({ page, request, baseURL }) => {
  const maker = await Maker.arrive(request, baseURL!)
  const view = await maker.send(await titled('Slow Quay'))
  let wake = (): void => undefined
  const awake = new Promise<void>((resolve) => (wake = resolve))
  await page.route(/\/_nuxt\/.*\.js$/, async (route) => {
    await awake
    await route.continue()
  })
  await page.goto(`/arcade/${view.postcode.toLowerCase()}`, { waitUntil: 'commit' })
  await page.getByText('Something is wrong with this game').scrollIntoViewIfNeeded()
  const seen = await page.evaluate(() => window.scrollY)
  expect(seen).toBeGreaterThan(100)
  wake()
  // The awake page tells that the game is out of sight.
  await expect(page.getByTestId('play-on')).toBeVisible()
  expect(await page.evaluate(() => window.scrollY)).toBe(seen)
})

test('kept as an app a game plays without a network', async ({ page, context, request, baseURL }) => {
  const maker = await Maker.arrive(request, baseURL!)
  const view = await maker.send(await titled('Pocket Quay'))
  await page.goto(`/arcade/${view.postcode.toLowerCase()}`)
  // By key: a press right after scrolling may still be sent to the game's frame, which was there before. The page
  // then stays where it is, and this waited for its mark in vain.
  await page.getByRole('link', { name: 'Keep it as an app' }).press('Enter')
  await expect(page).toHaveURL(/\/app\/game-/)
  const canvas = page.locator('iframe').contentFrame().locator('canvas')
  await expect(canvas).toHaveAttribute('data-screen', 'start')
  await expect(page.locator('html')).toHaveAttribute('data-kept', 'yes')
  expect(new URL(page.url()).origin).not.toBe(baseURL)
  const manifest = await request.get(new URL('manifest.webmanifest', page.url()).href)
  expect(await manifest.json()).toMatchObject({ name: 'Pocket Quay', display: 'standalone' })
  await context.setOffline(true)
  await page.reload()
  await expect(canvas).toHaveAttribute('data-screen', 'start')
  await context.setOffline(false)
})

test('an upload can be paused, and goes on after the page was closed', async ({ page, context }) => {
  await readyToPost(page)
  await expect(page.getByText(/^Checked[,:] nothing/)).toBeVisible()
  let letThrough: () => void = () => undefined
  const held = new Promise<void>((resolve) => (letThrough = resolve))
  const uploads = '**/api/arcade/uploads/*'
  await context.route(uploads, async (route) => {
    if (route.request().method() === 'PATCH') await held
    await route.continue().catch(() => undefined)
  })
  await page.getByTestId('post-it').click()
  await page.getByTestId('pause').click()
  await expect(page.getByText(/^Paused at /)).toBeVisible()
  await page.close()
  letThrough()
  await context.unroute(uploads)

  const again = await context.newPage()
  await again.goto(`${DEMO}/post`)
  await expect(again.getByTestId('pending')).toContainText('was broken off')
  await again.getByRole('button', { name: 'Go on where it stopped' }).click()
  await expect(again.getByTestId('tracking')).toHaveAttribute('data-state', 'live')
  await expect(again.getByTestId('pending')).toHaveCount(0)
  await expect(again.getByTestId('posting-row')).toHaveCount(1)
})

test('a posting can become a game of its own, a key moves to another browser, a game is deleted for good', async ({
  page,
  browser,
}) => {
  await readyToPost(page)
  await choose(page, 'Unlisted')
  const link = await post(page)
  await choose(page, 'A game of its own')
  await page.getByTestId('post-it').click()
  await expect(page.getByTestId('posting-row')).toHaveCount(2)
  await expect(page.getByTestId('tracking')).toHaveAttribute('data-state', 'live')
  const second = await page.getByTestId('share-link').inputValue()
  expect(second).not.toBe(link)

  await page.goto('/posted')
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByTestId('save-key').click()])
  const key = readFileSync((await file.path())!)
  const other = await (await browser.newContext()).newPage()
  await other.goto('/posted')
  await other
    .getByTestId('key-file')
    .setInputFiles({ name: 'no.key.json', mimeType: 'application/json', buffer: Buffer.from('{}') })
  await expect(other.getByTestId('notice')).toContainText('“no.key.json” is not a key file')
  await other.getByTestId('key-file').setInputFiles({ name: 'my.key.json', mimeType: 'application/json', buffer: key })
  await expect(other.getByTestId('notice')).toContainText('can look after those games now')
  await other.goto('/mail')
  await expect(other.getByTestId('mail-letter')).toHaveCount(2)
  await other.context().close()

  await go(page, `${DEMO}/post`)
  await page.getByRole('button', { name: 'Delete the game for good…' }).click()
  await page.getByTestId('delete-game').click()
  await expect(page.getByTestId('posting-row')).toHaveCount(1)
  expect((await page.request.get(second)).status()).toBe(404)
  expect((await page.request.get(link)).status()).toBe(200)
})

test('an address is left for what the label says, and only its maker finds it', async ({
  page,
  browser,
  request,
  baseURL,
}) => {
  await readyToPost(page)
  await go(page, `${DEMO}/label`)
  await page
    .locator('[data-question=fright]')
    .getByRole('radio', { name: /^Horror/ })
    .click()
  await page.getByTestId('privacy-email').check()
  await page.getByLabel('What for').fill('To tell of the next release')
  await page.getByLabel('Who keeps them').fill('harbour-club')
  await go(page, `${DEMO}/post`)
  await choose(page, 'Unlisted')
  const link = await post(page)
  await expect(page.getByTestId('addresses')).toContainText('Nobody has left one yet')

  const friend = await (await browser.newContext({ javaScriptEnabled: false })).newPage()
  await friend.goto(link)
  await expect(friend.getByText('harbour-club uses it for this only: To tell of the next release')).toBeVisible()
  await friend.getByLabel('Your e-mail address').fill('tern@club.example')
  await friend.getByLabel('Your e-mail address').press('Enter')
  await expect(friend.getByText('Your address is kept')).toBeVisible()
  expect(await (await request.get(`${baseURL}${new URL(link).pathname}`)).text()).not.toContain('tern@club.example')
  await friend.context().close()

  await page.reload()
  await expect(page.getByTestId('addresses')).toContainText('1 address')
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as a table' }).click(),
  ])
  const table = readFileSync((await file.path())!, 'utf8')
  expect(table).toMatch(/^email,deleted on\r?\ntern@club\.example,\d{4}-\d\d-\d\d$/)
})

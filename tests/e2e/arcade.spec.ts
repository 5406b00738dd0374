/** The arcade through its real pages and requests, on one server. */
import { createServer } from 'node:http'
import { expect, test } from '@playwright/test'
import { strToU8 } from 'fflate'
import { demoParcel, forge, Maker, problemOf } from '../support/arcade-client'

const NOT_A_KEY = 'x'.repeat(43)
let parcel: Uint8Array
test.beforeAll(async () => {
  parcel = await demoParcel()
})

test('no key, a wrong key, a wrong type, too large: refused with problem details', async ({ request, baseURL }) => {
  const base = baseURL!
  const stranger = new Maker(request, base, '')
  const liar = new Maker(request, base, NOT_A_KEY)
  const maker = await Maker.arrive(request, base)

  const none = await request.post(`${base}/api/arcade/postings`, { data: {} })
  expect(none.status()).toBe(401)
  expect(none.headers()['content-type']).toContain('application/problem+json')
  expect(await problemOf(none)).toMatchObject({ type: 'urn:pack-post:no-key', status: 401 })
  expect(await problemOf(await stranger.createUpload(10))).toMatchObject({ status: 401 })
  expect(await problemOf(await liar.createUpload(10))).toMatchObject({ type: 'urn:pack-post:wrong-key', status: 403 })
  expect(await problemOf(await liar.post('a'.repeat(32)))).toMatchObject({ status: 403 })
  expect(await problemOf(await maker.createUpload(10, 'image/png'))).toMatchObject({
    type: 'urn:pack-post:type',
    status: 415,
  })
  const large = await maker.createUpload(30_000_000)
  expect(large.status()).toBe(413)
  expect(await problemOf(large)).toMatchObject({ type: 'urn:pack-post:too-large' })
  expect(await problemOf(await maker.post('f'.repeat(32)))).toMatchObject({ status: 404 })
  expect(await problemOf(await maker.post('../../etc/passwd'))).toMatchObject({ status: 400 })
  expect((await request.get(`${base}/api/arcade/nothing-here`)).status()).toBe(404)
})

test('an upload that is not whole, or somebody else’s, cannot be posted', async ({ request, baseURL }) => {
  const maker = await Maker.arrive(request, baseURL!)
  const other = await Maker.arrive(request, baseURL!)
  const made = await maker.createUpload(parcel.length)
  const location = made.headers()['location']!
  await maker.sendPart(location, 0, parcel.slice(0, 1000))
  const id = location.split('/').at(-1)!
  expect(await problemOf(await maker.post(id))).toMatchObject({ status: 400 })
  expect(await problemOf(await other.post(id))).toMatchObject({ status: 404 })
  expect((await other.sendPart(location, 1000, parcel.slice(1000))).status()).toBe(403)
  expect((await maker.sendPart(location, 1000, parcel.slice(1000))).status()).toBe(204)
  expect((await maker.post(id)).status()).toBe(200)
})

test('another owner’s game can be neither released to nor changed nor seen while only theirs', async ({
  request,
  baseURL,
  playwright,
}) => {
  const maker = await Maker.arrive(request, baseURL!)
  const view = await maker.send(parcel, { visibility: 'only-me' })
  expect(view.state).toBe('live')
  const fresh = await playwright.request.newContext()
  const thief = await Maker.arrive(fresh, baseURL!)
  expect(await problemOf(await thief.post(await thief.upload(parcel), { game: view.game }))).toMatchObject({
    status: 403,
  })
  const at = `${baseURL}/api/arcade/games/${view.game}`
  const headers = thief.headers()
  for (const answer of [
    await fresh.get(`${at}/owner`, { headers }),
    await fresh.get(`${at}/figures`, { headers }),
    await fresh.get(`${at}/emails`, { headers }),
    await fresh.put(`${at}/live`, { headers, data: { release: 0 } }),
    await fresh.delete(at, { headers }),
    await fresh.post(`${at}/invites`, { headers, data: { name: 'me' } }),
  ])
    expect((await problemOf(answer)).status).toBe(403)
  expect((await fresh.post(`${baseURL}/api/arcade/postings/${view.id}/release`, { headers })).status()).toBe(404)
  const mail = await fresh.get(`${baseURL}/api/arcade/mail`, { headers })
  expect(((await mail.json()) as { letters: [] }).letters).toEqual([])
  const change = (who: Maker, visibility: string) =>
    who.http.put(`${at}/visibility`, {
      headers: who.headers(),
      data: { visibility },
    })
  expect((await change(thief, 'public')).status()).toBe(403)
  expect((await fresh.get(`${baseURL}/api/arcade/games/${view.postcode}`)).status()).toBe(404)
  expect((await fresh.get(`${baseURL}/api/arcade/postings/${view.id}`, { headers: thief.headers() })).status()).toBe(
    404,
  )
  expect((await fresh.get(`${baseURL}/api/arcade/postings/${view.id}/events`)).status()).toBe(404)

  // The files' address is unguessable and stops working when who can see the game changes.
  await change(maker, 'unlisted')
  const seen = (await (await fresh.get(`${baseURL}/api/arcade/games/${view.postcode}`)).json()) as { playUrl: string }
  expect((await fresh.get(`${seen.playUrl}game.json`)).status()).toBe(200)
  await change(maker, 'only-me')
  expect((await fresh.get(`${seen.playUrl}game.json`)).status()).toBe(404)
  expect((await change(maker, 'everybody')).status()).toBe(400)
  await fresh.dispose()
})

test('files of a game are served so that they can do no harm', async ({ request, baseURL }) => {
  const maker = await Maker.arrive(request, baseURL!)
  const view = await maker.send(parcel)
  const game = (await (await request.get(`${baseURL}/api/arcade/games/${view.postcode}`)).json()) as {
    playUrl: string
  }
  expect(new URL(game.playUrl).origin).not.toBe(baseURL)
  const page = await request.get(game.playUrl)
  const headers = page.headers()
  expect(headers['content-security-policy']).toContain('sandbox allow-scripts')
  expect(headers['content-security-policy']).not.toContain('allow-same-origin')
  expect(headers['x-content-type-options']).toBe('nosniff')
  expect(headers['access-control-allow-origin']).toBe('*')
  expect(headers['x-robots-tag']).toBe('noindex')
  expect(headers['set-cookie']).toBeUndefined()
  // Its files never change, come in ranges, and are nowhere on the arcade's own origin.
  const file = await request.get(`${game.playUrl}game.json`)
  expect(file.headers()['cache-control']).toContain('immutable')
  const part = await request.get(`${game.playUrl}game.json`, { headers: { range: 'bytes=0-9' } })
  expect([part.status(), (await part.body()).length]).toEqual([206, 10])
  const again = await request.get(`${game.playUrl}game.json`, { headers: { 'if-none-match': file.headers()['etag']! } })
  expect(again.status()).toBe(304)
  const own = `${baseURL}${new URL(game.playUrl).pathname}`
  expect((await request.get(own, { maxRedirects: 0 })).headers()['location']).toBe(game.playUrl)
  for (const elsewhere of ['/arcade', '/api/arcade/games', '/', '/packs', '/_nuxt/'])
    expect((await request.get(new URL(elsewhere, game.playUrl).href)).status(), elsewhere).toBe(404)
  for (const path of ['..%2F..%2Fsecret', 'parcel.json%00', '%2e%2e/%2e%2e/secret', 'a:b.json', 'nothing.html'])
    expect((await request.get(`${game.playUrl}${path}`)).status(), path).toBe(404)
})

/** A server that is none of ours, and what it was asked. */
async function elsewhere(): Promise<{ url: string; asked: string[]; close: () => void }> {
  const asked: string[] = []
  const server = createServer((incoming, answer) => {
    asked.push(`${incoming.method} ${incoming.url}`)
    answer
      .writeHead(200, { 'content-type': 'text/html', 'access-control-allow-origin': '*' })
      .end('<p>Sign in here</p>')
  })
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready))
  const { port } = server.address() as { port: number }
  return { url: `http://127.0.0.1:${port}`, asked, close: () => server.close() }
}

/** Everything a game's code could try, run inside of its frame. */
async function attempts(url: string): Promise<Record<string, string>> {
  const found: Record<string, string> = {}
  const attempt = async (name: string, does: () => unknown) => {
    try {
      found[name] = String(await does())
    } catch {
      found[name] = 'denied'
    }
  }
  await attempt('localStorage', () => localStorage.length)
  await attempt('cookie', () => document.cookie)
  await attempt(
    'indexedDB',
    () =>
      new Promise((yes, no) => {
        const open = indexedDB.open('pack-post')
        open.onsuccess = () => yes('open')
        open.onerror = () => no(new Error('no'))
      }),
  )
  await attempt('parent', () => parent.document.body.innerHTML.length)
  await attempt(
    'session',
    async () => (await fetch('/api/arcade/session', { method: 'POST', credentials: 'include' })).status,
  )
  await attempt('list', async () => (await (await fetch('/api/arcade/games')).text()).length)
  if (parent !== window)
    await attempt('top', () => {
      top!.location = 'https://example.invalid/'
      return 'moved'
    })
  await attempt('open', () => {
    if (window.open(`${url}/open`) === null) throw new Error('no')
    return 'opened'
  })
  await attempt('fetch', async () => (await fetch(`${url}/fetch`)).status)
  await attempt('script', async () => {
    const script = document.createElement('script')
    script.src = `${url}/script`
    document.body.append(script)
    await new Promise((yes, no) => ((script.onload = yes), (script.onerror = no)))
  })
  await attempt('socket', () => {
    new WebSocket(url.replace('http', 'ws'))
  })
  navigator.sendBeacon(`${url}/beacon`, 'x')
  new Image().src = `${url}/image`
  for (const rel of ['prefetch', 'preload', 'dns-prefetch', 'preconnect', 'stylesheet', 'prerender']) {
    const link = Object.assign(document.createElement('link'), { rel, href: `${url}/${rel}`, as: 'fetch' })
    document.head.append(link)
  }
  const frame = document.createElement('iframe')
  frame.src = `${url}/frame`
  document.body.append(frame)
  return found
}

/** Ways to lead a frame elsewhere. */
const LEAVING: ((url: string) => void)[] = [
  (url) => {
    const form = Object.assign(document.createElement('form'), { action: `${url}/form`, method: 'post' })
    document.body.append(form)
    form.submit()
  },
  (url) => {
    const anchor = Object.assign(document.createElement('a'), { href: `${url}/anchor`, ping: `${url}/ping` })
    document.body.append(anchor)
    anchor.click()
  },
  (url) => {
    location.href = `${url}/location`
  },
  (url) => {
    const meta = document.createElement('meta')
    meta.httpEquiv = 'refresh'
    meta.content = `0;url=${url}/refresh`
    document.head.append(meta)
  },
]

test('of a hostile parcel nothing runs; code in a game’s frame could read nothing, and neither leave, open, submit, beacon nor prefetch', async ({
  page,
  request,
  baseURL,
}) => {
  const maker = await Maker.arrive(request, baseURL!)
  const hostile = forge(parcel, (files) => {
    files.set('index.html', strToU8('<!doctype html><html><body><script src="player.js"></script></body></html>'))
    files.set('player.js', strToU8('document.body.textContent = "spied"'))
  })
  const view = await maker.send(hostile)
  expect(view.state).toBe('live')
  const other = await elsewhere()

  // Somebody who uses Pack Post in this browser opens it: there is something to steal.
  await page.goto('/')
  await expect(page.getByTestId('packs').getByText('Puffin Catch')).toBeVisible()
  await page.evaluate(() => localStorage.setItem('secret', 'mine'))
  const denied = { localStorage: 'denied', cookie: 'denied', indexedDB: 'denied', session: 'denied', list: 'denied' }
  for (const path of [`/arcade/${view.postcode.toLowerCase()}`, `/arcade/embed/${view.postcode.toLowerCase()}`]) {
    await page.goto(path)
    const frame = page.getByTestId('game-frame').contentFrame()
    await expect(frame.locator('canvas')).toHaveAttribute('data-screen', 'start')
    await expect(frame.locator('body')).not.toContainText('spied')
    const handle = (await (await page.getByTestId('game-frame').elementHandle())!.contentFrame())!
    const found = await handle.evaluate(attempts, other.url)
    expect(found).toMatchObject({
      ...denied,
      parent: 'denied',
      top: 'denied',
      open: 'denied',
      fetch: 'denied',
      script: 'denied',
    })
    // Leaving by itself: the page around it lets no other address into the frame.
    for (const leave of LEAVING) {
      await page.goto(path)
      await expect(frame.locator('canvas')).toHaveAttribute('data-screen', 'start')
      const inside = (await (await page.getByTestId('game-frame').elementHandle())!.contentFrame())!
      await inside.evaluate(leave, other.url).catch(() => undefined)
      // The page around it is where it was, and answers.
      expect(new URL(page.url()).pathname).toBe(path)
    }
  }
  // Opened by itself, outside of any frame, it is as powerless.
  await page.goto(`/arcade/${view.postcode.toLowerCase()}`)
  await page.goto((await page.getByTestId('game-frame').getAttribute('src'))!)
  await expect(page.locator('canvas')).toHaveAttribute('data-screen', 'start')
  expect(await page.evaluate(attempts, other.url)).toMatchObject({ ...denied, open: 'denied', fetch: 'denied' })
  // A request to the arcade has come and gone since: whatever was on its way elsewhere would have arrived.
  await page.goto('/arcade')
  expect(other.asked).toEqual([])
  other.close()
})

test('every page has a policy with a nonce of its own; what is somebody’s own is kept by no cache', async ({
  page,
  request,
  baseURL,
}) => {
  const nonces = new Set<string>()
  for (const path of ['/', '/packs/demo-puffin-catch/bench', '/arcade', '/arcade', '/posted']) {
    const answer = await request.get(`${baseURL}${path}`)
    const headers = answer.headers()
    const nonce = /script-src 'self' 'nonce-([\w-]{22})' 'wasm-unsafe-eval'/.exec(
      headers['content-security-policy']!,
    )![1]!
    nonces.add(nonce)
    const html = await answer.text()
    for (const [script] of html.matchAll(/<script[^>]*>/g)) expect(script).toContain(`nonce="${nonce}"`)
    expect(headers['x-content-type-options']).toBe('nosniff')
    expect(headers['referrer-policy']).toBe('strict-origin-when-cross-origin')
  }
  expect(nonces.size).toBe(5)
  expect((await request.get(`${baseURL}/favicon.svg`)).headers()['x-content-type-options']).toBe('nosniff')
  const maker = await Maker.arrive(request, baseURL!)
  for (const path of ['mail', 'games', 'openapi.json'])
    expect(
      (await request.get(`${baseURL}/api/arcade/${path}`, { headers: maker.headers() })).headers()['cache-control'],
    ).toBe('no-store')
  // A key is in no cookie, and the cookie is for this site's own requests only.
  const { cookies } = await request.storageState()
  const session = cookies.find((cookie) => cookie.name === 'pack-post-session')!
  expect(session).toMatchObject({ httpOnly: true, sameSite: 'Strict' })
  expect(session.value).not.toBe(maker.key)
  // Script that somebody smuggled into a page does not run.
  await page.goto('/arcade')
  await page.evaluate(() => {
    const script = document.createElement('script')
    script.textContent = 'document.body.id = "ran"'
    document.body.append(script)
  })
  expect(await page.evaluate(() => document.body.id)).toBe('')
})

test('markup in titles and texts shows as text', async ({ page, request, baseURL }) => {
  const maker = await Maker.arrive(request, baseURL!)
  const nasty = '<img src=x onerror=document.body.id="ran"> & co'
  const view = await maker.send(
    await demoParcel((pack) => ({
      ...pack,
      label: {
        ...pack.label,
        title: nasty.slice(0, 40),
        short: nasty,
        author: nasty,
        howTo: [nasty],
        description: `${nasty} ${nasty}`,
      },
    })),
  )
  expect(view.state).toBe('live')
  await page.goto(`/arcade/${view.postcode.toLowerCase()}`)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(nasty.slice(0, 40))
  await expect(page.getByText(nasty).first()).toBeVisible()
  expect(await page.evaluate(() => document.body.id)).toBe('')
  expect(await page.locator('main img').count()).toBe(0)
})

test('a best score is kept over a reload by the page around the game', async ({ page, request, baseURL }) => {
  const maker = await Maker.arrive(request, baseURL!)
  const view = await maker.send(parcel)
  await page.goto(`/arcade/${view.postcode.toLowerCase()}`)
  const canvas = page.getByTestId('game-frame').contentFrame().locator('canvas')
  /** What the page tells a game that asks, from within the game's frame. */
  const told = async () => {
    await expect(canvas).toHaveAttribute('data-screen', 'start')
    return canvas.evaluate(
      () =>
        new Promise<number>((resolve) => {
          addEventListener('message', (event: MessageEvent<{ best: number }>) => resolve(event.data.best), {
            once: true,
          })
          parent.postMessage({ type: 'pack-post:load' }, '*')
        }),
    )
  }
  expect(await told()).toBe(0)
  await canvas.evaluate(() => {
    for (const best of ['a lot', 1e12, -4, 70]) parent.postMessage({ type: 'pack-post:save', best }, '*')
  })
  await expect.poll(() => page.evaluate((key) => localStorage.getItem(key), `arcade:best:${view.game}`)).toBe('70')
  await page.reload()
  expect(await told()).toBe(70)
})

test('game pages carry what link previews read, and work before any script', async ({ request, baseURL }) => {
  const maker = await Maker.arrive(request, baseURL!)
  const view = await maker.send(
    await demoParcel((pack) => ({ ...pack, label: { ...pack.label, title: 'Tide Table' } })),
  )
  const html = await (await request.get(`${baseURL}/arcade/${view.postcode.toLowerCase()}`)).text()
  expect(html).toContain('<meta property="og:title" content="Tide Table">')
  expect(html).toMatch(/<meta property="og:image" content="http[^"]+label\/[0-9a-f]+\.png">/)
  expect(html).toContain('noindex')
  expect(html).toMatch(/<iframe[^>]+sandbox="allow-scripts allow-pointer-lock"/)
  const missing = await request.get(`${baseURL}/arcade/kelp-0000`)
  expect(missing.status()).toBe(404)
})

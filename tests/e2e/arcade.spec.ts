import { expect, test } from '@playwright/test'
import { strToU8, zipSync } from 'fflate'
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

test('a parcel that cannot be read or is not what it says comes back with the reason', async ({ request, baseURL }) => {
  const maker = await Maker.arrive(request, baseURL!)
  const returned = async (bytes: Uint8Array) => {
    const view = await maker.send(bytes)
    expect(view.state).toBe('returned')
    return view
  }
  expect((await returned(strToU8('this is no zip at all, only a row of words'))).problem).toContain('not a whole ZIP')
  expect((await returned(zipSync({ 'index.html': strToU8('hi') }))).problem).toContain('parcel.json')
  expect((await returned(zipSync({ 'parcel.json': strToU8('{"format":"other"}') }))).problem).toContain(
    'makes no sense',
  )
  expect((await returned(zipSync({ '../x': strToU8('hi') }))).problem).toContain('leads out of it')
  expect(
    (await returned(forge(parcel, (files) => files.set('parcel.json', strToU8('{"version":8}')), false))).problem,
  ).toContain('newer format (8)')
  const swapped = await returned(forge(parcel, (files) => files.set('player.js', strToU8('alert(1)')), false))
  expect(swapped.findings.filter((one) => one.severity === 'must').map((one) => one.facts['file'])).toEqual([
    'player.js',
  ])
  const lied = await returned(
    forge(parcel, (files) => {
      const game = JSON.parse(new TextDecoder().decode(files.get('game.json'))) as { title: string }
      files.set('game.json', strToU8(JSON.stringify({ ...game, title: 'Another game' })))
    }),
  )
  expect(lied.findings.some((one) => one.rule === 'contents-differ' && one.facts['file'] === 'game.json')).toBe(true)
  expect(await (await request.get(`${baseURL}/api/arcade/games/${lied.postcode}`)).status()).toBe(404)
})

test('the arcade runs the same rules: a careless label is returned with what the check says', async ({
  request,
  baseURL,
}) => {
  const maker = await Maker.arrive(request, baseURL!)
  const careless = await demoParcel((pack) => ({
    ...pack,
    label: { ...pack.label, title: 'BEST PUFFIN GAME', description: '', cover: null },
  }))
  const view = await maker.send(careless)
  expect(view.state).toBe('returned')
  expect(
    view.findings
      .filter((one) => one.severity === 'must')
      .map((one) => one.rule)
      .sort(),
  ).toEqual(['cover', 'description-short', 'title'])
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
  const change = (who: Maker, visibility: string) =>
    who.http.put(`${baseURL}/api/arcade/games/${view.game}/visibility`, {
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
  const seen = (await (await fresh.get(`${baseURL}/api/arcade/games/${view.postcode}`)).json()) as { playPath: string }
  expect((await fresh.get(`${baseURL}${seen.playPath}game.json`)).status()).toBe(200)
  await change(maker, 'only-me')
  expect((await fresh.get(`${baseURL}${seen.playPath}game.json`)).status()).toBe(404)
  expect((await change(maker, 'everybody')).status()).toBe(400)
  await fresh.dispose()
})

test('unlisted games are not listed, public ones are; two public games cannot share a title', async ({
  request,
  baseURL,
}) => {
  const maker = await Maker.arrive(request, baseURL!)
  const titled = (title: string) => demoParcel((pack) => ({ ...pack, label: { ...pack.label, title } }))
  const list = async () =>
    ((await (await request.get(`${baseURL}/api/arcade/games`)).json()) as { title: string }[]).map((game) => game.title)
  await maker.send(await titled('Hidden Cove'), { visibility: 'unlisted' })
  expect(await list()).not.toContain('Hidden Cove')
  await maker.send(await titled('Open Cove'), { visibility: 'public' })
  expect(await list()).toContain('Open Cove')
  const second = await (
    await Maker.arrive(request, baseURL!)
  ).send(await titled(' open cove '), { visibility: 'public' })
  expect(second.state).toBe('returned')
  expect(second.findings.map((one) => one.rule)).toContain('title-taken')
})

test('files of a game are served so that they can do no harm', async ({ request, baseURL }) => {
  const maker = await Maker.arrive(request, baseURL!)
  const view = await maker.send(parcel)
  const game = (await (await request.get(`${baseURL}/api/arcade/games/${view.postcode}`)).json()) as {
    playPath: string
  }
  const page = await request.get(`${baseURL}${game.playPath}`)
  const headers = page.headers()
  expect(headers['content-security-policy']).toContain('sandbox allow-scripts')
  expect(headers['content-security-policy']).not.toContain('allow-same-origin')
  expect(headers['x-content-type-options']).toBe('nosniff')
  expect(headers['access-control-allow-origin']).toBe('*')
  expect(headers['x-robots-tag']).toBe('noindex')
  expect(headers['set-cookie']).toBeUndefined()
  for (const path of ['..%2F..%2Fsecret', 'parcel.json%00', '%2e%2e/%2e%2e/secret', 'a:b.json', 'nothing.html'])
    expect((await request.get(`${baseURL}${game.playPath}${path}`)).status(), path).toBe(404)
})

test('a hostile game can read nothing of the app: not its storage, its cookies, its keys, nor the page around it', async ({
  page,
  request,
  baseURL,
}) => {
  const maker = await Maker.arrive(request, baseURL!)
  const spy = `
    const found = {};
    const attempt = async (name, does) => { try { found[name] = String(await does()) } catch (error) { found[name] = 'denied' } };
    (async () => {
      await attempt('localStorage', () => localStorage.length);
      await attempt('cookie', () => document.cookie);
      await attempt('indexedDB', () => new Promise((yes, no) => { const open = indexedDB.open('pack-post'); open.onsuccess = () => yes('open'); open.onerror = () => no(new Error('no')) }));
      await attempt('parent', () => parent.document.body.innerHTML.length);
      await attempt('session', async () => (await fetch('/api/arcade/session', { method: 'POST', credentials: 'include' })).status);
      await attempt('list', async () => (await (await fetch('/api/arcade/games')).text()).length);
      if (parent !== window) await attempt('top', () => { top.location = 'https://example.invalid/'; return 'moved' });
      document.body.dataset.found = JSON.stringify(found);
      document.body.textContent = 'spied';
    })();`
  const hostile = forge(parcel, (files) => {
    files.set('index.html', strToU8('<!doctype html><html><body>…<script src="player.js"></script></body></html>'))
    files.set('player.js', strToU8(spy))
  })
  const view = await maker.send(hostile)
  expect(view.state).toBe('live')

  // Somebody who uses Pack Post in this browser opens it: there is something to steal.
  await page.goto('/')
  await expect(page.getByTestId('packs').getByText('Puffin Catch')).toBeVisible()
  await page.evaluate(() => localStorage.setItem('secret', 'mine'))
  await page.goto(`/arcade/${view.postcode.toLowerCase()}`)
  const body = page.getByTestId('game-frame').contentFrame().locator('body')
  await expect(body).toHaveText('spied')
  const inFrame = JSON.parse((await body.getAttribute('data-found'))!) as Record<string, string>
  expect(inFrame).toEqual({
    localStorage: 'denied',
    cookie: 'denied',
    indexedDB: 'denied',
    parent: 'denied',
    session: 'denied',
    list: 'denied',
    top: 'denied',
  })
  expect(page.url()).toContain('/arcade/')

  // Opened by itself, outside of any frame, it is as powerless.
  const src = (await page.getByTestId('game-frame').getAttribute('src'))!
  await page.goto(src)
  await expect(page.locator('body')).toHaveText('spied')
  const alone = JSON.parse((await page.locator('body').getAttribute('data-found'))!) as Record<string, string>
  expect(alone).toMatchObject({
    localStorage: 'denied',
    cookie: 'denied',
    indexedDB: 'denied',
    session: 'denied',
    list: 'denied',
  })
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
  const keeper = forge(parcel, (files) => {
    files.set('index.html', strToU8('<!doctype html><html><body>…<script src="player.js"></script></body></html>'))
    files.set(
      'player.js',
      strToU8(`addEventListener('message', (event) => { document.body.textContent = 'kept ' + event.data.best; parent.postMessage({ type: 'pack-post:save', best: 70 }, '*') });
      parent.postMessage({ type: 'pack-post:load' }, '*');
      parent.postMessage({ type: 'pack-post:save', best: 'a lot' }, '*');
      parent.postMessage({ type: 'pack-post:save', best: 1e12 }, '*')`),
    )
  })
  const view = await maker.send(keeper)
  await page.goto(`/arcade/${view.postcode.toLowerCase()}`)
  const body = page.getByTestId('game-frame').contentFrame().locator('body')
  await expect(body).toHaveText('kept 0')
  await expect.poll(() => page.evaluate((key) => localStorage.getItem(key), `arcade:best:${view.game}`)).toBe('70')
  await page.reload()
  await expect(body).toHaveText('kept 70')
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

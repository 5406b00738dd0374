import { expect, test } from '@playwright/test'
import type { Pack } from '../../core/pack/pack'
import { demoParcel, Maker } from '../support/arcade-client'

const labelled = (label: Partial<Pack['label']>) =>
  demoParcel((pack) => ({ ...pack, label: { ...pack.label, ...label } }))

test('without any script: the list is searched and filtered, a postcode found, a report sent', async ({
  browser,
  request,
  baseURL,
}) => {
  const maker = await Maker.arrive(request, baseURL!)
  const view = await maker.send(
    await labelled({ title: 'Plain Quay', category: 'skill', tags: ['plain', 'quay', 'sea'] }),
    {
      visibility: 'public',
    },
  )
  const page = await (await browser.newContext({ javaScriptEnabled: false })).newPage()
  const games = page.getByTestId('games').getByRole('listitem')
  await page.goto('/arcade')
  await page.getByTestId('arcade-search').fill('plain quay')
  await page.getByRole('button', { name: 'Show', exact: true }).click()
  await expect(games).toHaveCount(1)
  await page.getByLabel('Any kind').selectOption('quiz')
  await page.getByRole('button', { name: 'Show', exact: true }).click()
  await expect(games).toHaveCount(0)
  await expect(page.getByText('No public game fits')).toBeVisible()

  await page.goto('/arcade')
  await page.getByLabel('Postcode').fill('nonsense')
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect(page.getByText('That is not a postcode')).toBeVisible()
  await page.getByLabel('Postcode').fill(view.postcode)
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Plain Quay')
  await expect(page.getByText('All ages', { exact: true })).toBeVisible()
  await expect(page.getByText('It cannot use a microphone or a camera.')).toBeVisible()

  await page.getByText('Something is wrong with this game').click()
  await page.getByLabel('In your words').fill('The boots are mine <b>all</b> of them')
  await page.getByTestId('report-send').click()
  await expect(page.getByText('The maker finds it in their mail')).toBeVisible()
  const mail = (await (await request.get(`${baseURL}/api/arcade/mail`, { headers: maker.headers() })).json()) as {
    letters: { kind: string; text: string }[]
  }
  expect(mail.letters.find((letter) => letter.kind === 'report')!.text).toContain('The boots are mine <b>all</b>')
  await page.context().close()
})

test('a nasty title breaks no format it is told in', async ({ page, request, baseURL }) => {
  const maker = await Maker.arrive(request, baseURL!)
  const title = '</script><b>&"]]>\' <!--'
  const view = await maker.send(await labelled({ title, author: title, tags: ['a', 'b', '</feed>'] }), {
    visibility: 'public',
  })
  expect(view.state).toBe('live')
  const text = async (path: string) => (await request.get(`${baseURL}${path}`)).text()
  const link = `${baseURL}/arcade/${view.postcode.toLowerCase()}`

  // Read by a browser's own parser, which knows nothing of how they were written.
  const read = (xml: string, name: string) =>
    page.evaluate(
      ([source, tag]) => {
        const doc = new DOMParser().parseFromString(source!, 'application/xml')
        if (doc.querySelector('parsererror') !== null) throw new Error('not well-formed')
        return [...doc.getElementsByTagName(tag!)].map((one) => one.textContent)
      },
      [xml, name],
    )
  expect(await read(await text('/arcade/feed.atom'), 'title')).toContain(title)
  expect(await read(await text('/sitemap.xml'), 'loc')).toContain(link)

  const oembed = (await (await request.get(`${baseURL}/arcade/oembed?url=${encodeURIComponent(link)}`)).json()) as {
    title: string
    html: string
    width: number
  }
  expect(oembed).toMatchObject({ version: '1.0', type: 'rich', title, width: 800 })
  expect(oembed.html).toContain('title="&lt;/script&gt;&lt;b&gt;')
  expect(oembed.html.match(/</g)).toHaveLength(2)

  const html = await text(`/arcade/${view.postcode.toLowerCase()}`)
  const json = /<script[^>]* type="application\/ld\+json"[^>]*>(.*?)<\/script>/s.exec(html)![1]!
  expect(JSON.parse(json)).toMatchObject({ '@type': 'VideoGame', name: title })
  expect(html).toContain('application/json+oembed')
  // The address an app had before games had an origin of their own leads on to it.
  const app = (await request.get(`${baseURL}/arcade/app/${view.postcode.toLowerCase()}/`)).url()
  expect(new URL(app).origin).not.toBe(baseURL)
  for (const file of ['', 'game.html'])
    expect(await (await request.get(new URL(file, app).href)).text()).not.toContain('<b>&"]]>')
  expect(await text(`/arcade/app/${view.postcode.toLowerCase()}/sw.js`)).toContain('unregister')
})

test('what is not public is in no list, no feed, no oEmbed; what is taken off is gone from all', async ({
  request,
  baseURL,
}) => {
  const maker = await Maker.arrive(request, baseURL!)
  const hidden = await maker.send(await labelled({ title: 'Hidden Sluice' }), { visibility: 'invited' })
  const open = await maker.send(await labelled({ title: 'Open Sluice' }), { visibility: 'public' })
  const everywhere = async () =>
    (
      await Promise.all(
        ['/api/arcade/games?band=15', '/arcade?q=sluice', '/arcade/feed.atom', '/sitemap.xml'].map(async (path) =>
          (await request.get(`${baseURL}${path}`)).text(),
        ),
      )
    ).join('\n')
  expect(await everywhere()).toContain('Open Sluice')
  expect(await everywhere()).not.toContain('Hidden Sluice')
  expect(await everywhere()).not.toContain(hidden.postcode.toLowerCase())
  const oembed = await request.get(
    `${baseURL}/arcade/oembed?url=${encodeURIComponent(`${baseURL}/arcade/${hidden.postcode}`)}`,
  )
  expect(oembed.status()).toBe(404)
  await request.put(`${baseURL}/api/arcade/games/${open.game}/live`, { headers: maker.headers(), data: { release: 0 } })
  expect(await everywhere()).not.toContain('Open Sluice')
})

test('a game says who may frame it, in all its pages', async ({ request, baseURL }) => {
  const maker = await Maker.arrive(request, baseURL!)
  const base = { scores: false, plays: false, email: null, asks: [] }
  const named = await maker.send(
    await labelled({ title: 'Framed', privacy: { ...base, framing: 'named', sites: ['https://club.example'] } }),
  )
  const policy = async (path: string) => (await request.get(`${baseURL}${path}`)).headers()['content-security-policy']!
  const code = named.postcode.toLowerCase()
  expect(await policy(`/arcade/embed/${code}`)).toMatch(/frame-ancestors 'self' https:\/\/club\.example$/)
  for (const path of [`/arcade/${code}`, '/arcade', '/', '/packs/demo-puffin-catch/bench'])
    expect(await policy(path), path).toMatch(/frame-ancestors 'self'$/)
  const view = (await (await request.get(`${baseURL}/api/arcade/games/${code}`)).json()) as { playUrl: string }
  const files = (await request.get(view.playUrl)).headers()['content-security-policy']!
  expect(files).toContain(`frame-ancestors 'self' ${baseURL}`)
  expect(files).toMatch(/ https:\/\/club\.example$/)
})

import { expect, test, type Browser } from '@playwright/test'
import { demos, stageReady, home } from '../support/e2e'

/** kB of script that a browser with an empty cache fetches for a page, each file once. */
async function scriptOf(
  browser: Browser,
  open: (page: import('@playwright/test').Page) => Promise<void>,
  first?: 'demos',
) {
  const context = await browser.newContext()
  if (first === 'demos') {
    const before = await context.newPage()
    await demos(before)
    await before.close()
  }
  const page = await context.newPage()
  const client = await context.newCDPSession(page)
  await client.send('Network.enable')
  await client.send('Network.setCacheDisabled', { cacheDisabled: true })
  const files = new Map<string, string>()
  const bytes = new Map<string, number>()
  client.on('Network.responseReceived', ({ requestId, response }) => files.set(requestId, response.url))
  client.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    const url = files.get(requestId)
    if (url !== undefined && /\.m?js(\?|$)/.test(url)) bytes.set(url, encodedDataLength)
  })
  await open(page)
  await page.waitForLoadState('networkidle')
  await context.close()
  return [...bytes.values()].reduce((sum, one) => sum + one, 0) / 1000
}

test('a first visit fetches what it shows, and desks, charts and codecs when they are opened', async ({ browser }) => {
  const sizes = {
    home: await scriptOf(browser, home),
    bench: await scriptOf(
      browser,
      async (page) => {
        await page.goto('/packs/demo-puffin-catch/bench')
        await stageReady(page)
      },
      'demos',
    ),
    list: await scriptOf(browser, async (page) => void (await page.goto('/arcade'))),
  }
  test.info().annotations.push({ type: 'kB of script', description: JSON.stringify(sizes) })
  console.log(`first load, kB of script: ${JSON.stringify(sizes)}`)
  expect(sizes.home).toBeLessThan(350)
  expect(sizes.bench).toBeLessThan(420)
  expect(sizes.list).toBeLessThan(150)
})

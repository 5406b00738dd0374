import { expect, test, type Browser } from '@playwright/test'
import { existsSync, readFileSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync } from 'node:zlib'
import { demos, stageReady, home } from '../support/e2e'

/**
 * Bytes a file of the build takes on its way as it is served to people, heads and all. Builds for tests are packed with
 * gzip alone: brotli takes half a minute of a processor that only this test would need.
 */
const saved = new Map<string, number>()
function onItsWay(url: string, bytes: number): number {
  const path = join('.output/public', new URL(url).pathname)
  if (!existsSync(`${path}.gz`) || existsSync(`${path}.br`)) return bytes
  if (!saved.has(path)) saved.set(path, statSync(`${path}.gz`).size - brotliCompressSync(readFileSync(path)).length)
  return bytes - saved.get(path)!
}

/** kB that a browser with an empty cache fetches for a page, each file once: of script, and of everything. */
async function loadOf(
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
    if (url !== undefined) bytes.set(url, onItsWay(url, encodedDataLength))
  })
  await open(page)
  await page.waitForLoadState('networkidle')
  await context.close()
  const kB = (of: RegExp) => [...bytes].reduce((sum, [url, one]) => (of.test(url) ? sum + one : sum), 0) / 1000
  return { script: kB(/\.m?js(\?|$)/), all: kB(/^http/), files: bytes.size }
}

test('a first visit fetches what it shows, and desks, charts and codecs when they are opened', async ({ browser }) => {
  const sizes = {
    home: await loadOf(browser, home),
    bench: await loadOf(
      browser,
      async (page) => {
        await page.goto('/packs/demo-puffin-catch/bench')
        await stageReady(page)
      },
      'demos',
    ),
    list: await loadOf(browser, async (page) => void (await page.goto('/arcade'))),
  }
  test.info().annotations.push({ type: 'kB', description: JSON.stringify(sizes) })
  console.log(`first load, kB: ${JSON.stringify(sizes)}`)
  expect(sizes.home.script).toBeLessThan(350)
  expect(sizes.bench.script).toBeLessThan(420)
  expect(sizes.list.script).toBeLessThan(150)
  // Nine games stand there, and what is out of sight of them is fetched when it is wanted.
  expect(sizes.home.all).toBeLessThan(900)
})

import { cpSync, mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { request as http } from '@playwright/test'
import autocannon from 'autocannon'
import { unzipSafely } from '../core/parcel/unzip'
import { demoParcel, Maker } from '../tests/support/arcade-client'
import { startNginx } from '../tests/support/nginx'
import { withApp } from './app'
import type { Row } from './report'

const PLAYERS = 200
const SECONDS = 8
const NGINX_PORT = 3471

interface Load {
  median: number
  p99: number
  rate: number
  errors: number
}

/** 200 connections that ask one after the other for the same addresses, as fast as they are answered. */
async function load(urls: readonly string[]): Promise<Load> {
  const first = new URL(urls[0]!)
  const result = await autocannon({
    url: first.origin,
    connections: PLAYERS,
    duration: SECONDS,
    requests: urls.map((url) => ({ method: 'GET' as const, path: new URL(url).pathname })),
  })
  return {
    median: result.latency.p50,
    p99: result.latency.p99,
    rate: result.requests.average,
    errors: result.errors + result.timeouts + result.non2xx,
  }
}

const said = (one: Load) => `${one.median} ms (99 %: ${one.p99} ms), ${Math.round(one.rate)}/s, ${one.errors} errors`

/** The arcade under load, beside nginx with the very same files; and what the game page costs a browser. */
export async function arcadeRows(): Promise<Row[]> {
  return withApp(async (page, url) => {
    const context = await http.newContext()
    const maker = await Maker.arrive(context, url)
    const parcel = await demoParcel()
    const view = await maker.send(parcel, { visibility: 'public' })
    const code = view.postcode.toLowerCase()
    const game = (await (await context.get(`${url}/api/arcade/games/${code}`)).json()) as { playUrl: string }
    const nginx = await startNginx(NGINX_PORT)
    try {
      const files = unzipSafely(parcel, 'parcel')
      for (const [name, bytes] of files) {
        mkdirSync(join(nginx.folder, name, '..'), { recursive: true })
        writeFileSync(join(nginx.folder, name), bytes)
      }
      cpSync(join(nginx.folder, 'index.html'), join(nginx.folder, 'page.html'))
      const asked = [...files.keys()].filter((name) => /^(index\.html|player\.js|game\.json|assets\/)/.test(name))
      const ours = await load(asked.map((name) => game.playUrl + name))
      const theirs = await load(asked.map((name) => `${nginx.url}/${name}`))
      const lists = await load([`${url}/api/arcade/games`, `${url}/api/arcade/games/${code}`])
      const pages = await load([`${url}/arcade/${code}`])
      return [
        {
          what: `a game's files, ${PLAYERS} players at once, against nginx`,
          measured: `${(ours.median / Math.max(1, theirs.median)).toFixed(1)}x the latency: ${said(ours)}; nginx ${said(theirs)}`,
          goal: 'no error',
        },
        { what: `list and game as JSON, ${PLAYERS} at once`, measured: said(lists), goal: 'no error' },
        { what: `game pages, ${PLAYERS} at once`, measured: said(pages), goal: 'no error' },
        await pageRow(page, `${url}/arcade/${code}`),
      ]
    } finally {
      await nginx.stop()
      await context.dispose()
    }
  })
}

/** Paint, shift and blocking as the browser itself tells them; median of five loads without a cache. */
async function pageRow(page: import('@playwright/test').Page, address: string): Promise<Row> {
  const cdp = await page.context().newCDPSession(page)
  await cdp.send('Network.enable')
  await cdp.send('Network.setCacheDisabled', { cacheDisabled: true })
  const loads: { paint: number; largest: number; shift: number; blocked: number; bytes: number }[] = []
  await page.addInitScript(() => {
    const found = { largest: 0, shift: 0, blocked: 0 }
    ;(globalThis as unknown as { found: typeof found }).found = found
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) found.largest = entry.startTime
    }).observe({ type: 'largest-contentful-paint', buffered: true })
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) found.shift += (entry as unknown as { value: number }).value
    }).observe({ type: 'layout-shift', buffered: true })
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) found.blocked += Math.max(0, entry.duration - 50)
    }).observe({ type: 'longtask', buffered: true })
  })
  for (let i = 0; i < 5; i++) {
    await page.goto(address, { waitUntil: 'networkidle' })
    loads.push(
      await page.evaluate(() => ({
        ...(globalThis as unknown as { found: { largest: number; shift: number; blocked: number } }).found,
        paint: performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0,
        bytes: (performance.getEntriesByType('resource') as PerformanceResourceTiming[]).reduce(
          (sum, entry) => sum + entry.transferSize,
          0,
        ),
      })),
    )
  }
  const middle = (key: keyof (typeof loads)[number]) => loads.map((one) => one[key]).sort((a, b) => a - b)[2]!
  return {
    what: 'game page in Chromium, without a cache',
    measured: `first paint ${Math.round(middle('paint'))} ms, largest ${Math.round(middle('largest'))} ms, shift ${middle('shift').toFixed(3)}, blocked ${Math.round(middle('blocked'))} ms, ${Math.round(middle('bytes') / 1000)} kB`,
    goal: 'shift under 0.1',
  }
}

import { spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { demoParcel, Maker } from '../support/arcade-client'
import { startNginx } from '../support/nginx'

const PORT = 3490
const ARCADE = 'http://arcade.localhost:3495'
const GAMES = 'http://games.localhost:3496'

/** The example of docs/keeping-an-arcade.md, with the ports and names of this test. */
function example(): string {
  const text = /```nginx\n([\s\S]*?)```/.exec(readFileSync('docs/keeping-an-arcade.md', 'utf8'))![1]!
  return (
    text
      .replace(/listen 80;\s+server_name arcade\.example;/, 'listen 127.0.0.1:3495; server_name arcade.localhost;')
      .replace(/listen 80;\s+server_name games\.example;/, 'listen 127.0.0.1:3496; server_name games.localhost;')
      .replace('127.0.0.1:3000', `127.0.0.1:${PORT}`)
      .replace('127.0.0.1:3001', `127.0.0.1:${PORT + 1}`)
      // The host as the browser sends it has this test's port behind it.
      .replaceAll('Host $host;', 'Host $http_host;')
  )
}

test('behind nginx, as the documentation has it, games play on their own host and limits count who really asks', async ({
  page,
  request,
}) => {
  const data = mkdtempSync(join(tmpdir(), 'pack-post-proxy-'))
  const server = spawn(process.execPath, ['.output/server/index.mjs'], {
    stdio: 'ignore',
    env: {
      ...process.env,
      ...{ PORT: String(PORT), NUXT_DATA_DIR: data, NUXT_INSPECTION_SECONDS: '0', NUXT_TRUSTED_HOPS: '1' },
      ...{ NUXT_PUBLIC_ORIGIN: ARCADE, NUXT_GAMES_ORIGIN: GAMES },
    },
  })
  const nginx = await startNginx(3494, '', example())
  try {
    const local = `http://127.0.0.1:3495`
    const headers = { host: 'arcade.localhost:3495' }
    await expect
      .poll(async () => (await request.get(`${local}/api/health`, { headers }).catch(() => null))?.status() ?? 0)
      .toBe(200)
    const maker = await Maker.arrive(request, `http://localhost:${PORT}`)
    const view = await maker.send(await demoParcel(), { visibility: 'public' })
    expect(view.state).toBe('live')

    await page.goto(`${ARCADE}${view.link}`)
    await expect(page.getByTestId('game-frame')).toHaveAttribute('src', new RegExp(`^${GAMES}/play/`))
    const canvas = page.getByTestId('game-frame').contentFrame().locator('canvas')
    await expect(canvas).toHaveAttribute('data-screen', 'start')
    expect(await page.locator('meta[property="og:url"]').getAttribute('content')).toBe(`${ARCADE}${view.link}`)
    await page.getByRole('link', { name: 'Keep it as an app' }).press('Enter')
    await expect(page).toHaveURL(new RegExp(`^${GAMES}/app/`))
    await expect(page.locator('iframe').contentFrame().locator('canvas')).toHaveAttribute('data-screen', 'start')
    for (const path of ['/arcade', '/', '/api/arcade/games']) {
      const answer = await request.get(`http://127.0.0.1:3496${path}`, { headers: { host: 'games.localhost:3496' } })
      expect(answer.status(), path).toBe(404)
    }

    // Twenty keys for one address; what a sender writes in front of it changes nothing.
    const statuses: number[] = []
    for (let i = 0; i < 24; i++)
      statuses.push(
        (
          await request.post(`${local}/api/arcade/keys`, {
            headers: { ...headers, 'x-forwarded-for': `198.51.100.${i}` },
          })
        ).status(),
      )
    expect(statuses.filter((status) => status === 200).length).toBeLessThanOrEqual(20)
    expect(statuses.at(-1)).toBe(429)
  } finally {
    await nginx.stop()
    const gone = new Promise((resolve) => server.once('exit', resolve))
    server.kill('SIGTERM')
    await gone
    rmSync(data, { recursive: true, force: true })
  }
})

import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type Page } from '@playwright/test'
import config from '../playwright.config'

const PORT = '3478'

/** The built application on a server of its own, with a page on its home screen. */
export async function withApp<T>(does: (page: Page, url: string) => Promise<T>): Promise<T> {
  const data = mkdtempSync(join(tmpdir(), 'pack-post-bench-'))
  const server = spawn(process.execPath, ['.output/server/index.mjs'], {
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, PORT, NUXT_DATA_DIR: data },
  })
  await new Promise<void>((resolve) =>
    server.stdout.on('data', (chunk) => String(chunk).includes('Listening') && resolve()),
  )
  const browser = await chromium.launch(config.use?.launchOptions)
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    // The runner names functions with a helper that pages do not have.
    await page.addInitScript('globalThis.__name = (given) => given')
    const url = `http://localhost:${PORT}`
    await page.goto(url)
    await page.getByTestId('packs').getByText('Puffin Catch').waitFor()
    return await does(page, url)
  } finally {
    await browser.close()
    server.kill()
    rmSync(data, { recursive: true, force: true })
  }
}

// `npm run shots`: the current picture of each main view, from the demo data, into docs/screenshots (1280 x 800).
import { spawn } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { debianTools, build, root } from './setup.mjs'

debianTools()
build()
const PORT = '3489'
const base = `http://localhost:${PORT}`
const data = mkdtempSync(join(tmpdir(), 'pack-post-shots-'))
const out = join(root, 'docs/screenshots')
mkdirSync(out, { recursive: true })
const server = spawn(process.execPath, [join(root, '.output/server/index.mjs')], {
  stdio: ['ignore', 'pipe', 'inherit'],
  env: { ...process.env, PORT, NUXT_DATA_DIR: data, NUXT_INSPECTION_SECONDS: '0' },
})
await new Promise((resolve) => server.stdout.on('data', (chunk) => String(chunk).includes('Listening') && resolve()))
const chrome = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking'],
})
const page = await chrome.newPage({ viewport: { width: 1280, height: 800 } })
const take = (name) => page.screenshot({ path: join(out, `${name}.png`) })
const DEMO = `${base}/packs/demo-puffin-catch`

try {
  await page.goto(base)
  await page.getByTestId('packs').getByText('Puffin Catch').waitFor()
  await page.goto(`${base}/templates/windfall`)
  await page.locator('.play-box').waitFor()
  await page.waitForFunction(() => document.querySelector('.play-box')?.width > 300)
  await page.waitForTimeout(800)
  await take('template')

  await page.goto(`${DEMO}/label`)
  await page.getByTestId('take-cover').click()
  await page.getByRole('button', { name: 'Take this moment' }).waitFor()
  await page.waitForTimeout(3500)
  await page.getByRole('button', { name: 'Take this moment' }).click()
  await page.getByRole('button', { name: 'Take this moment' }).waitFor({ state: 'hidden' })
  await page.evaluate(() => document.querySelector('.sheet-side')?.scrollTo(0, 0))
  await take('label')

  await page.goto(`${DEMO}/bench`)
  await page.getByTestId('rewind').waitFor()
  await page.waitForTimeout(9000)
  await take('bench')
  await page.evaluate(() => localStorage.setItem('pack-post:desk', 'night'))
  await page.reload()
  await page.getByTestId('rewind').waitFor()
  await page.waitForTimeout(6000)
  await page.getByRole('button', { name: /^Shapes/ }).click()
  await page.locator('[data-part="good"]').click()
  await page.waitForTimeout(500)
  await take('bench-night')
  await page.evaluate(() => localStorage.setItem('pack-post:desk', 'light'))

  await page.goto(`${base}/packs/demo-breakwater-gull/bench`)
  await page.getByTestId('rewind').waitFor()
  await page.locator('[data-part="hero"]').click()
  await page.getByTestId('open-workshop').click()
  await page.getByTestId('workshop').getByRole('button', { name: 'Touch', exact: true }).click()
  await page.getByTestId('fairness').first().waitFor()
  await page.waitForTimeout(2500)
  await take('workshop')
  await page.getByTestId('workshop').getByRole('button', { name: 'Done', exact: true }).click()
  await page.locator('[data-part="backdrop"]').click()
  await page.waitForTimeout(4000)
  await take('updraft')

  await page.goto(`${DEMO}/post`)
  await page.getByRole('radio', { name: 'Public' }).click()
  await page.getByTestId('note').locator('input').fill('First posting')
  await page.getByTestId('post-it').click()
  await page.locator('[data-testid=tracking][data-state=live]').waitFor()
  await page.waitForTimeout(400)
  await take('post')
  const link = await page.getByTestId('share-link').inputValue()
  await page.goto(base)
  await page.getByTestId('packs').getByText('Puffin Catch').waitFor()
  await page.waitForTimeout(2500)
  await take('home')
  await page.goto(`${base}/arcade`)
  await page.getByRole('heading', { name: 'Puffin Catch' }).waitFor()
  await take('arcade')
  await page.goto(link)
  await page.getByTestId('game-frame').contentFrame().locator('canvas').waitFor()
  await page.waitForTimeout(1200)
  await take('game-page')

  // Things to fix, so that the check has something to show.
  await page.goto(`${DEMO}/bench`)
  await page.getByTestId('rewind').waitFor()
  const { cardJpeg, lateSound } = await import('./shots-files.mjs')
  await page.locator('[data-part="bad"]').click()
  await page.locator('[data-entry="old-boot"] .open').click()
  await page.getByTestId('replace-file').setInputFiles(await cardJpeg())
  await page.getByText(/box is drawn around/).waitFor()
  await page.locator('[data-part="catch-sound"]').click()
  await page.getByTestId('replace-file').setInputFiles(lateSound())
  await page.getByText(/starts \d+ ms late/).waitFor()
  await page.goto(`${DEMO}/check`)
  await page.locator('[data-rule="opaque-box"]').waitFor()
  await page.waitForTimeout(800)
  await take('check')
} finally {
  await chrome.close()
  server.kill()
  rmSync(data, { recursive: true, force: true })
}
console.log('docs/screenshots is current')

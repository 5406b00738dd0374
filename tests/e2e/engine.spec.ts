import { expect, test } from '@playwright/test'
import { build } from 'esbuild'
import { buildGameDoc } from '../../core/parcel/game-doc'
import { emptyPack, windfall } from '../support/fixtures'
import { KNOWN_HASH } from '../support/known-play'

test('the engine gives the same state in Chromium as in Node', async ({ page }) => {
  const bundle = await build({
    entryPoints: ['tests/support/determinism-entry.ts'],
    bundle: true,
    write: false,
    format: 'iife',
    globalName: 'Engine',
  })
  await page.addScriptTag({ content: bundle.outputFiles[0]!.text })
  const hash = await page.evaluate(
    (doc) => (globalThis as unknown as { Engine: { play: (doc: unknown) => string } }).Engine.play(doc),
    buildGameDoc(windfall, emptyPack()) as unknown,
  )
  expect(hash).toBe(KNOWN_HASH)
})

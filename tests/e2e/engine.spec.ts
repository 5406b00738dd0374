import { expect, test } from '@playwright/test'
import { build } from 'esbuild'
import { readFileSync } from 'node:fs'
import { newPack } from '../../core/pack/pack'
import { buildGameDoc } from '../../core/template/game-doc'
import { CATALOGUE } from '../../core/template/catalogue'
import { Template } from '../../core/template/template'
import { play } from '../support/determinism-entry'
import { KNOWN_HASH } from '../support/known-play'

test('the engine gives the same states in Chromium as in Node, for every template and shape of the stage', async ({
  page,
}) => {
  const bundle = await build({
    entryPoints: ['tests/support/determinism-entry.ts'],
    bundle: true,
    write: false,
    format: 'iife',
    globalName: 'Engine',
  })
  await page.addScriptTag({ content: bundle.outputFiles[0]!.text })
  for (const id of CATALOGUE) {
    const template = Template.parse(JSON.parse(readFileSync(`templates/${id}/template.json`, 'utf8')))
    for (const stage of template.stages) {
      const doc = buildGameDoc(template, { ...newPack(template, 'a-pack-for-tests'), stage })
      const inChromium = await page.evaluate(
        (given) => (globalThis as unknown as { Engine: { play: (doc: unknown) => unknown } }).Engine.play(given),
        doc as unknown,
      )
      const inNode = play(doc)
      expect(inChromium, `${id}, ${stage}`).toEqual(inNode)
      // Written down when the engine was first made.
      if (id === 'windfall' && stage === 'wide') expect(inNode.wandered).toBe(KNOWN_HASH)
    }
  }
})

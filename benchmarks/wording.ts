import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { newPack, type Pack } from '../core/pack/pack'
import { savePackFile } from '../core/parcel/pack-file'
import { textsOf } from '../core/wording/texts'
import { windfall } from '../tests/support/fixtures'
import { withApp } from './app'
import { median, type Row } from './report'

const TEXTS = 500

/** A pack with as many texts as that: the template's, and a long story. */
function longPack(): Pack {
  const empty = newPack(windfall, 'a-pack-of-words')
  const count = TEXTS - textsOf(windfall, empty).length
  const lines = Array.from({ length: count }, (_, i) => ({
    ...{ id: `a${i}`, text: `Line ${i + 1} of a long night on Quay Street 0.`, picture: null, sound: null, seconds: 0 },
  }))
  return { ...empty, parts: { 'intro-story': { kind: 'story', lines } } }
}

/** From a key in a text to how it fits, shown: in the wording sheet with 500 texts. */
export function wordingRow(): Promise<Row> {
  return withApp(async (page) => {
    const file = join(mkdtempSync(join(tmpdir(), 'pack-post-words-')), 'words.pack.zip')
    writeFileSync(file, await savePackFile(longPack(), async () => null))
    await page.locator('input[type=file]').first().setInputFiles(file)
    await page.getByTestId('rewind').waitFor({ timeout: 60_000 })
    await page.locator('[data-part="title-words"]').click()
    await page.locator('[data-act="wording-sheet"]').first().click()
    await page.locator('[data-text="title-words"] [data-fit]').waitFor()
    const shown: number[] = []
    for (let round = 0; round < 15; round++) {
      shown.push(
        await page.evaluate(async (round) => {
          const row = document.querySelector('[data-text="title-words"]')!
          const fit = row.querySelector('[data-fit]')!
          const field = row.querySelector('textarea')!
          const before = fit.textContent
          const began = performance.now()
          const changed = new Promise<number>((resolve) =>
            new MutationObserver((_changes, observer) => {
              if (fit.textContent === before) return
              observer.disconnect()
              requestAnimationFrame(() => resolve(performance.now() - began))
            }).observe(fit, { characterData: true, subtree: true, childList: true }),
          )
          field.value = 'Windfall'.slice(0, 3 + (round % 5)) + ' on the quay'.repeat(round % 2)
          field.dispatchEvent(new Event('input'))
          return changed
        }, round),
      )
      await page.waitForTimeout(700)
    }
    return {
      what: `wording sheet with ${TEXTS} texts: from an edit to its fit on the screen`,
      measured: `${median(shown).toFixed(0)} ms (slowest of 15: ${Math.max(...shown).toFixed(0)} ms)`,
      goal: '50 ms',
    }
  })
}

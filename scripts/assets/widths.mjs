// Measures the game typeface in Debian's Chromium and writes core/wording/widths.json: `node scripts/assets/widths.mjs`.
import { readFileSync, writeFileSync } from 'node:fs'
import { chromium } from '@playwright/test'
import { CHROMIUM } from '../chromium.mjs'

const file = 'node_modules/@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-latin-wght-normal.woff2'
const letters = []
for (let code = 32; code < 0x17f; code++) if (code < 127 || code > 160) letters.push(String.fromCharCode(code))
letters.push(...'‘’“”–—…€')

const browser = await chromium.launch({ executablePath: CHROMIUM, args: ['--no-sandbox', '--disable-gpu'] })
const page = await browser.newPage()
const table = await page.evaluate(
  async ({ font, letters }) => {
    const face = new FontFace('Measured', `url(data:font/woff2;base64,${font})`, { weight: '200 800' })
    document.fonts.add(await face.load())
    const ink = document.createElement('canvas').getContext('2d')
    const at = (weight) => {
      ink.font = `${weight} 1000px Measured`
      const advances = Object.fromEntries(letters.map((letter) => [letter, Math.round(ink.measureText(letter).width)]))
      return { advances, other: 1000 }
    }
    return { bold: at(800), regular: at(500) }
  },
  { font: readFileSync(file).toString('base64'), letters },
)
await browser.close()
writeFileSync('core/wording/widths.json', JSON.stringify(table) + '\n')
console.log(`${letters.length} letters, "n" is ${table.bold.advances.n} wide in bold`)

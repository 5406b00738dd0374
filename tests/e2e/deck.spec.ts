import { expect, test as alone, type Locator, type Page } from '@playwright/test'
import { areasOf, twosomePlan } from '../../core/game/templates/twosome/plan'
import { makeSetup } from '../../core/game/setup'
import type { DeckContent } from '../../core/kinds/deck'
import { newPack, type Pack } from '../../core/pack/pack'
import { buildGameDoc } from '../../core/template/game-doc'
import { Maker, parcelOf } from '../support/arcade-client'
import { ballPng, choosePart, dropFile, freshPack, saved, spotOn, tapKey, upload } from '../support/e2e'
import { test } from '../support/one-tab'
import { encodePng } from '../../core/art/png'
import { demoPacks, disc, twosome } from '../support/fixtures'

const sheet = (page: Page): Locator => page.getByTestId('deck-sheet')
const cell = (page: Page, row: number, column: number): Locator => page.locator(`[data-cell="${row} ${column}"]`)
const need = (page: Page): Locator => page.getByTestId('deck-need')

async function openDesk(page: Page): Promise<void> {
  await freshPack(page, 'twosome')
  await choosePart(page, 'pairs')
  await page.locator('[data-act=deck-desk]').click()
  await expect(sheet(page)).toBeFocused()
}
/** Pastes into the sheet as the browser would, with what a spreadsheet leaves in the clipboard. */
async function paste(page: Page, html: string, plain = ''): Promise<void> {
  await sheet(page).evaluate(
    (at, { html, plain }) => {
      const clipboardData = new DataTransfer()
      if (html !== '') clipboardData.setData('text/html', html)
      clipboardData.setData('text/plain', plain)
      at.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }))
    },
    { html, plain },
  )
}
/** As a spreadsheet writes its cells: styles, a fragment's marks, and spaces that mean nothing. */
const spreadsheet = (rows: string[][]): string =>
  `<html xmlns:o="urn:x"><head><meta http-equiv=Content-Type content="text/html; charset=utf-8"><style>td{mso-x:y}</style></head>
<body><!--StartFragment--><table border=0 cellpadding=0><colgroup><col width=64 span=3></colgroup>
${rows.map((row) => ` <tr height=20>\n  ${row.map((one) => `<td class=x1 width=64>${one}</td>`).join('\n  ')}\n </tr>`).join('\n')}
</table><!--EndFragment--></body></html>`
const picture = (name: string, ink: [number, number, number, number]) =>
  upload(name, 'image/png', encodePng(disc(40, 18, ink)))

test('from a spreadsheet and a folder to a board: pasted, matched by name, put right, undone', async ({ page }) => {
  await openDesk(page)
  // All that ships is taken out, and what stands in a spreadsheet comes in; its first row is of heads.
  await page.keyboard.press('Control+a')
  await page.locator('[data-act=rows-out]').click()
  await expect(need(page)).toHaveText('8 pairs fill the board, 8 are missing.')
  await paste(
    page,
    spreadsheet([
      ['One side', 'Other side', 'Said when found'],
      ['', 'Gull', 'It said "mine"<br>\n  and took it'],
      ['', 'Crab', 'Mind your toes.'],
      ['', 'Eel', ''],
      ['Cranc', 'Crab', ''],
    ]),
  )
  await page.getByRole('button', { name: 'Yes, leave it out' }).click()
  await expect(cell(page, 0, 2)).toHaveText('It said "mine"\nand took it')
  await expect(need(page)).toHaveText('8 pairs fill the board, 7 are missing.')
  await expect(page.locator('[data-filter=half]')).toHaveText('Half empty 3')

  // A folder of pictures: two say a row's name, one nearly, one says nothing that is there.
  await page
    .getByTestId('deck-files-input')
    .setInputFiles([
      picture('bird-gull.png', [240, 240, 240, 255]),
      picture('EEL.png', [70, 90, 60, 255]),
      picture('crabb.png', [210, 60, 40, 255]),
      picture('whale.png', [60, 90, 160, 255]),
    ])
  await expect(page.getByTestId('deck-matched')).toHaveText('4 files, 2 found their rows.')
  await page.locator('[data-act=deck-lay-files]').click()
  await expect(cell(page, 0, 0).locator('img, canvas')).toBeVisible()
  await expect(cell(page, 2, 0)).toContainText('EEL.png')
  await page.getByRole('button', { name: 'Put it there' }).click()
  await expect(cell(page, 1, 0)).toContainText('crabb.png')
  await page.getByRole('button', { name: 'Add a row' }).click()
  await expect(cell(page, 4, 0)).toContainText('whale.png')
  await expect(page.locator('[data-filter=half]')).toHaveText('Half empty 1')

  // By keys alone: the missing word, filled down into the row below, moved, found, and put right everywhere.
  await page.locator('[data-filter=half]').click()
  await sheet(page).focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.type('Whale')
  await page.keyboard.press('Enter')
  await page.locator('[data-filter=all]').click()
  await expect(cell(page, 4, 1)).toHaveText('Whale')
  await expect(need(page)).toHaveText('8 pairs fill the board, 3 are missing.')
  await page.locator('[data-act=deck-shrink]').click()
  await expect(need(page)).toHaveText('5 pairs: just what fills the board.')
  await sheet(page).focus()
  await page.keyboard.press('Control+f')
  await page.keyboard.type('crab')
  await page.getByTestId('deck-by').fill('Hermit')
  await page.locator('[data-act=deck-replace]').click()
  await expect(page.getByText('Replaced 2 times.')).toBeVisible()
  await expect(cell(page, 3, 1)).toHaveText('Hermit')
  for (const back of ['Hermit', 'Crab']) {
    await expect(cell(page, 1, 1)).toHaveText(back)
    await page.getByRole('button', { name: 'Undo' }).click()
  }
  // One file on one cell, as it was let go there.
  await dropFile(page, cell(page, 3, 0), ballPng())
  await expect(cell(page, 3, 0)).toContainText('Cranc')
  await expect(cell(page, 3, 0).locator('img, canvas')).toBeVisible()
  await saved(page)
  await page.reload()
  await choosePart(page, 'pairs')
  await page.locator('[data-act=deck-desk]').click()
  await expect(cell(page, 4, 1)).toHaveText('Whale')
})

test('5,000 rows are pasted, scrolled and played; 100,000 and broken tables are a sentence, and nothing is lost', async ({
  page,
}) => {
  await openDesk(page)
  await page.keyboard.press('Control+ArrowDown')
  const rows = Array.from({ length: 5000 }, (_, i) => `word ${i}\tmeaning ${i}`).join('\n')
  const took = await page.evaluate(() => performance.now())
  await paste(page, '', rows)
  await expect(page.locator('[data-filter=all]')).toHaveText('All 5012')
  console.log(
    `5,000 rows: ${Math.round((await page.evaluate(() => performance.now())) - took)} ms until they are there`,
  )
  await sheet(page).focus()
  await page.keyboard.press('Control+ArrowDown')
  await expect(cell(page, 5011, 1)).toHaveText('meaning 4999')
  // Only what is seen is drawn.
  expect(await page.locator('[data-row]').count()).toBeLessThan(60)

  for (const html of [true, false]) {
    const many = Array.from({ length: 100_000 }, (_, i) => (html ? `<tr><td>${i}</td></tr>` : `${i}\tx`)).join(
      html ? '' : '\n',
    )
    await paste(page, html ? `<table>${many}</table>` : '', html ? '' : many)
    await expect(page.getByTestId('notice').last()).toContainText('10000 at most')
  }
  const BROKEN: [string, Buffer, RegExp][] = [
    ['quote.csv', Buffer.from('One side,Other side\n"Gull,Gwylan\nCrab,Cranc'), /not closed/],
    ['empty.csv', Buffer.alloc(0), /empty/],
    ['blank.csv', Buffer.from('\n\n  \n'), /no rows/],
    ['heads.csv', Buffer.from('One side,Other side\n'), /no rows/],
    ['picture.csv', ballPng().buffer, /not a table/],
    ['many.csv', Buffer.from('a,b\n'.repeat(20_000)), /20000 rows/],
    ['huge.csv', Buffer.alloc(6_000_000, 'a,b\n'), /5 MB/],
  ]
  for (const [name, buffer, said] of BROKEN) {
    await page.getByTestId('deck-csv-file').setInputFiles({ name, mimeType: 'text/csv', buffer })
    await expect(page.getByTestId('notice').last()).toContainText(said)
  }
  await expect(page.locator('[data-filter=all]')).toHaveText('All 5012')
  // What is odd, and can be read: old letters, sixteen bits, rows of unequal length.
  const ODD: [string, Buffer, string][] = [
    ['old.csv', Buffer.from('M\xf6we;Gwylan\n', 'latin1'), 'Möwe'],
    ['sixteen.csv', Buffer.from('\uFEFFÉlan\tGwylan', 'utf16le'), 'Élan'],
    ['uneven.csv', Buffer.from('Gull\nCrab,Cranc,Mind your toes.,and,more\n'), 'Gull'],
  ]
  for (const [name, buffer, first] of ODD) {
    await page.getByTestId('deck-csv-file').setInputFiles({ name, mimeType: 'text/csv', buffer })
    await expect(cell(page, 0, 0)).toContainText(first)
  }
  // What has no heads that are known may have somebody else’s: that is asked, and left out by a press.
  await page.locator('[data-act="heads-out"]').click()
  await expect(cell(page, 0, 0)).toContainText('Crab')
  for (let i = 0; i <= ODD.length; i++) await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('[data-filter=all]')).toHaveText('All 5012')
})

test('mathematics between two dollar signs is drawn, told where it cannot be read, and plain words again without them', async ({
  page,
}) => {
  await openDesk(page)
  const write = async (text: string) => {
    await sheet(page).focus()
    await page.keyboard.press('Control+ArrowUp')
    await page.keyboard.press('F2')
    await page.locator('[data-testid=deck-sheet] textarea').fill(text)
    await page.keyboard.press('Enter')
  }
  await page.keyboard.press('Control+a')
  await page.locator('[data-act=rows-out]').click()
  await write('Half of $\\frac{1}{2} \\cdot \\sqrt{\\alpha^2}$')
  const picture = cell(page, 0, 0).locator('img, canvas')
  await expect(picture).toBeVisible()
  await expect(cell(page, 0, 0)).toContainText('Half of $')
  await write('Half of $\\frac{1}{2$')
  await expect(page.getByTestId('notice').last()).toContainText('The mathematics in row 1 cannot be read')
  await expect(picture).toBeHidden()
  await write('$x^2$')
  await expect(picture).toBeVisible()
  await write('A word')
  await expect(picture).toBeHidden()
  // Drawn and not drawn are steps like any other.
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(picture).toBeVisible()
  // A piece of the drawer goes into the cell in hand.
  await page.locator('[data-act=deck-drawer]').click()
  await page.getByTestId('drawer-search').filter({ visible: true }).locator('input').fill('puffin')
  await sheet(page).focus()
  await page.keyboard.press('Control+ArrowUp')
  await page.keyboard.press('ArrowDown')
  await page.getByTitle('Use puffin for row 2').click()
  await expect(cell(page, 1, 0).locator('img, canvas')).toBeVisible()
  await expect(cell(page, 1, 0)).toContainText('puffin')
})

const word = (text: string, welsh?: string) => ({ text, ...(welsh === undefined ? {} : { in: { cy: welsh } }) })
function smallGame(parts: Record<string, unknown> = {}): Pack {
  const pairs: DeckContent = {
    kind: 'deck',
    rows: [
      { id: 'a', cells: { one: word('Gull', 'Gwylan'), other: word('white') } },
      { id: 'b', cells: { one: word('Crab', 'Cranc'), other: word('red') } },
    ],
  }
  const like = demoPacks()[0]!
  const backdrop = like.parts['backdrop']!
  const own = {
    backdrop,
    'title-words': { kind: 'wording', text: 'Two Pairs', scale: 1 },
    time: { kind: 'dial', value: 0 },
    // Longer than a slow machine takes for the next press: turned back by themselves they would be out of turn.
    show: { kind: 'dial', value: 5 },
    pairs,
  }
  const pack = newPack(twosome, 'a-pack-for-tests')
  return {
    ...pack,
    assets: like.assets,
    label: { ...like.label, title: 'Two Pairs', tags: ['harbour', 'pairs', 'words'] },
    parts: { ...own, ...parts } as Pack['parts'],
    languages: [{ tag: 'cy', name: 'Cymraeg', words: { 'win-words': 'Da iawn!' } }],
  }
}
/** Every two cards there are, one after the other, until the game is won; any press of them may be the last. */
async function turnAll(canvas: Locator, press: (card: number) => Promise<void>): Promise<void> {
  for (let a = 0; a < 4; a++)
    for (let b = a + 1; b < 4; b++)
      // A third press turns two that are unlike back.
      for (const card of [a, b, b]) {
        if ((await canvas.getAttribute('data-screen')) !== 'play') return
        await press(card)
        // What that press did is shown two frames later at the latest; one after the last pair would be for the end.
        await canvas.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))))
      }
}
const areas = areasOf(twosomePlan(makeSetup(buildGameDoc(twosome, smallGame()))), 4)

alone(
  'a posted board is played from its link by mouse, by touch and by keys, in two languages',
  async ({ page, browser, request, baseURL }) => {
    const maker = await Maker.arrive(request, baseURL!)
    const view = await maker.send(await parcelOf(smallGame()))
    expect(view.state, JSON.stringify(view)).toBe('live')
    const game = `/arcade/${view.postcode.toLowerCase()}`
    const frame = (at: Page) => at.getByTestId('game-frame').contentFrame()
    await page.goto(game)
    const canvas = frame(page).locator('canvas')
    await expect(canvas).toHaveAttribute('data-screen', 'start')
    await canvas.press('Enter')
    await expect(canvas).toHaveAttribute('data-screen', 'play')
    // A round that is left half way stands there in the next visit, in its pause.
    await canvas.click({ position: await spotOn(canvas, areas[0]!), delay: 60 })
    const kept = () => page.evaluate(() => Object.values(localStorage).some((one) => String(one).includes('"round":{')))
    await expect.poll(kept).toBe(true)
    await page.reload()
    await expect(canvas).toHaveAttribute('data-screen', 'pause')
    await canvas.press('Enter')
    await expect(canvas).toHaveAttribute('data-screen', 'play')
    await turnAll(canvas, async (card) => canvas.click({ position: await spotOn(canvas, areas[card]!), delay: 60 }))
    await expect(canvas).toHaveAttribute('data-screen', 'won')
    const said = frame(page).locator('[aria-live]')
    await expect(said).toContainText('All pairs found!')

    // By keys, after another language was chosen among the options.
    await canvas.press('Escape')
    await expect(canvas).toHaveAttribute('data-screen', 'start')
    for (const key of ['ArrowDown', 'ArrowDown', 'Enter']) await canvas.press(key)
    await expect(canvas).toHaveAttribute('data-screen', 'options')
    for (const key of ['ArrowDown', 'ArrowDown', 'Enter', 'Escape']) await canvas.press(key)
    await expect(canvas).toHaveAttribute('data-screen', 'start')
    await canvas.press('Enter')
    await expect(canvas).toHaveAttribute('data-screen', 'play')
    let at = 0
    await turnAll(canvas, async (card) => {
      const [from, to] = [areas[at]!, areas[card]!]
      if (Math.abs(from[1] - to[1]) > 0.3) await tapKey(canvas, to[1] > from[1] ? 'ArrowDown' : 'ArrowUp')
      if (Math.abs(from[0] - to[0]) > 0.3) await tapKey(canvas, to[0] > from[0] ? 'ArrowRight' : 'ArrowLeft')
      at = card
      await tapKey(canvas, 'Space', ' ')
    })
    await expect(canvas).toHaveAttribute('data-screen', 'won')
    await expect(said).toContainText('Da iawn!')

    // Somebody else, on a phone.
    const phone = await browser.newContext({ viewport: { width: 360, height: 740 }, hasTouch: true, isMobile: true })
    const other = await phone.newPage()
    await other.goto(`${baseURL}${game}`)
    const small = frame(other).locator('canvas')
    await expect(small).toHaveAttribute('data-screen', 'start')
    await small.press('Enter')
    await expect(small).toHaveAttribute('data-screen', 'play')
    await turnAll(small, async (card) => small.tap({ position: await spotOn(small, areas[card]!) }))
    await expect(small).toHaveAttribute('data-screen', 'won')
    await phone.close()
  },
)

test('with somebody in charge there are plates for them on the stage, and the deck is cards on paper', async ({
  page,
}) => {
  await freshPack(page, 'twosome')
  await page.getByText('How it is played').click()
  await page.locator('[data-at=players]').getByText('Sides, somebody in charge').click()
  await expect(page.getByTestId('stage')).toHaveAttribute('data-screen', 'play')
  await choosePart(page, 'pairs')
  await page.locator('[data-act=deck-desk]').click()
  const opened = page.waitForEvent('popup')
  await page.locator('[data-act=deck-print]').click()
  const paper = await opened
  await expect(paper.getByTestId('print-cards').locator('li')).toHaveCount(24)
  await expect(paper.getByText('Mushroom')).toBeVisible()
  // On paper there are the cards alone, all of them.
  await paper.emulateMedia({ media: 'print' })
  await expect(paper.locator('[data-act=print]')).toBeHidden()
  const [pdf] = [await paper.pdf({ format: 'A4' })]
  expect(pdf.toString('latin1').match(/\/Type \/Page\b/g)!.length).toBeGreaterThan(1)
})

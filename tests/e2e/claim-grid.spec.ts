import { expect, test, type Locator, type Page } from '@playwright/test'
import { typingFor, claimPlan } from '../../core/game/templates/claim-grid/plan'
import { lettersFor } from '../../core/game/templates/claim-grid/guess'
import { makeSetup } from '../../core/game/setup'
import type { Area } from '../../core/game/layouts'
import { newPack, type Pack } from '../../core/pack/pack'
import { buildGameDoc } from '../../core/template/game-doc'
import { Maker, parcelOf } from '../support/arcade-client'
import { spotOn, tapKey } from '../support/e2e'
import { claimGrid, demoPacks } from '../support/fixtures'

const choice = (value: string) => ({ kind: 'choice', value })
const dial = (value: number) => ({ kind: 'dial', value })

/** Three by three with one question: whoever presses knows what is asked. */
function game(title: string, parts: Record<string, unknown>): Pack {
  const like = demoPacks()[0]!
  const pack = newPack(claimGrid, 'a-pack-for-tests')
  const rows = [
    {
      id: 'a',
      cells: {
        prompt: { text: 'Which bird?', in: { cy: 'Pa aderyn?' } },
        answer: { text: 'Gull', in: { cy: 'Gwylan' } },
        wrong: { text: 'Crow', in: { cy: 'Brân' } },
      },
    },
  ]
  const own = {
    ...{ 'title-words': { kind: 'wording', text: title, scale: 1 }, backdrop: like.parts['backdrop']! },
    ...{ size: dial(3), line: dial(3), 'turn-time': dial(0), questions: { kind: 'deck', rows } },
  }
  return {
    ...pack,
    assets: like.assets,
    label: { ...like.label, title, tags: ['harbour', 'quiz', 'words'] },
    parts: { ...own, ...parts } as Pack['parts'],
    languages: [{ tag: 'cy', name: 'Cymraeg', words: { 'win-words': 'Da iawn!' } }],
  }
}
const planOf = (pack: Pack) => claimPlan(makeSetup(buildGameDoc(claimGrid, pack)))

const canvasIn = (page: Page): Locator => page.getByTestId('game-frame').contentFrame().locator('canvas')

async function posted(request: Parameters<typeof Maker.arrive>[0], baseURL: string, pack: Pack): Promise<string> {
  const maker = await Maker.arrive(request, baseURL)
  const view = await maker.send(await parcelOf(pack))
  expect(view.state, JSON.stringify(view)).toBe('live')
  return `/arcade/${view.postcode.toLowerCase()}`
}
async function opened(page: Page, game: string): Promise<Locator> {
  await page.goto(game)
  const canvas = canvasIn(page)
  await expect(canvas).toHaveAttribute('data-screen', 'start')
  await canvas.press('Enter')
  await expect(canvas).toHaveAttribute('data-screen', 'play')
  return canvas
}

test('in a room: claimed by mouse, an award undone, a line undone, and then the round is ended', async ({
  page,
  request,
  baseURL,
}) => {
  const pack = game('Room of Gulls', { players: choice('charge') })
  const { areas } = planOf(pack)
  const canvas = await opened(page, await posted(request, baseURL!, pack))
  const press = async (area: Area) => canvas.click({ position: await spotOn(canvas, area), delay: 60 })
  /** The answer is shown, and then the square is that side's. */
  const give = async (square: number, side: number) => {
    await press(areas.squares[square]!)
    await press(areas.reveal[0]!)
    await press(areas.awards[side]!)
  }
  const back = areas.squares[9]!
  await give(0, 0)
  await give(1, 1)
  // That was the wrong side.
  await press(back)
  await give(1, 0)
  await give(2, 0)
  // The line was not one after all.
  await press(areas.close[1]!)
  await give(2, 2)
  await give(4, 0)
  await give(7, 0)
  // Down the middle there is one.
  await expect(canvas).toHaveAttribute('data-screen', 'play')
  await press(areas.close[0]!)
  await expect(canvas).toHaveAttribute('data-screen', 'won')
})

test('alone: typed by keys, put together from letters by touch on a phone, and chosen in another language', async ({
  page,
  browser,
  request,
  baseURL,
}) => {
  const typed = game('Typed Gulls', { answering: choice('typed') })
  const link = await posted(request, baseURL!, typed)
  const canvas = await opened(page, link)
  const said = page.getByTestId('game-frame').contentFrame().locator('[aria-live]')
  // From the middle to the left, to the right and to the first again: a line along.
  for (const [way, letters] of [
    ['', 'gull'],
    ['ArrowLeft', 'GWYLAN'],
    ['ArrowRight', 'gwylam'],
  ] as const) {
    if (way !== '') await tapKey(canvas, way)
    if (way === 'ArrowRight') await tapKey(canvas, way)
    await tapKey(canvas, 'Enter')
    for (const letter of letters) await canvas.press(letter)
    await tapKey(canvas, 'Enter')
    // Told; a press goes on.
    await tapKey(canvas, 'Enter')
  }
  await expect(canvas).toHaveAttribute('data-screen', 'won')
  await expect(said).toContainText('Well claimed!')

  const phone = await browser.newContext({ viewport: { width: 740, height: 360 }, hasTouch: true, isMobile: true })
  const other = await phone.newPage()
  const small = await opened(other, `${baseURL}${link}`)
  const plan = planOf(typed)
  const tap = async (area: Area) => small.tap({ position: await spotOn(small, area) })
  const codes = lettersFor(plan, plan.whole[0]!.cells['answer'])
  const { plates } = typingFor(plan, codes.length)
  for (const square of [0, 4, 8]) {
    await tap(plan.areas.squares[square]!)
    for (const letter of 'gull') await tap(plates[codes.indexOf(letter.codePointAt(0)!)]!)
    await tap(plates.at(-1)!)
    // Told; a touch goes on. Where it has gone on by itself by now, there is nothing in the corner to be chosen.
    await tap([0.1, 0.1, 0.4, 0.4])
  }
  await expect(small).toHaveAttribute('data-screen', 'won')
  await phone.close()
})

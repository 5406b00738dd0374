import { add, toStage, type DrawList } from './draw-list'
import { buttonAreas, buttonsOf } from './buttons'
import { drawCard } from './draw-cards'
import { fill } from './fill'
import { setupOf, type GameState } from './game'
import { isRightToLeft, wordsIn } from './languages'
import { CREDITS_TEXT, PLACES } from './layouts'
import { inAll, levelName, levelsOf } from './levels'
import { percentDone } from './progress'
import { rulesFor } from './registry'
import { drawScreenChange } from './screen-change'
import { CREDITS_PER_PAGE, LINE, SCREEN_PLANS, type ScreenButton, type ScreenId } from './screens'
import { partAs, partIn, type Setup } from './setup'
import { STEPS_PER_SECOND } from './types'

function creditsText(setup: Setup, page: number): string {
  const from = page * CREDITS_PER_PAGE
  return setup.doc.credits
    .slice(from, from + CREDITS_PER_PAGE)
    .map((c) => `${c.what}: ${c.author}, ${c.licence}`)
    .join('\n')
}

function drawLine(story: NonNullable<GameState['story']>, setup: Setup, list: DrawList): void {
  const line = setup.find('story', story.part)?.lines[story.line]
  if (line === undefined) return
  const key = story.part + LINE + line.id
  if (setup.find('picture', key) !== undefined) {
    const [x, y, w, h] = PLACES[setup.stage.shape].speaker
    const speaker = add(list, 'picture', key, x, y)
    speaker.w = w
    speaker.h = h
  }
  add(list, 'text', key, 0, 0)
}

/** What {names} in wordings stand for now. */
function valuesOf(state: GameState, setup: Setup, language: number): Record<string, number | string> {
  const values: Record<string, number | string> = {
    language: setup.doc.languages[language]?.name ?? '',
    best: state.best,
    purse: state.progress.purse,
    'sound-volume': state.volume.sound * 25,
    'music-volume': state.volume.music * 25,
  }
  if (state.play !== null)
    Object.assign(values, rulesFor(setup.doc.template.id).values(state.play, setupOf(state, setup)))
  const level = levelsOf(setup)[state.level]
  if (level === undefined) return values
  const best = state.progress.levels[level.id]?.best ?? 0
  return Object.assign(values, {
    ...{
      level: state.level + 1,
      levels: levelsOf(setup).length,
      'level-name': levelName(setup, state.level, language),
    },
    ...{ 'level-best': best, total: inAll(state, setup), done: percentDone(state.progress, levelsOf(setup)) },
  })
}

/** Words on a screen's button, in the language of the state. */
export function buttonText(state: GameState, setup: Setup, button: ScreenButton): string {
  const words = wordsIn(setup, partIn(setupOf(state, setup), button.words, state.screen), state.language)
  return fill(words, valuesOf(state, setup, state.language))
}

/** Screens of the whole game: nothing on them is of the level that was played last. */
const OUTSIDE: readonly ScreenId[] = ['start', 'how', 'options', 'about', 'levels', 'looks', 'slots']

/** Rebuilds `list` for the state as it is now, in the state's language unless another is asked for. */
export function drawGame(state: GameState, whole: Setup, list: DrawList, language = state.language): void {
  const setup = OUTSIDE.includes(state.screen) ? whole : setupOf(state, whole)
  list.count = 0
  list.camera.x = 0
  list.camera.y = 0
  list.language = language
  list.rightToLeft = isRightToLeft(setup.doc.languages[language]?.tag ?? '')
  const { shape, width, height } = setup.stage
  const plan = SCREEN_PLANS[state.screen]
  const { sheet } = PLACES[shape].screens[state.screen]
  const rules = rulesFor(setup.doc.template.id)
  const values = valuesOf(state, whole, language)
  if (plan.behind !== 'opening' && state.play !== null) rules.draw(state.play, setup, list)
  else {
    const item = add(list, 'picture', partAs(setup.doc, 'opening'), 0, 0)
    item.clipStep = state.screenStep
    item.scroll = state.screenStep / STEPS_PER_SECOND
    item.w = width
    item.h = height
  }
  toStage(list)
  if (plan.dim > 0) {
    const item = add(list, 'dim', '', 0, 0)
    item.w = width
    item.h = height
    item.alpha = plan.dim * Math.min(1, state.screenStep / 12)
  }
  if (sheet !== null) {
    const [x, y, w, h] = sheet
    const item = add(list, 'plate', 'sheet', x, y)
    item.w = w
    item.h = h
  }
  for (const words of plan.words) add(list, 'text', words, 0, 0)
  if (state.screen === 'story' && state.story !== null) drawLine(state.story, setup, list)
  if (state.screen === 'start' && state.aside) add(list, 'text', 'aside-words', 0, 0)
  if (state.screen === 'about') {
    const { x, y, w, h } = PLACES[shape].credits
    const item = add(list, 'text', CREDITS_TEXT, x, y)
    item.w = w
    item.h = h
    item.text = creditsText(setup, state.page)
  }
  const buttons = buttonsOf(state, setup)
  const areas = buttonAreas(state, setup, buttons)
  for (let i = 0; i < buttons.length; i++) {
    const { words, card } = buttons[i]!
    const [x, y, w, h] = areas[i]!
    if (card === true) {
      drawCard({ state, whole, list, language }, buttons[i]!, areas[i]!, state.focus === i)
      continue
    }
    const plate = add(list, 'plate', words, x, y)
    plate.w = w
    plate.h = h
    plate.lit = state.focus === i
    const { inset } = PLACES[shape].plateText
    const text = add(list, 'text', words, x + inset, y)
    text.w = w - 2 * inset
    text.h = h
    text.lit = plate.lit
  }
  const { dresses } = setup.doc
  const worn = state.screen !== 'looks' && whole.byId[dresses?.looks ?? '']?.[state.progress.worn] !== undefined
  for (let i = 0; i < list.count; i++) {
    const item = list.items[i]!
    if (worn && item.part === dresses!.of) {
      // The hero is shown, and picked, in the look that is worn.
      item.part = dresses!.looks
      item.entry = state.progress.worn
    } else item.part = partIn(setup, item.part, item.use === '' ? state.screen : item.use)
    if (item.kind !== 'text') continue
    if (item.text === '') item.text = wordsIn(setup, item.part, language)
    item.text = fill(item.text, values)
  }
  drawScreenChange(list, setup, state.screenStep)
}

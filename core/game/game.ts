import { add, toStage, type DrawList } from './draw-list'
import { clearEvents, makeEvents } from './events'
import { isRightToLeft, wordsIn } from './languages'
import { CREDITS_TEXT, PLACES } from './layouts'
import { drawScreenChange, startVolume } from './screen-change'
import { rulesFor } from './registry'
import { plateHit } from './plates'
import type { PlayState } from './rules'
import {
  CREDITS_PER_PAGE,
  LINE,
  plateAt,
  SCREEN_PLANS,
  STORY_PARTS,
  type Act,
  type ScreenButton,
  type ScreenId,
} from './screens'
import { partAs, partIn, type Setup } from './setup'
import { BITS, STEPS_PER_SECOND, type Input } from './types'

/**
 * A whole game: the rules' play inside the screens from start to end and back. Plain data; `stepGame` is
 * deterministic for a seed and a row of inputs, so a session can be recorded and run again with other art.
 */
export interface GameState {
  screen: ScreenId
  /** Where "back" leads from how, options and about. */
  from: ScreenId
  focus: number
  screenStep: number
  page: number
  held: number
  play: PlayState | null
  plays: number
  best: number
  /** 0..4 quarters. */
  volume: { sound: number; music: number }
  seed: number
  /** Index into the document's languages. */
  language: number
  /** Which line of which story is shown, and where it leads. */
  story: { part: string; line: number; then: 'play' | 'won' | 'lost' } | null
  events: string[]
}

/** A game on its start screen; with a set-up its volume is where its maker put it. */
export function startGame(seed: number, setup?: Setup): GameState {
  return {
    screen: 'start',
    from: 'start',
    focus: 0,
    screenStep: 0,
    page: 0,
    held: 0,
    play: null,
    plays: 0,
    best: 0,
    volume: startVolume(setup),
    seed: seed >>> 0,
    language: 0,
    story: null,
    events: makeEvents(),
  }
}

export function goTo(state: GameState, screen: ScreenId): void {
  state.screen = screen
  state.focus = 0
  state.screenStep = 0
  state.page = 0
}

/** Each play (from 1) of a session gets a seed of its own, following from the session's. */
export const playSeed = (seed: number, plays: number): number =>
  Math.imul(seed ^ (plays * 0x9e3779b9), 0x85ebca6b) >>> 0

/** Straight into play, as the stage, the attract mode and the dry run want it. */
export function beginPlay(state: GameState, setup: Setup): void {
  state.plays++
  state.play = rulesFor(setup.doc.template.id).start(setup, playSeed(state.seed, state.plays))
  goTo(state, 'play')
}

/** Shows a story's first line; where there is none, what follows it comes at once. */
export function tellStory(state: GameState, setup: Setup, part: string, then: 'play' | 'won' | 'lost'): void {
  state.story = { part, line: -1, then }
  nextLine(state, setup)
}

function nextLine(state: GameState, setup: Setup, skip = false): void {
  const story = state.story
  if (story === null) return
  const line = setup.find('story', story.part)?.lines[++story.line]
  if (line === undefined || skip) {
    state.story = null
    return story.then === 'play' ? beginPlay(state, setup) : goTo(state, story.then)
  }
  goTo(state, 'story')
  state.events.push(story.part + LINE + line.id)
}

function begin(state: GameState, setup: Setup): void {
  // Told once: who plays again knows it.
  if (state.plays === 0) tellStory(state, setup, STORY_PARTS.before, 'play')
  else beginPlay(state, setup)
}

function act(state: GameState, setup: Setup, what: Act): void {
  state.events.push(partIn(setup, partAs(setup.doc, 'press'), state.screen))
  if ('go' in what) {
    state.from = state.screen
    goTo(state, what.go)
    return
  }
  const volume = state.volume
  switch (what.do) {
    case 'begin':
      return begin(state, setup)
    case 'next-line':
      return nextLine(state, setup)
    case 'skip-lines':
      return nextLine(state, setup, true)
    case 'language':
      state.language = (state.language + 1) % Math.max(1, setup.doc.languages.length)
      return
    case 'resume':
      return goTo(state, 'play')
    case 'leave':
      state.play = null
      return goTo(state, 'start')
    case 'back':
      return goTo(state, state.from === 'pause' ? 'pause' : 'start')
    case 'sound-volume':
      volume.sound = (volume.sound + 1) % 5
      return
    case 'music-volume':
      volume.music = (volume.music + 1) % 5
      return
    case 'credits-page':
      state.page = (state.page + 1) % creditPages(setup)
  }
}

export function creditPages(setup: Setup): number {
  return Math.max(1, Math.ceil(setup.doc.credits.length / CREDITS_PER_PAGE))
}

const SHOWN: Record<NonNullable<ScreenButton['when']>, (state: GameState, setup: Setup) => boolean> = {
  'more-credits': (_state, setup) => creditPages(setup) > 1,
  languages: (_state, setup) => setup.doc.languages.length > 1,
  'more-lines': (state, setup) =>
    state.story !== null && state.story.line + 1 < (setup.find('story', state.story.part)?.lines.length ?? 0),
}

/** Buttons of a screen, as far as there is something to do with them. */
export const buttonsOf = (state: GameState, setup: Setup): ScreenButton[] =>
  SCREEN_PLANS[state.screen].buttons.filter((button) => button.when === undefined || SHOWN[button.when](state, setup))

function stepScreen(state: GameState, input: Input, setup: Setup): void {
  const buttons = buttonsOf(state, setup)
  const { gap } = PLACES[setup.stage.shape].plate
  const count = buttons.length
  const pressed = input.bits & ~state.held
  if (pressed & BITS.back) {
    if (state.screen === 'pause') return act(state, setup, { do: 'resume' })
    if (state.screen === 'won' || state.screen === 'lost') return act(state, setup, { do: 'leave' })
    if (state.screen === 'story') return act(state, setup, { do: 'skip-lines' })
    if (state.screen !== 'start') return act(state, setup, { do: 'back' })
  }
  if (pressed & BITS.up) state.focus = (state.focus + count - 1) % count
  if (pressed & BITS.down) state.focus = (state.focus + 1) % count
  if (pressed & BITS.pointer && input.px >= 0) {
    const areas = buttons.map((_button, i) => plateAt(setup.stage.shape, state.screen, i))
    // Half of the gap between two plates belongs to each: fingers are larger than plates on a small screen.
    const hit = plateHit(areas, input.px / 100, input.py / 100, gap / 2)
    if (hit >= 0) {
      state.focus = hit
      return act(state, setup, buttons[hit]!.act)
    }
    // Anywhere else on a story is meant for its next line.
    if (state.screen === 'story') return act(state, setup, { do: 'next-line' })
  }
  // The end comes as a surprise: a key pressed for the play in that moment is not meant for its first button.
  const ended = state.screen === 'won' || state.screen === 'lost' || (state.story?.then ?? 'play') !== 'play'
  const surprised = ended && state.screenStep < 20
  if (pressed & BITS.confirm && !surprised) act(state, setup, buttons[state.focus]!.act)
  else if (state.screen === 'story') waitForLine(state, setup)
}

/** A line with a time of its own goes on by itself. */
function waitForLine(state: GameState, setup: Setup): void {
  const seconds = setup.find('story', state.story?.part ?? '')?.lines[state.story?.line ?? 0]?.seconds ?? 0
  if (seconds > 0 && state.screenStep >= seconds * STEPS_PER_SECOND) nextLine(state, setup)
}

/** Moves the game on by 1/60 s, in place. */
export function stepGame(state: GameState, input: Input, setup: Setup): void {
  clearEvents(state.events)
  state.screenStep++
  if (state.screen === 'play' && state.play !== null) {
    const play = state.play
    if (input.bits & ~state.held & BITS.back) goTo(state, 'pause')
    else {
      rulesFor(setup.doc.template.id).step(play, input, setup)
      for (let i = 0; i < play.events.length; i++) state.events.push(play.events[i]!)
      if (play.outcome !== 'playing') {
        if (play.score > state.best) state.best = play.score
        tellStory(state, setup, STORY_PARTS[play.outcome], play.outcome)
      }
    }
  } else stepScreen(state, input, setup)
  state.held = input.bits
}

/** Goes on with other content: see `Rules.adopt`. What a screen points to stays within what there is. */
export function adoptGame(state: GameState, before: Setup, after: Setup): void {
  state.language = Math.min(state.language, Math.max(0, after.doc.languages.length - 1))
  state.page = Math.min(state.page, creditPages(after) - 1)
  state.focus = Math.min(state.focus, Math.max(0, buttonsOf(state, after).length - 1))
  if (state.play !== null) rulesFor(after.doc.template.id).adopt(state.play, before, after)
}

/** Fills {names} in a text from `values`; unknown names stay as they are. */
export function fill(text: string, values: Record<string, number | string>): string {
  return text.replace(/\{([a-z-]+)\}/g, (all, name: string) => (name in values ? String(values[name]) : all))
}

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
    'sound-volume': state.volume.sound * 25,
    'music-volume': state.volume.music * 25,
  }
  if (state.play !== null) Object.assign(values, rulesFor(setup.doc.template.id).values(state.play, setup))
  return values
}

/** Words on a screen's button, in the language of the state. */
export function buttonText(state: GameState, setup: Setup, button: ScreenButton): string {
  const words = wordsIn(setup, partIn(setup, button.words, state.screen), state.language)
  return fill(words, valuesOf(state, setup, state.language))
}

/** Rebuilds `list` for the state as it is now, in the state's language unless another is asked for. */
export function drawGame(state: GameState, setup: Setup, list: DrawList, language = state.language): void {
  list.count = 0
  list.camera.x = 0
  list.camera.y = 0
  list.rightToLeft = isRightToLeft(setup.doc.languages[language]?.tag ?? '')
  const { shape, width, height } = setup.stage
  const plan = SCREEN_PLANS[state.screen]
  const { sheet } = PLACES[shape].screens[state.screen]
  const rules = rulesFor(setup.doc.template.id)
  const values = valuesOf(state, setup, language)
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
  if (state.screen === 'about') {
    const { x, y, w, h } = PLACES[shape].credits
    const item = add(list, 'text', CREDITS_TEXT, x, y)
    item.w = w
    item.h = h
    item.text = creditsText(setup, state.page)
  }
  const buttons = buttonsOf(state, setup)
  for (let i = 0; i < buttons.length; i++) {
    const [x, y, w, h] = plateAt(setup.stage.shape, state.screen, i)
    const words = buttons[i]!.words
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
  for (let i = 0; i < list.count; i++) {
    const item = list.items[i]!
    item.part = partIn(setup, item.part, item.use === '' ? state.screen : item.use)
    if (item.kind !== 'text') continue
    if (item.text === '') item.text = wordsIn(setup, item.part, language)
    item.text = fill(item.text, values)
  }
  drawScreenChange(list, setup, state.screenStep)
}

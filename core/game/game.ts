import { clearEvents, makeEvents } from './events'
import { PLACES } from './layouts'
import { isLast, isOpen, keepResult, levelsOf, reached } from './levels'
import { atSlot, freshProgress, type Progress } from './progress'
import { startVolume } from './screen-change'
import { rulesFor } from './registry'
import { buttonAreas, buttonsOf, moveFocus, pagesHere } from './buttons'
import { CARDS } from './cards'
import { wear } from './looks'
import { plateHit } from './plates'
import type { Asks, Carry, PlayState } from './rules'
import { LINE, screensOf, STORY_PARTS, type Act, type ScreenId } from './screens'
import { isOn, partAs, partIn, setupFor, type Setup } from './setup'
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
  /** Index into the document's levels; 0 in a game of one. */
  level: number
  /** What the level at hand began with, and points of those before it in one go. */
  carry: Carry | null
  total: number
  /** The level this go began with. */
  since: number
  /** Which levels' own stories were told, by their ids. */
  told: string[]
  /** What stays from one visit to the next. */
  progress: Progress
  /** An older one could not be read, and was put aside; the start screen says so. */
  aside: boolean
  /** They were asked whether they really want to forget it. */
  sure: boolean
  /** The sideways direction of the last step: a held key moves the focus once. */
  axis: number
  /** Which line of which story is shown, and where it leads. */
  story: { part: string; line: number; then: Then } | null
  events: string[]
}

/** Where a story leads. */
export type Then = 'play' | 'won' | 'lost' | 'done'

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
    level: 0,
    carry: null,
    total: 0,
    since: 0,
    told: [],
    progress: freshProgress(),
    aside: false,
    sure: false,
    axis: 0,
    story: null,
    events: makeEvents(),
  }
}

/** Goes on with what was kept of an earlier visit; where a game has no such level or look any more, without it. */
export function takeProgress(state: GameState, setup: Setup, progress: Progress): void {
  state.progress = progress
  state.best = Math.max(state.best, progress.best)
  if (progress.volume !== undefined) state.volume = { ...progress.volume }
  const language = setup.doc.languages.findIndex(({ tag }) => tag === progress.language)
  if (language >= 0) state.language = language
}

/** The set-up of the level at hand, with the look that is worn: what rules and simulated players are given. */
export const setupOf = (state: GameState, whole: Setup): Setup => setupFor(whole, state.level, state.progress.worn)

/** What the play at hand asks of the controls now. */
export const asksOf = (state: GameState, whole: Setup): Asks =>
  (state.screen === 'play' && state.play !== null
    ? rulesFor(whole.doc.template.id).asks?.(state.play, setupOf(state, whole))
    : undefined) ?? NOTHING
const NOTHING: Asks = {}

export function goTo(state: GameState, screen: ScreenId): void {
  state.screen = screen
  state.focus = 0
  state.screenStep = 0
  state.page = 0
  state.sure = false
}

/** The screen of levels, with the focus on the one where a player goes on. */
export function showLevels(state: GameState, setup: Setup): void {
  goTo(state, 'levels')
  const next = reached(state, setup)
  state.page = Math.floor(next / CARDS)
  state.focus = next % CARDS
}

/** Each play (from 1) of a session gets a seed of its own, following from the session's. */
export const playSeed = (seed: number, plays: number): number =>
  Math.imul(seed ^ (plays * 0x9e3779b9), 0x85ebca6b) >>> 0

/** Straight into the level at hand, as the stage, the attract mode and the dry run want it. */
export function beginPlay(state: GameState, setup: Setup): void {
  state.plays++
  const seed = playSeed(state.seed, state.plays)
  state.play = rulesFor(setup.doc.template.id).start(setupOf(state, setup), seed, state.carry ?? undefined)
  goTo(state, 'play')
}

/** Shows a story's first line; where there is none, what follows it comes at once. */
export function tellStory(state: GameState, setup: Setup, part: string, then: Then): void {
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

/** A story as it is in the level at hand; the level's own is told there only. */
function storyHere(state: GameState, setup: Setup, part: string): { part: string; own: boolean } {
  const here = partIn(setupOf(state, setup), part, '')
  return { part: here, own: here !== part }
}

/** Begins the level at hand with its story, which is told once: who plays again knows it. */
function begin(state: GameState, setup: Setup): void {
  const id = levelsOf(setup)[state.level]?.id ?? ''
  const { part, own } = storyHere(state, setup, STORY_PARTS.before)
  const news = own ? !state.told.includes(id) : state.plays === 0 && state.level === 0
  if (own && news) state.told.push(id)
  if (news) tellStory(state, setup, part, 'play')
  else beginPlay(state, setup)
}

/** Begins a level afresh: nothing goes along into it. */
function beginAt(state: GameState, setup: Setup, level: number): void {
  state.level = level
  state.since = level
  state.carry = null
  state.total = 0
  begin(state, setup)
}

function nextLevel(state: GameState, setup: Setup): void {
  const { play } = state
  if (play === null || isLast(state, setup)) return
  state.total += Math.max(0, play.score)
  state.carry = isOn(setup, 'carry-lives', false) ? (rulesFor(setup.doc.template.id).carried?.(play) ?? null) : null
  state.level++
  begin(state, setup)
}

/** What comes after a play: its story, and the screen that says how it ended. */
function end(state: GameState, setup: Setup, outcome: 'won' | 'lost'): void {
  keepResult(state, setup)
  const then: Then = outcome === 'won' && !isLast(state, setup) ? 'done' : outcome
  const { part, own } = storyHere(state, setup, STORY_PARTS[outcome])
  // The whole game's winning story belongs to its end.
  if (then === 'done' && !own) goTo(state, 'done')
  else tellStory(state, setup, part, then)
}

/** Another player goes on where they stood. */
function takeSlot(state: GameState, slot: number): void {
  state.progress = atSlot(state.progress, slot)
  state.best = state.progress.best
  state.level = 0
  state.told = []
  goTo(state, 'start')
}

/** Nothing stays of earlier visits but how loud it is, and in which language. */
function forget(state: GameState): void {
  const { volume, language, slot, others } = state.progress
  state.progress = {
    ...freshProgress(),
    ...(slot === undefined ? {} : { slot }),
    ...(others === undefined ? {} : { others }),
    ...(volume === undefined ? {} : { volume }),
    ...(language === undefined ? {} : { language }),
  }
  state.best = 0
  state.level = 0
  state.sure = false
  state.told = []
  state.focus = 0
}

function act(state: GameState, setup: Setup, what: Act): void {
  state.events.push(partIn(setup, partAs(setup.doc, 'press'), state.screen))
  if ('go' in what) {
    state.from = state.screen
    if (what.go === 'levels') showLevels(state, setup)
    else goTo(state, what.go)
    return
  }
  const volume = state.volume
  switch (what.do) {
    case 'begin':
      return beginAt(state, setup, reached(state, setup))
    case 'again':
      return begin(state, setup)
    case 'next-level':
      return nextLevel(state, setup)
    case 'play-level':
      return isOpen(state, setup, what.level) ? beginAt(state, setup, what.level) : undefined
    case 'wear':
      return wear(state, setup, what.look)
    case 'slot':
      return takeSlot(state, what.slot)
    case 'page':
      state.page = (state.page + 1) % pagesHere(state, setup)
      if (state.screen !== 'about') state.focus = 0
      return
    case 'forget':
      state.sure = true
      return
    case 'really-forget':
      return forget(state)
    case 'next-line':
      return nextLine(state, setup)
    case 'skip-lines':
      return nextLine(state, setup, true)
    case 'language':
      state.language = (state.language + 1) % Math.max(1, setup.doc.languages.length)
      state.progress.language = setup.doc.languages[state.language]?.tag ?? ''
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
      state.progress.volume = { ...volume }
      return
    case 'music-volume':
      volume.music = (volume.music + 1) % 5
      state.progress.volume = { ...volume }
      return
  }
}

const ENDS: readonly ScreenId[] = ['won', 'lost', 'done']

function stepScreen(state: GameState, input: Input, setup: Setup): void {
  const buttons = buttonsOf(state, setup)
  const { gap } = PLACES[setup.stage.shape].plate
  const areas = buttonAreas(state, setup, buttons)
  const axis = input.axis === state.axis ? 0 : input.axis
  const pressed = input.bits & ~state.held
  if (pressed & BITS.back) {
    if (state.screen === 'pause') return act(state, setup, { do: 'resume' })
    if (ENDS.includes(state.screen)) return act(state, setup, { do: 'leave' })
    if (state.screen === 'story') return act(state, setup, { do: 'skip-lines' })
    if (state.screen !== 'start') return act(state, setup, { do: 'back' })
  }
  moveFocus(state, areas, pressed, axis)
  if (pressed & BITS.pointer && input.px >= 0) {
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
  const ended = ENDS.includes(state.screen) || (state.story?.then ?? 'play') !== 'play'
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
      rulesFor(setup.doc.template.id).step(play, input, setupOf(state, setup))
      for (let i = 0; i < play.events.length; i++) state.events.push(play.events[i]!)
      if (play.outcome !== 'playing') end(state, setup, play.outcome)
    }
  } else stepScreen(state, input, setup)
  state.held = input.bits
  state.axis = input.axis
}

/** Goes on with other content: see `Rules.adopt`. What a screen points to stays within what there is. */
export function adoptGame(state: GameState, before: Setup, after: Setup): void {
  state.language = Math.min(state.language, Math.max(0, after.doc.languages.length - 1))
  const level = levelsOf(before)[state.level]?.id
  const there = levelsOf(after).findIndex(({ id }) => id === level)
  // The same level wherever it stands now; what stands in its place where it was taken out.
  const was = setupOf(state, before)
  state.level = there >= 0 ? there : Math.max(0, Math.min(state.level, levelsOf(after).length - 1))
  if (!screensOf(after.doc).includes(state.screen)) goTo(state, 'start')
  state.page = Math.min(state.page, pagesHere(state, after) - 1)
  state.focus = Math.min(state.focus, Math.max(0, buttonsOf(state, after).length - 1))
  if (state.play !== null) rulesFor(after.doc.template.id).adopt(state.play, was, setupOf(state, after))
}

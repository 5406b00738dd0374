import { describe, expect, it } from 'vitest'
import { puffinCatch, windfall } from '../../tests/support/fixtures'
import type { StoryContent } from '../kinds/story'
import { edit } from '../pack/commands'
import type { Pack } from '../pack/pack'
import { buildGameDoc } from '../template/game-doc'
import { autoplayInput, makeAutoplay } from './autoplay'
import { makeDrawList } from './draw-list'
import { drawGame } from './draw-game'
import { buttonsOf } from './buttons'
import { beginPlay, goTo, startGame, stepGame, type GameState } from './game'
import { isRightToLeft, wordsIn } from './languages'
import { plateAt, screenOf } from './screens'
import { makeSetup, type Setup } from './setup'
import { BITS, idleInput } from './types'

const SOUND = 'c'.repeat(64)
const story = (...lines: Partial<StoryContent['lines'][number]>[]): StoryContent => ({
  kind: 'story',
  lines: lines.map((line, i) => ({
    id: `a${i + 1}`,
    text: `Line ${i + 1}`,
    picture: null,
    sound: null,
    seconds: 0,
    ...line,
  })),
})
const told = (parts: Record<string, StoryContent>, more: Partial<Pack> = {}): Setup =>
  makeSetup(buildGameDoc(windfall, { ...puffinCatch(), ...more, parts: { ...puffinCatch().parts, ...parts } }))

/** One press of a key, and its release. */
function press(state: GameState, setup: Setup, bits: number, at?: { x: number; y: number }): string[] {
  const input = { ...idleInput(), bits }
  if (at !== undefined) Object.assign(input, { px: Math.round(at.x * 100), py: Math.round(at.y * 100) })
  stepGame(state, input, setup)
  const fired = [...state.events]
  stepGame(state, idleInput(), setup)
  return fired
}
function textsShown(state: GameState, setup: Setup, language?: number): string[] {
  const list = makeDrawList()
  drawGame(state, setup, list, language)
  return list.items.slice(0, list.count).flatMap((item) => (item.kind === 'text' ? [item.text] : []))
}

describe('a story before the play', () => {
  const setup = told({ 'intro-story': story({}, { sound: SOUND }, {}) })
  it('is told line by line, fires each line’s voice, and leads into the play', () => {
    const state = startGame(1)
    press(state, setup, BITS.confirm)
    expect(state.screen).toBe('story')
    expect(textsShown(state, setup)).toContain('Line 1')
    expect(press(state, setup, BITS.confirm)).toContain('intro-story#a2')
    expect(textsShown(state, setup)).toContain('Line 2')
    press(state, setup, BITS.confirm)
    press(state, setup, BITS.confirm)
    expect(state.screen).toBe('play')
    expect(state.story).toBeNull()
  })
  it('is skipped by its button, by Escape, and moved on by a touch anywhere', () => {
    for (const way of ['button', 'escape']) {
      const state = startGame(1)
      press(state, setup, BITS.confirm)
      if (way === 'escape') press(state, setup, BITS.back)
      else {
        const [x, y, w, h] = plateAt('wide', 'story', 1)
        press(state, setup, BITS.pointer, { x: x + w / 2, y: y + h / 2 })
      }
      expect(state.screen, way).toBe('play')
    }
    const state = startGame(1)
    press(state, setup, BITS.confirm)
    press(state, setup, BITS.pointer, { x: 8, y: 2 })
    expect(state.story?.line).toBe(1)
  })
  it('is told once: who plays again knows it', () => {
    const state = startGame(1)
    press(state, setup, BITS.confirm)
    press(state, setup, BITS.back)
    goTo(state, 'start')
    press(state, setup, BITS.confirm)
    expect(state.screen).toBe('play')
  })
  it('has no skip on its last line, and none at all when there are no lines', () => {
    const state = startGame(1)
    press(state, setup, BITS.confirm)
    expect(buttonsOf(state, setup)).toHaveLength(2)
    state.story!.line = 2
    expect(buttonsOf(state, setup)).toHaveLength(1)
    const none = told({ 'intro-story': story() })
    const other = startGame(1)
    press(other, none, BITS.confirm)
    expect(other.screen).toBe('play')
  })
  it('goes on by itself after a line’s time', () => {
    const timed = told({ 'intro-story': story({ seconds: 2 }, { seconds: 0 }) })
    const state = startGame(1)
    press(state, timed, BITS.confirm)
    for (let i = 0; i < 118; i++) stepGame(state, idleInput(), timed)
    expect(state.story?.line).toBe(0)
    for (let i = 0; i < 5; i++) stepGame(state, idleInput(), timed)
    expect(state.story?.line).toBe(1)
    for (let i = 0; i < 600; i++) stepGame(state, idleInput(), timed)
    expect(state.story?.line).toBe(1)
  })
  it('shows who speaks, beside the words', () => {
    const spoken = told({ 'intro-story': story({ picture: 'd'.repeat(64) }, {}) })
    const state = startGame(1)
    press(state, spoken, BITS.confirm)
    const list = makeDrawList()
    drawGame(state, spoken, list)
    expect(
      list.items.slice(0, list.count).some((item) => item.part === 'intro-story#a1' && item.kind === 'picture'),
    ).toBe(true)
    expect(spoken.get('wording', 'intro-story#a1').box.x).toBeGreaterThan(spoken.get('wording', 'intro-story#a2').box.x)
    expect(screenOf('intro-story#a1', '')).toBe('story')
  })
  it('does not stop a game that plays itself', () => {
    const state = startGame(3)
    const robot = makeAutoplay(setup, 0.9, 3)
    const screens = new Set<string>()
    for (let i = 0; i < 60 * 90; i++) {
      stepGame(state, autoplayInput(robot, state, setup), setup)
      screens.add(state.screen)
    }
    expect(screens).toContain('story')
    expect(screens).toContain('play')
  })
})

describe('a story after the play', () => {
  it.each([
    ['won', 'win-story'],
    ['lost', 'lose-story'],
  ] as const)('%s: comes before the screen of the end, over the play', (outcome, part) => {
    const setup = told({ [part]: story({}) })
    const state = startGame(1)
    beginPlay(state, setup)
    if (outcome === 'won') state.play!.score = 1e6
    else Object.assign(state.play!, { lives: 0 })
    stepGame(state, idleInput(), setup)
    expect(state.screen).toBe('story')
    expect(state.story).toMatchObject({ part, then: outcome })
    // A key pressed for the play in the moment of its end does not swallow the first line.
    press(state, setup, BITS.confirm)
    expect(state.screen).toBe('story')
    for (let i = 0; i < 30; i++) stepGame(state, idleInput(), setup)
    press(state, setup, BITS.confirm)
    expect(state.screen).toBe(outcome)
  })
})

describe('languages', () => {
  const words = { 'title-words': 'Dal y Pâl', 'intro-story#a1': 'Mae’r llanw allan.' }
  const languages = [
    { tag: 'cy', name: 'Cymraeg', words },
    { tag: 'he', name: 'עברית', words: {} },
  ]
  const setup = told({ 'intro-story': story({}) }, { languages })
  it('show their own texts, stories too, and the first language’s where they have none', () => {
    const state = startGame(1)
    expect(textsShown(state, setup)).toContain('Puffin Catch')
    state.language = 1
    expect(textsShown(state, setup)).toContain('Dal y Pâl')
    expect(textsShown(state, setup)).toContain('Play')
    expect(textsShown(state, setup, 0)).toContain('Puffin Catch')
    press(state, setup, BITS.confirm)
    expect(textsShown(state, setup)).toContain('Mae’r llanw allan.')
    expect(wordsIn(setup, 'no-such-words', 1)).toBe('')
  })
  it('are switched under Options, round and round, by their own names', () => {
    const state = startGame(1)
    goTo(state, 'options')
    state.focus = buttonsOf(state, setup).findIndex((button) => button.words === 'language-words')
    expect(textsShown(state, setup)).toContain('English')
    for (const name of ['Cymraeg', 'עברית', 'English']) {
      press(state, setup, BITS.confirm)
      expect(textsShown(state, setup)).toContain(name)
    }
  })
  it('offer no switch in a game that has one', () => {
    const one = told({})
    const state = startGame(1)
    goTo(state, 'options')
    expect(buttonsOf(state, one).some((button) => button.words === 'language-words')).toBe(false)
  })
  it('that are written from the right begin there', () => {
    const state = startGame(1)
    const list = makeDrawList()
    drawGame(state, setup, list, 2)
    expect(list.rightToLeft).toBe(true)
    drawGame(state, setup, list, 1)
    expect(list.rightToLeft).toBe(false)
    expect(['ar', 'ar-EG', 'he', 'fa', 'ur'].every(isRightToLeft)).toBe(true)
    expect(['en', 'hed', 'ara-x', 'cy', 'uk'].some(isRightToLeft)).toBe(false)
  })
  it('are added once, written, emptied and taken out by commands', () => {
    const add = { type: 'add-language' as const, tag: 'cy', name: 'Cymraeg' }
    const [one] = edit(puffinCatch(), { type: 'all', commands: [add, add, { ...add, tag: 'en' }] })
    expect(one.languages).toHaveLength(1)
    const [written] = edit(one, {
      type: 'set-words',
      tag: 'cy',
      words: { 'title-words': 'Dal', 'play-words': 'Chwarae' },
    })
    const [emptied] = edit(written, { type: 'set-words', tag: 'cy', words: { 'title-words': null } })
    expect(emptied.languages[0]!.words).toEqual({ 'play-words': 'Chwarae' })
    const [gone] = edit(emptied, { type: 'remove-language', tag: 'cy' })
    expect(gone.languages).toEqual([])
    expect(edit(gone, { type: 'set-words', tag: 'cy', words: { a: 'b' } })[0]).toEqual(gone)
    expect(edit(gone, { type: 'set-main-language', tag: 'sv', name: 'Svenska' })[0].language.tag).toBe('sv')
  })
})

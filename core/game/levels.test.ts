import { describe, expect, it } from 'vitest'
import { emptyPack, windfall } from '../../tests/support/fixtures'
import { threeLevels, withLevels, withSlots } from '../../tests/support/levels'
import { press as pressOn, shownOn, textsOn } from '../../tests/support/screens'
import type { Pack } from '../pack/pack'
import { buildGameDoc } from '../template/game-doc'
import { inLevel } from '../template/levels'
import { makeAutoplay, autoplayInput } from './autoplay'
import { adoptGame, beginPlay, goTo, showLevels, startGame, stepGame, takeProgress, type GameState } from './game'
import { freshProgress, MOST_PROGRESS, readProgress } from './progress'
import { cardAt } from './screens'
import { makeSetup, type Setup } from './setup'
import { BITS, idleInput } from './types'

const setupOf = (pack: Pack) => makeSetup(buildGameDoc(windfall, pack))
const setup = setupOf(threeLevels(emptyPack()))
const shown = (state: GameState, of = setup) => shownOn(state, of)
const texts = (state: GameState, of = setup) => textsOn(state, of)
const press = (state: GameState, bits: number, of: Setup = setup) => pressOn(state, of, { bits })
/** Waits until a key counts again on a screen that came as a surprise. */
function rest(state: GameState, of = setup): void {
  for (let i = 0; i < 25; i++) stepGame(state, idleInput(), of)
}
/** A skilled player plays until the play is over. */
function playOut(state: GameState, of = setup): void {
  const robot = makeAutoplay(of, 1, 5)
  for (let i = 0; i < 20_000 && (state.screen === 'play' || state.screen === 'story'); i++)
    stepGame(state, autoplayInput(robot, state, of), of)
  rest(state, of)
}

describe('a game of three levels', () => {
  it('goes from level to level, says how it stands, and is won with the last', () => {
    const state = startGame(3, setup)
    rest(state)
    press(state, BITS.confirm)
    expect([state.screen, state.level]).toEqual(['play', 0])
    playOut(state)
    expect(state.screen).toBe('done')
    expect(texts(state)).toContain('Low tide: done!')
    const first = state.play!.score
    press(state, BITS.confirm)
    expect([state.screen, state.level]).toEqual(['play', 1])
    playOut(state)
    expect(state.screen).toBe('done')
    expect(texts(state)).toContain(`Level 2 of 3. Points so far: ${first + state.play!.score}`)
    press(state, BITS.confirm)
    playOut(state)
    expect(state.screen).toBe('won')
    expect(Object.values(state.progress.levels).every((level) => level.won)).toBe(true)
    // All in one go, with what the levels before brought.
    expect(state.best).toBe(state.total + state.play!.score)
  })

  it('shows its levels once one was won: what is done, what waits, what is locked and why', () => {
    const state = startGame(3, setup)
    expect(texts(state)).not.toContain('Levels')
    takeProgress(state, setup, { ...freshProgress(), levels: { '1': { won: true, best: 14 } } })
    expect(texts(state)).toContain('Levels')
    expect(texts(state)).toContain('Go on')
    press(state, BITS.down)
    press(state, BITS.confirm)
    expect([state.screen, state.focus]).toEqual(['levels', 1])
    expect(texts(state)).toEqual(
      expect.arrayContaining(['1 Low tide', 'Best: 14', '2 Half tide', 'Not done yet', '3 High tide', '33 % done']),
    )
    expect(texts(state)).toContain('After “Half tide”')
    // The locked one takes the focus and no press.
    pressOn(state, setup, { axis: 1 })
    expect(state.focus).toBe(2)
    press(state, BITS.confirm)
    expect(state.screen).toBe('levels')
    pressOn(state, setup, { axis: -1 })
    press(state, BITS.confirm)
    expect([state.screen, state.level]).toEqual(['play', 1])
  })

  it('is chosen by a finger too, and left with Escape', () => {
    const state = startGame(3, setup)
    takeProgress(state, setup, { ...freshProgress(), levels: { '1': { won: true, best: 14 } } })
    showLevels(state, setup)
    press(state, BITS.back)
    expect(state.screen).toBe('start')
    showLevels(state, setup)
    const [x, y, w, h] = cardAt('wide', 0)
    const touch = { px: Math.round((x + w / 2) * 100), py: Math.round((y + h / 2) * 100), bits: BITS.pointer }
    stepGame(state, { ...idleInput(), ...touch }, setup)
    expect([state.screen, state.level]).toEqual(['play', 0])
  })

  it('lost, the same level is played again with what it began with', () => {
    const carried = threeLevels(emptyPack())
    const of = setupOf({ ...carried, parts: { ...carried.parts, 'carry-lives': { kind: 'switch', on: true } } })
    const state = startGame(3, of)
    beginPlay(state, of)
    ;(state.play as unknown as { lives: number }).lives = 1
    state.play!.score = 10
    stepGame(state, idleInput(), of)
    expect(state.screen).toBe('done')
    rest(state, of)
    press(state, BITS.confirm, of)
    expect(state.play).toMatchObject({ lives: 1, score: 0 })
    ;(state.play as unknown as { lives: number }).lives = 0
    stepGame(state, idleInput(), of)
    expect(state.screen).toBe('lost')
    rest(state, of)
    press(state, BITS.confirm, of)
    expect([state.level, state.screen]).toEqual([1, 'play'])
    expect(state.play).toMatchObject({ lives: 1 })
  })

  it('without the switch each level begins with all lives, and each counts its own points', () => {
    const plain = threeLevels(emptyPack())
    const of = setupOf({ ...plain, parts: { ...plain.parts, 'carry-score': { kind: 'switch', on: false } } })
    const state = startGame(3, of)
    for (const goal of [10, 20]) {
      beginPlay(state, of)
      expect(state.play).toMatchObject({ lives: 3 })
      state.play!.score = goal
      stepGame(state, idleInput(), of)
      rest(state, of)
      press(state, BITS.confirm, of)
    }
    expect(state.best).toBe(20)
  })

  it('tells a level’s own story there and only once, and the game’s before the first', () => {
    const line = (text: string) => ({
      kind: 'story' as const,
      lines: [{ id: 'a1', text, picture: null, sound: null, seconds: 0 }],
    })
    const plain = threeLevels(emptyPack())
    const second = inLevel('intro-story', plain.levels[1]!.id)
    const of = setupOf({
      ...plain,
      parts: { ...plain.parts, 'intro-story': line('At first'), [second]: line('Deeper now') },
    })
    const state = startGame(3, of)
    press(state, BITS.confirm, of)
    expect(texts(state, of)).toContain('At first')
    press(state, BITS.confirm, of)
    state.play!.score = 10
    stepGame(state, idleInput(), of)
    rest(state, of)
    press(state, BITS.confirm, of)
    expect(texts(state, of)).toContain('Deeper now')
    press(state, BITS.confirm, of)
    expect([state.screen, state.level]).toEqual(['play', 1])
    ;(state.play as unknown as { lives: number }).lives = 0
    stepGame(state, idleInput(), of)
    rest(state, of)
    press(state, BITS.confirm, of)
    expect(state.screen).toBe('play')
  })

  it('draws, and lets pick, what is only in the level at hand', () => {
    const plain = threeLevels(emptyPack())
    const key = inLevel('backdrop', plain.levels[1]!.id)
    const backdrop = windfall.parts.find((spec) => spec.id === 'backdrop')!.content
    const of = setupOf({ ...plain, parts: { ...plain.parts, [key]: backdrop } })
    const state = startGame(3, of)
    beginPlay(state, of)
    expect(shown(state, of).map((item) => item.part)).toContain('backdrop')
    state.level = 1
    expect(shown(state, of).map((item) => item.part)).toContain(key)
    // Each card has its own, whichever level was played last.
    showLevels(state, of)
    const cards = shown(state, of).flatMap((item) => (item.part.startsWith('backdrop') ? item.part : []))
    expect(cards).toEqual(['backdrop', key, 'backdrop'])
  })

  it('stays in its level while levels come, go and change places', () => {
    const plain = threeLevels(emptyPack())
    const before = setupOf(plain)
    const state = startGame(3, before)
    state.level = 2
    beginPlay(state, before)
    const moved = setupOf({ ...plain, levels: [plain.levels[2]!, plain.levels[0]!] })
    adoptGame(state, before, moved)
    expect([state.level, state.screen]).toEqual([0, 'play'])
    const one = setupOf({ ...emptyPack() })
    goTo(state, 'done')
    adoptGame(state, moved, one)
    expect([state.level, state.screen]).toEqual([0, 'start'])
  })

  it('turns pages of six, and opens at the one a player reached', () => {
    const of = setupOf(withLevels(emptyPack(), 9))
    const state = startGame(3, of)
    const levels = Object.fromEntries(of.doc.levels!.slice(0, 7).map(({ id }) => [id, { won: true, best: 1 }]))
    takeProgress(state, of, { ...freshProgress(), levels })
    showLevels(state, of)
    expect([state.page, state.focus]).toEqual([1, 1])
    expect(texts(state, of)).toContain('8 Level 8')
    expect(texts(state, of)).not.toContain('6 Level 6')
  })
})

it('plates beside each other are gone through sideways, those in a column up and down and round', () => {
  const state = startGame(3, setup)
  beginPlay(state, setup)
  goTo(state, 'done')
  pressOn(state, setup, { axis: 1 })
  expect(state.focus).toBe(1)
  pressOn(state, setup, { axis: -1 })
  expect(state.focus).toBe(0)
  goTo(state, 'pause')
  pressOn(state, setup, { axis: 1 })
  expect(state.focus).toBe(0)
  press(state, BITS.up)
  expect(state.focus).toBe(2)
})

describe('three players on one device', () => {
  const of = setupOf(withSlots(threeLevels(emptyPack())))

  it('each go on where they stood, and a free place begins anew', () => {
    const state = startGame(3, of)
    takeProgress(state, of, {
      ...freshProgress(),
      best: 24,
      levels: { '1': { won: true, best: 14 } },
      volume: { sound: 1, music: 1 },
    })
    goTo(state, 'slots')
    expect(texts(state, of)).toEqual(
      expect.arrayContaining(['Who plays?', 'Player 1', '33 %, Half tide', 'Player 2', 'Free']),
    )
    pressOn(state, of, { axis: 1 })
    press(state, BITS.confirm, of)
    expect([state.screen, state.best]).toEqual(['start', 0])
    expect(texts(state, of)).toContain('Play')
    press(state, BITS.confirm, of)
    expect([state.screen, state.level]).toEqual(['play', 0])
    state.play!.score = 10
    stepGame(state, idleInput(), of)
    const kept = readProgress(JSON.parse(JSON.stringify(state.progress)))!
    expect(kept).toMatchObject({ slot: 1, others: { 0: { best: 24 } }, volume: { sound: 1, music: 1 } })
    const again = startGame(4, of)
    takeProgress(again, of, kept)
    goTo(again, 'slots')
    press(again, BITS.confirm, of)
    expect(again.progress).toMatchObject({ best: 24, levels: { '1': { won: true, best: 14 } } })
    expect(again.progress.slot).toBeUndefined()
    expect(texts(again, of)).toContain('Go on')
  })

  it('are asked only where their maker says so', () => {
    expect(texts(startGame(3, of), of)).toContain('Who plays?')
    expect(texts(startGame(3, setup))).not.toContain('Who plays?')
  })
})

describe('progress that was kept', () => {
  const good = {
    ...freshProgress(),
    ...{ best: 30, levels: { '1': { won: true, best: 14 } }, purse: 44, looks: ['captain'], worn: 'captain' },
    ...{ volume: { sound: 4, music: 0 }, language: 'de' },
  }

  it('is read as it was written', () => {
    expect(readProgress(JSON.parse(JSON.stringify(good)))).toEqual(good)
    expect(JSON.stringify(good).length).toBeLessThan(MOST_PROGRESS)
  })

  it.each([
    ['nothing', null],
    ['a list', []],
    ['another format', { ...good, format: 'other' }],
    ['a later version', { ...good, version: 2 }],
    ['half of a purse', { ...good, purse: 0.5 }],
    ['a best beyond all bounds', { ...good, best: 1e12 }],
    ['levels that are no record', { ...good, levels: [1] }],
    ['a level without its best', { ...good, levels: { '1': { won: true } } }],
    ['a level of a strange name', { ...good, levels: { '../x': { won: true, best: 1 } } }],
    ['looks that are no words', { ...good, looks: [3] }],
    ['too many looks', { ...good, looks: Array.from({ length: 100 }, (_, i) => `l${i}`) }],
    ['too loud', { ...good, volume: { sound: 9, music: 0 } }],
    ['a language that is none', { ...good, language: 7 }],
    ['a fourth player', { ...good, slot: 3 }],
    ['another player who is broken', { ...good, others: { 1: { best: 1 } } }],
    ['players that are no record', { ...good, others: [good] }],
    ['a player of no place', { ...good, others: { x: freshProgress() } }],
    ['a player without a place', { ...good, others: { '': freshProgress() } }],
  ])('is none with %s', (_what, raw) => {
    expect(readProgress(raw)).toBeNull()
  })
})

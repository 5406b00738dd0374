import { describe, expect, it } from 'vitest'
import { twosome as template } from '../../../../tests/support/fixtures'
import type { DeckRow } from '../../../kinds/deck'
import { newPack, type Pack } from '../../../pack/pack'
import { buildGameDoc } from '../../../template/game-doc'
import { playAll } from '../../../dry-run/batch'
import { makeDrawList } from '../../draw-list'
import { makeSetup, type Setup } from '../../setup'
import { BITS, idleInput, type Input } from '../../types'
import { areasOf, footOf, sideArea, twosomePlan } from './plan'
import { rules } from './rules'
import type { Twosome } from './state'

const row = (id: string, one: string, other: string, more: object = {}): DeckRow => ({
  id,
  cells: { one: { text: one }, other: { text: other, ...more } },
})
const ROWS = [row('a', 'Gull', 'Gwylan'), row('b', 'Crab', 'Cranc'), row('c', 'Eel', 'Llysywen')]
const SOUND = 'cd'.repeat(32)

function setupOf(rows: DeckRow[] = ROWS, parts: Record<string, unknown> = {}, more: Partial<Pack> = {}): Setup {
  const pack = newPack(template, 'a-pack-for-tests')
  const made = { ...pack.parts, time: { kind: 'dial', value: 0 }, ...parts, pairs: { kind: 'deck', rows } }
  return makeSetup(buildGameDoc(template, { ...pack, ...more, parts: made as Pack['parts'] }))
}
const dial = (value: number) => ({ kind: 'dial', value })
const choice = (value: string) => ({ kind: 'choice', value })

function press(state: Twosome, setup: Setup, index: number): string[] {
  const [x, y, w, h] = areasOf(twosomePlan(setup), state.cards.length)[index]!
  const input = { ...idleInput(), px: Math.round((x + w / 2) * 100), py: Math.round((y + h / 2) * 100), bits: BITS.pointer }
  rules.step(state, input, setup)
  const heard = [...state.events]
  rules.step(state, idleInput(), setup)
  return [...heard, ...state.events]
}
function wait(state: Twosome, setup: Setup, steps: number, input: Partial<Input> = {}): void {
  for (let i = 0; i < steps; i++) rules.step(state, { ...idleInput(), ...input }, setup)
}
const begin = (setup: Setup, seed = 1): Twosome => {
  const state = rules.start(setup, seed)
  wait(state, setup, 1)
  return state
}
const both = (state: Twosome, index = 0): [number, number] => {
  const { row } = state.cards[index]!
  const [a, b] = state.cards.flatMap((card, i) => (card.row === row ? [i] : []))
  return [a!, b!]
}
const unlike = (state: Twosome): [number, number] => [0, state.cards.findIndex((card) => card.row !== state.cards[0]!.row)]

describe('a board', () => {
  it('has both sides of each whole row, as many as the dial says and there are', () => {
    const half = { id: 'd', cells: { one: { text: 'Alone' } } }
    const state = rules.start(setupOf([...ROWS, half]), 5)
    expect(state.rows.sort()).toEqual(['a', 'b', 'c'])
    expect(state.cards.map(({ row, column }) => `${row}${column}`).sort()).toEqual(['00', '01', '10', '11', '20', '21'])
    expect(rules.start(setupOf(ROWS, { 'pairs-count': dial(2) }), 5).cards).toHaveLength(4)
    expect(rules.facts(setupOf([...ROWS, half]))).toMatchObject({ reachable: 36, because: expect.stringMatching(/^3 rows/) as string })
  })

  it('lies within the stage, in rows as large as they can be, for any number of cards and both shapes', () => {
    for (const [stage, players] of [['wide', 'one'], ['tall', 'one'], ['tall', 'charge'], ['wide', 'turns']] as const)
      for (const cards of [4, 6, 10, 14, 16, 26, 40, 64]) {
        const setup = setupOf(ROWS, { players: choice(players) }, { stage })
        const plan = twosomePlan(setup)
        const areas = areasOf(plan, cards).slice(0, cards)
        expect(areas).toHaveLength(cards)
        for (const [i, [x, y, w, h]] of areas.entries()) {
          expect(x, `${stage} ${cards}`).toBeGreaterThan(0)
          expect(x + w).toBeLessThan(setup.stage.width)
          expect(y).toBeGreaterThan(1)
          expect(y + h).toBeLessThan(setup.stage.height - footOf(plan) + 0.01)
          if (players !== 'one') expect(y + h).toBeLessThan(sideArea(plan, 0)[1])
          for (const [ox, oy] of areas.slice(i + 1)) expect(Math.abs(ox - x) >= w || Math.abs(oy - y) >= h).toBe(true)
        }
        expect(areas[0]![2], `${stage} ${cards}`).toBeGreaterThan(cards > 40 ? 0.8 : 1.2)
      }
  })

  it('is another one for another seed, and drawn from all rows in time', () => {
    const setup = setupOf(Array.from({ length: 20 }, (_, i) => row(`r${i}`, `${i}`, `${i}`)), { 'pairs-count': dial(4) })
    const seen = new Set(Array.from({ length: 40 }, (_, seed) => rules.start(setup, seed).rows).flat())
    expect(seen.size).toBe(20)
  })

  it('of a deck without a whole row is over at once, and draws nothing', () => {
    const setup = setupOf([{ id: 'a', cells: {} }])
    const state = begin(setup)
    rules.draw(state, setup, makeDrawList())
    expect([state.cards.length, rules.facts(setup).reachable]).toEqual([0, 0])
  })
})

describe('turning cards', () => {
  it('two that belong together stay, are worth the more the fewer moves were in vain, and say so', () => {
    const setup = setupOf()
    const state = begin(setup)
    const [a, b] = both(state)
    expect(press(state, setup, a)).toEqual(['turn-sound'])
    // The same one again is no move.
    expect(press(state, setup, a)).toEqual([])
    expect(press(state, setup, b)).toEqual(['turn-sound', 'pair-sound'])
    expect(state).toMatchObject({ moves: 1, found: 1, score: 12, first: -1, second: -1 })
    expect([state.cards[a]!.found, state.cards[b]!.found]).toEqual([true, true])
  })

  it('two that do not lie open for as long as the dial says, or until somebody presses on', () => {
    const setup = setupOf(ROWS, { show: dial(1) })
    const state = begin(setup)
    const [a, b] = unlike(state)
    press(state, setup, a)
    expect(press(state, setup, b)).toEqual(['turn-sound', 'miss-sound'])
    wait(state, setup, 57)
    expect(state.cards[a]!.open).toBe(true)
    wait(state, setup, 3)
    expect([state.cards[a]!.open, state.cards[b]!.open, state.first]).toEqual([false, false, -1])
    press(state, setup, a)
    press(state, setup, b)
    press(state, setup, b)
    expect([state.cards[b]!.open, state.moves, state.misses]).toEqual([false, 2, 2])
  })

  it('is done by arrow keys and Space too', () => {
    const setup = setupOf()
    const state = begin(setup)
    wait(state, setup, 1, { bits: BITS.confirm })
    wait(state, setup, 1)
    expect(state.cards[0]!.open).toBe(true)
    wait(state, setup, 1, { axis: 1 })
    wait(state, setup, 1)
    wait(state, setup, 1, { bits: BITS.confirm })
    expect([state.cards[1]!.open, state.moves]).toEqual([true, 1])
  })

  it('fires the sound of a card that is heard, under its own part', () => {
    const setup = setupOf([row('a', 'Gull', '', { sound: SOUND }), ...ROWS.slice(1)])
    const state = begin(setup)
    const at = state.cards.findIndex(({ row, column }) => state.rows[row] === 'a' && column === 1)
    expect(press(state, setup, at)).toEqual(['turn-sound', 'pairs#a.other'])
    expect(setup.get('sound', 'pairs#a.other').asset).toBe(SOUND)
  })

  it('is won with the last pair, and lost with the time or the moves', () => {
    const setup = setupOf()
    const state = begin(setup)
    for (const index of [0, 1, 2, 3, 4, 5]) {
      const [a, b] = both(state, index)
      press(state, setup, a)
      press(state, setup, b)
    }
    expect([state.outcome, rules.ending(state, setup).cause]).toEqual(['won', 'all pairs'])
    const hurried = setupOf(ROWS, { time: dial(2) })
    const late = begin(hurried)
    wait(late, hurried, 118)
    expect(late.outcome).toBe('playing')
    wait(late, hurried, 3)
    expect([late.outcome, rules.ending(late, hurried).cause]).toEqual(['lost', 'time'])
    const calm = setupOf(ROWS, { time: dial(2), clock: choice('none') })
    const slow = begin(calm)
    wait(slow, calm, 600)
    expect(slow.outcome).toBe('playing')
    const few = setupOf(ROWS, { 'most-moves': dial(1), show: dial(0.3) })
    const spent = begin(few)
    const [a, b] = unlike(spent)
    press(spent, few, a)
    press(spent, few, b)
    wait(spent, few, 60)
    expect([spent.outcome, rules.ending(spent, few).cause]).toEqual(['lost', 'moves'])
  })

  it('shows all cards for a look first, and the clock waits for it', () => {
    const setup = setupOf(ROWS, { look: dial(2), time: dial(5) })
    const state = begin(setup)
    expect(state.cards.every(({ open }) => open)).toBe(true)
    press(state, setup, 0)
    expect([state.moves, rules.values(state, setup)['time']]).toEqual([0, 5])
    wait(state, setup, 120)
    expect(state.cards.some(({ open }) => open)).toBe(false)
  })
})

describe('sides', () => {
  it('take turns: who finds a pair goes on, who does not gives it over', () => {
    const setup = setupOf(ROWS, { players: choice('turns'), show: dial(0.3) })
    const state = begin(setup)
    const [a, b] = both(state)
    press(state, setup, a)
    press(state, setup, b)
    expect([state.turns.side, state.points]).toEqual([0, [1, 0]])
    const open = state.cards.flatMap(({ found }, i) => (found ? [] : [i]))
    press(state, setup, open[0]!)
    press(state, setup, open.find((i) => state.cards[i]!.row !== state.cards[open[0]!]!.row)!)
    wait(state, setup, 30)
    expect([state.turns.side, state.points]).toEqual([1, [1, 0]])
  })

  it('with somebody in charge wait for them, who can take a pair back', () => {
    const setup = setupOf(ROWS, { players: choice('charge') })
    const state = begin(setup)
    const [a, b] = unlike(state)
    press(state, setup, a)
    press(state, setup, b)
    wait(state, setup, 400)
    press(state, setup, 4)
    expect([state.cards[a]!.open, state.turns.side]).toEqual([true, 0])
    press(state, setup, 6)
    expect([state.cards[a]!.open, state.turns.side]).toEqual([false, 1])
    const pair = both(state)
    press(state, setup, pair[0])
    press(state, setup, pair[1])
    expect([state.points, state.found]).toEqual([[0, 1], 1])
    press(state, setup, 7)
    expect([state.points, state.found, state.cards[pair[0]]!.found, state.cards[pair[0]]!.open]).toEqual([[0, 0], 0, false, false])
    press(state, setup, 7)
    expect(state.found).toBe(0)
  })
})

it('goes on when rows go under it: they count as found, and nobody waits for them', () => {
  const setup = setupOf()
  const state = begin(setup)
  const first = state.cards.findIndex(({ row }) => state.rows[row] === 'a')
  press(state, setup, first)
  const less = setupOf(ROWS.slice(1))
  rules.adopt(state, setup, less)
  expect([state.found, state.first]).toEqual([1, -1])
  wait(state, less, 2)
  rules.draw(state, less, makeDrawList())
  expect(state.outcome).toBe('playing')
})

it('shows words in the language that is played in, and in the first one where there are none', () => {
  const rows = [row('a', 'Gull', 'x', { in: { cy: 'Gwylan' } }), row('b', 'Crab', 'y')]
  const setup = setupOf(rows, { look: dial(9) }, { languages: [{ tag: 'cy', name: 'Cymraeg', words: {} }] })
  const state = begin(setup)
  const words = (language: number): string[] => {
    const list = { ...makeDrawList(), language }
    rules.draw(state, setup, list)
    return list.items.slice(0, list.count).filter(({ part }) => part === 'card-words').map(({ text }) => text).sort() // prettier-ignore
  }
  expect(words(0)).toEqual(['Crab', 'Gull', 'x', 'y'])
  expect(words(1)).toEqual(['Crab', 'Gull', 'Gwylan', 'y'])
})

it('is played by a memory that fades: the better it is, the sooner all is found', () => {
  const setup = setupOf(Array.from({ length: 8 }, (_, i) => row(`r${i}`, `${i}`, `${i}`)))
  const seconds = [0, 0.5, 1].map((skill) => {
    const games = playAll(setup, Array.from({ length: 12 }, (_, seed) => ({ skill, seed })))
    expect(games.every(({ outcome }) => outcome === 'won')).toBe(true)
    return games.reduce((sum, game) => sum + game.seconds, 0) / games.length
  })
  expect(seconds[0]).toBeGreaterThan(seconds[1]! * 1.5)
  expect(seconds[1]).toBeGreaterThan(seconds[2]! * 1.15)
  // Nobody who remembers all but sees nothing is quicker than that.
  expect(seconds[2]).toBeGreaterThan(15)
})

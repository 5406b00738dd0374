import { describe, expect, it } from 'vitest'
import { claimGrid as template } from '../../../../tests/support/fixtures'
import type { DeckRow } from '../../../kinds/deck'
import { newPack, type Pack } from '../../../pack/pack'
import { buildGameDoc } from '../../../template/game-doc'
import { playAll } from '../../../dry-run/batch'
import { makeDrawList } from '../../draw-list'
import { makeSetup, type Setup } from '../../setup'
import { BITS, idleInput, type Input } from '../../types'
import { answerText } from './answers'
import { bare, isRight, lettersFor, slips } from './guess'
import { areasNow } from './moment'
import { claimPlan, lineThrough, typingFor } from './plan'
import { rules, TOLD_STEPS } from './rules'
import type { ClaimGrid } from './state'

const row = (id: string, prompt: string, answer: string, wrong = ''): DeckRow => ({
  id,
  cells: { prompt: { text: prompt }, answer: { text: answer }, ...(wrong === '' ? {} : { wrong: { text: wrong } }) },
})
const ROWS = [row('a', 'Left?', 'Port', 'Starboard; Bow'), row('b', 'Right?', 'Starboard'), row('c', 'Front?', 'The bow'), row('d', 'Back?', 'Stern')]
const SOUND = 'ab'.repeat(32)
const dial = (value: number) => ({ kind: 'dial', value })
const choice = (value: string) => ({ kind: 'choice', value })
const ROOM = { players: choice('charge') }
const TYPED = { answering: choice('typed') }

function setupOf(parts: Record<string, unknown> = {}, rows: DeckRow[] = ROWS, more: Partial<Pack> = {}): Setup {
  const pack = newPack(template, 'a-pack-for-tests')
  const made = { ...pack.parts, 'turn-time': dial(0), ...parts, questions: { kind: 'deck', rows } }
  return makeSetup(buildGameDoc(template, { ...pack, ...more, parts: made as Pack['parts'] }))
}
function wait(state: ClaimGrid, setup: Setup, steps: number, input: Partial<Input> = {}): void {
  for (let i = 0; i < steps; i++) rules.step(state, { ...idleInput(), ...input }, setup)
}
function press(state: ClaimGrid, setup: Setup, index: number): string[] {
  const [x, y, w, h] = areasNow(state, claimPlan(setup))[index]!
  rules.step(state, { ...idleInput(), px: Math.round((x + w / 2) * 100), py: Math.round((y + h / 2) * 100), bits: BITS.pointer }, setup)
  const heard = [...state.events]
  rules.step(state, idleInput(), setup)
  return [...heard, ...state.events]
}
const begin = (setup: Setup, seed = 1): ClaimGrid => {
  const state = rules.start(setup, seed)
  wait(state, setup, 1)
  return state
}
/** Answers alone, rightly or not, and waits until the next square is asked for. */
function play(state: ClaimGrid, setup: Setup, square: number, right: boolean): void {
  press(state, setup, square)
  press(state, setup, state.offered.findIndex((one) => (right ? one === 0 : one > 0)))
  wait(state, setup, TOLD_STEPS)
}
/** Asks, reveals and awards in a room; a side from 1, or nobody. */
function give(state: ClaimGrid, setup: Setup, square: number, side: number): void {
  press(state, setup, square)
  press(state, setup, 0)
  press(state, setup, side === 0 ? claimPlan(setup).sides.length : side - 1)
}
const drawn = (state: ClaimGrid, setup: Setup): string[] => {
  const list = makeDrawList()
  rules.draw(state, setup, list)
  return list.items.slice(0, list.count).map(({ part }) => part)
}

describe('a line', () => {
  it.each([
    ['along', [0, 1, 2], 3],
    ['up', [3, 8, 13], 18],
    ['aslant down', [0, 6, 12], 18],
    ['aslant up', [20, 16, 12], 8],
    ['closed in its middle', [5, 6, 8], 7],
  ])('lies %s', (_, own, at) => {
    const squares = Array.from({ length: 25 }, (_one, i) => (own.includes(i) ? 2 : 0))
    expect(lineThrough(squares, 5, at, 2)).toBe(4)
    expect(lineThrough(squares, 5, at, 1)).toBe(1)
  })

  it('does not go round the edge of the board', () => {
    const squares = Array.from({ length: 25 }, (_, i) => ([3, 4, 5].includes(i) ? 1 : 0))
    expect(lineThrough(squares, 5, 6, 1)).toBe(2)
  })
})

describe('alone', () => {
  it('a right answer is a square of one’s own, a wrong one is the other side’s, and both are told for a moment', () => {
    const setup = setupOf()
    const state = begin(setup)
    expect(press(state, setup, 12)).toEqual(['ask-sound'])
    expect([state.phase, state.square, state.asked]).toEqual(['ask', 12, 1])
    expect(press(state, setup, state.offered.indexOf(0))).toEqual(['right-sound'])
    expect([state.squares[12], state.score, state.phase]).toEqual([1, 10, 'told'])
    wait(state, setup, TOLD_STEPS - 2)
    expect(state.phase).toBe('told')
    wait(state, setup, 2)
    expect(state.phase).toBe('pick')
    play(state, setup, 13, false)
    expect([state.squares[13], state.score, state.right, state.asked]).toEqual([2, 10, 1, 2])
    // A square that is taken asks nothing.
    expect(press(state, setup, 13)).toEqual([])
    expect(state.phase).toBe('pick')
  })

  it('is won with a line of one’s own, lost with one of the other side, and with a full board by who has more', () => {
    const setup = setupOf({ line: dial(3), size: dial(3) })
    const won = begin(setup)
    for (const square of [0, 1, 2]) play(won, setup, square, true)
    expect([won.outcome, won.score, rules.ending(won, setup).cause]).toEqual(['won', 130, 'a line'])
    const lost = begin(setup)
    for (const square of [0, 4, 8]) play(lost, setup, square, false)
    expect([lost.outcome, rules.ending(lost, setup).cause]).toEqual(['lost', 'a line of the other side'])
    const full = begin(setup)
    for (const [square, right] of [[0, 1], [1, 0], [2, 1], [4, 0], [3, 1], [5, 0], [7, 1], [6, 0], [8, 1]] as const)
      play(full, setup, square, right === 1)
    expect([full.outcome, rules.ending(full, setup).cause]).toEqual(['won', 'a full board'])
  })

  it('time that is up is a wrong answer; none is none', () => {
    const hurried = setupOf({ 'turn-time': dial(2) })
    const state = begin(hurried)
    press(state, hurried, 0)
    expect(rules.values(state, hurried)['time']).toBe(2)
    wait(state, hurried, 120)
    expect([state.phase, state.squares[0], state.chosen]).toEqual(['told', 2, -1])
    const calm = setupOf()
    const slow = begin(calm)
    press(slow, calm, 0)
    wait(slow, calm, 3600)
    expect(slow.phase).toBe('ask')
  })

  it('offers the row’s own wrong answers, or those of other rows, each once and never the right one twice', () => {
    const setup = setupOf({ answers: dial(4) })
    const plan = claimPlan(setup)
    for (let seed = 1; seed < 30; seed++) {
      const state = begin(setup, seed)
      press(state, setup, 0)
      const asked = plan.byId.get(state.rows[0]!)!
      const said = state.offered.filter((one) => one >= 0).map((one) => answerText(setup, plan, asked, one, 0))
      expect(new Set(said).size, said.join()).toBe(said.length)
      expect(said).toHaveLength(asked.id === 'a' ? 3 : 4)
      expect(said).toContain(asked.cells['answer']!.text)
    }
  })

  it('asks every row once before any comes again', () => {
    const setup = setupOf({ size: dial(4), line: dial(4) })
    const state = begin(setup, 9)
    const asked: string[] = []
    for (const [i, square] of [0, 1, 6, 7, 8].entries()) {
      press(state, setup, square)
      asked.push(state.rows[(state.asked - 1) % state.rows.length]!)
      press(state, setup, state.offered.findIndex((one) => (i % 2 === 0 ? one === 0 : one > 0)))
      wait(state, setup, TOLD_STEPS)
    }
    expect(new Set(asked.slice(0, 4)).size).toBe(4)
    expect(asked[4]).toBe(asked[0])
  })

  it('is done by arrow keys and Space too, and the focus waits where it was on the board', () => {
    const setup = setupOf()
    const state = begin(setup)
    const key = (input: Partial<Input>) => {
      wait(state, setup, 1, input)
      wait(state, setup, 1)
    }
    expect(state.plates.focus).toBe(12)
    key({ axis: 1 })
    key({ bits: BITS.up })
    key({ bits: BITS.confirm })
    expect([state.square, state.phase]).toEqual([8, 'ask'])
    for (let i = 0; i < state.offered.indexOf(0); i++) key({ bits: BITS.down })
    key({ bits: BITS.confirm })
    key({ bits: BITS.confirm })
    expect([state.squares[8], state.phase, state.plates.focus]).toEqual([1, 'pick', 8])
  })

  it('fires the sound of a question that is heard', () => {
    const heard = [{ id: 'a', cells: { prompt: { sound: SOUND }, answer: { text: 'A bell' } } }]
    const setup = setupOf({}, heard)
    const state = begin(setup)
    expect(press(state, setup, 0)).toEqual(['ask-sound', 'questions#a.prompt'])
    expect(drawn(state, setup)).toContain('sound-sign')
  })
})

describe('what falls', () => {
  it('comes to lie as low as there is room in its column, and a full column takes no more', () => {
    const setup = setupOf({ squares: choice('falls'), size: dial(3), line: dial(3) })
    const state = begin(setup)
    play(state, setup, 1, true)
    play(state, setup, 1, false)
    play(state, setup, 7, true)
    expect(state.squares).toEqual([0, 1, 0, 0, 2, 0, 0, 1, 0])
    expect(press(state, setup, 1)).toEqual([])
  })
})

describe('in a room', () => {
  it('somebody shows the answer and gives the square to a side, whose turn it is not matters not', () => {
    const setup = setupOf(ROOM)
    const state = begin(setup)
    press(state, setup, 3)
    expect(drawn(state, setup)).not.toContain('answer-words')
    press(state, setup, 0)
    expect(drawn(state, setup)).toContain('answer-words')
    press(state, setup, 2)
    expect([state.squares[3], state.turns.side, state.phase]).toEqual([3, 1, 'pick'])
    give(state, setup, 4, 0)
    expect([state.squares[4], state.turns.side, state.score]).toEqual([0, 2, 10])
  })

  it('an award is taken back: the square, the turn and the points', () => {
    const setup = setupOf(ROOM)
    const state = begin(setup)
    const back = state.squares.length
    // There is nothing yet.
    press(state, setup, back)
    give(state, setup, 3, 2)
    press(state, setup, back)
    expect([state.squares[3], state.turns.side, state.score, state.last]).toEqual([0, 0, 0, -1])
    press(state, setup, back)
    expect(state.turns.side).toBe(0)
  })

  it('a line waits for who is in charge to end the round, and can be taken back too', () => {
    const setup = setupOf({ ...ROOM, line: dial(3) })
    const state = begin(setup)
    for (const square of [0, 1, 2]) give(state, setup, square, 4)
    wait(state, setup, 4 * TOLD_STEPS)
    expect([state.phase, state.winner, state.outcome]).toEqual(['told', 4, 'playing'])
    expect(drawn(state, setup)).toEqual(expect.arrayContaining(['round-words', 'end-words', 'take-back-words']))
    press(state, setup, 1)
    expect([state.phase, state.winner, state.squares[2]]).toEqual(['pick', 0, 0])
    give(state, setup, 2, 4)
    press(state, setup, 0)
    expect([state.outcome, rules.ending(state, setup).cause]).toEqual(['won', 'a line of Crosses'])
  })

  it('so does a full board', () => {
    const setup = setupOf({ ...ROOM, size: dial(3), line: dial(3) })
    const state = begin(setup)
    ;[1, 2, 1, 2, 2, 1, 1, 1, 2].forEach((side, square) => give(state, setup, square, side))
    expect([state.phase, state.winner]).toEqual(['told', 0])
    expect(drawn(state, setup)).toContain('end-words')
    press(state, setup, 0)
    expect(state.outcome).toBe('won')
  })
})

describe('a typed answer', () => {
  const cell = (text: string, welsh?: string) => ({ text, ...(welsh === undefined ? {} : { in: { cy: welsh } }) })

  it.each([
    ['Élan Valley', 'elan valley', true],
    ['Élan Valley', 'ELANVALLEY', true],
    ['straße', 'Strasse', true],
    ['Port', 'Prt', false],
    ['Stern', 'Sten', true],
    ['Stern', 'Ste', false],
    ['Starboard', 'Starbord', true],
    ['The lighthouse', 'The lihgthouse', true],
    ['The lighthouse', 'The lghthse', false],
    ['1,024', '1024', true],
    ['1024', '1025', false],
    ['Gull; Seagull', 'seagul', true],
    ['Gull', '', false],
    ['Gull', '?!', false],
    ['Чайка', 'чаика', true],
    ['カモメ', 'カモメ', true],
  ])('for %s, %s: %s', (answer, typed, right) => expect(isRight(cell(answer), typed)).toBe(right))

  it('may be in any language the question has', () => expect(isRight(cell('Gull', 'Gwylan'), 'gwylan')).toBe(true))

  it('is forgiven no slip up to four letters or with a figure, one up to nine, two from ten', () =>
    expect(['port', 'stern', 'starboard', 'lighthouse', 'room 12345678'].map((one) => slips(bare(one)))).toEqual([0, 1, 1, 2, 0]))

  it('is typed on a keyboard, rubbed out, and given by Enter', () => {
    const setup = setupOf(TYPED, [row('a', 'Left?', 'Port')])
    const state = begin(setup)
    expect(rules.asks!(state, setup)).toEqual({})
    press(state, setup, 0)
    expect(rules.asks!(state, setup)).toEqual({ typing: true })
    for (const key of [...'Po', '\b', ...'o rt'].map((one) => one.codePointAt(0)!)) wait(state, setup, 1, { key })
    expect(String.fromCodePoint(...state.typed)).toBe('Po rt')
    wait(state, setup, 1, { bits: BITS.confirm })
    expect([state.phase, state.chosen, state.squares[0]]).toEqual(['told', 0, 1])
    expect(drawn(state, setup)).toEqual(expect.arrayContaining(['answer-words', 'choice-words']))
  })

  it('is put together from letter plates, which have all its letters, by touch', () => {
    const setup = setupOf(TYPED)
    const state = begin(setup, 3)
    press(state, setup, 0)
    const plan = claimPlan(setup)
    const answer = plan.byId.get(state.rows[0]!)!.cells['answer']!
    expect(state.letters).toEqual(lettersFor(plan, answer))
    const done = state.letters.length + 1
    // Nothing typed is nothing answered.
    press(state, setup, done)
    expect(state.phase).toBe('ask')
    for (const letter of [...bare(answer.text!), 'b']) press(state, setup, state.letters.indexOf(letter.codePointAt(0)!))
    press(state, setup, done - 1)
    expect(String.fromCodePoint(...state.typed)).toBe(bare(answer.text!))
    press(state, setup, done)
    expect([state.phase, state.squares[0]]).toEqual(['told', 1])
  })

  it('has room for its plates on both shapes, for as many letters as there can be', () => {
    for (const stage of ['wide', 'tall'] as const)
      for (const letters of [3, 10, 28]) {
        const setup = setupOf(TYPED, ROWS, { stage })
        const { card, typed, plates } = typingFor(claimPlan(setup), letters)
        for (const [x, y, w, h] of [card, typed, ...plates]) {
          expect(x).toBeGreaterThan(0)
          expect(y).toBeGreaterThan(1)
          expect(x + w).toBeLessThan(setup.stage.width)
          expect(y + h).toBeLessThan(setup.stage.height)
        }
        expect(card[3], stage).toBeGreaterThan(1.6)
        expect(card[1] + card[3]).toBeLessThan(typed[1])
      }
  })
})

describe('a play that goes on', () => {
  it('with another size begins its board anew; a row that is gone is not asked, and a new one is', () => {
    const before = setupOf()
    const state = begin(before)
    play(state, before, 12, true)
    press(state, before, 13)
    const after = setupOf({ size: dial(4) }, [...ROWS.slice(1), row('e', 'Up?', 'Mast')])
    rules.adopt(state, before, after)
    expect(state.squares).toEqual(Array.from({ length: 16 }, () => 0))
    expect(state.phase).toBe('pick')
    expect([...state.rows].sort()).toEqual(['b', 'c', 'd', 'e'])
    wait(state, after, 2)
    expect(state.plates.focus).toBeLessThan(17)
  })

  it('of a deck without a whole row is over at once', () => {
    const setup = setupOf({}, [{ id: 'a', cells: {} }])
    const state = begin(setup)
    drawn(state, setup)
    expect([state.outcome, rules.facts(setup).reachable]).toEqual(['lost', 0])
  })
})

it('simulated players win the more the more they know, also where they type', () => {
  const rate = (skill: number, parts: object) => {
    const setup = setupOf({ ...parts, 'turn-time': dial(20) })
    return playAll(setup, Array.from({ length: 24 }, (_, seed) => ({ seed, skill }))).filter(({ outcome }) => outcome === 'won').length
  }
  expect(rate(1, {})).toBeGreaterThan(rate(0, {}))
  expect(rate(1, TYPED)).toBeGreaterThan(rate(0, TYPED))
})

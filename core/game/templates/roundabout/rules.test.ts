import { describe, expect, it } from 'vitest'
import { roundabout as template } from '../../../../tests/support/fixtures'
import { roundsOf } from '../../../dry-run/way'
import { newPack, type Pack } from '../../../pack/pack'
import { buildGameDoc } from '../../../template/game-doc'
import { makeDrawList } from '../../draw-list'
import { beginPlay, startGame, stepGame } from '../../game'
import { noteStep, startProof } from '../../proof'
import { resumeRound } from '../../resume'
import { makeSetup, type Setup } from '../../setup'
import { BITS, idleInput, type Input } from '../../types'
import type { Effect } from '../../way'
import { boardOf, MOST_TOKENS, roundaboutPlan, standsAt } from './plan'
import { rules } from './rules'
import type { Roundabout } from './state'

const dial = (value: number) => ({ kind: 'dial', value })
const choice = (value: string) => ({ kind: 'choice', value })
/** A way of so many spaces in a line, with what happens on some of them. */
const way = (count: number, effects: Record<number, Effect> = {}, points: Record<number, number> = {}) => ({
  kind: 'way',
  spaces: Array.from({ length: count }, (_, i) => ({
    ...{ id: `s${i}`, x: 0.06 + (0.88 * i) / (count - 1), y: 0.5 },
    ...(effects[i] === undefined ? {} : { effect: effects[i] }),
    ...(points[i] === undefined ? {} : { points: points[i] }),
  })),
})
function setupOf(parts: Record<string, unknown> = {}, more: Partial<Pack> = {}): Setup {
  const pack = newPack(template, 'a-pack-for-tests')
  return makeSetup(buildGameDoc(template, { ...pack, ...more, parts: { ...pack.parts, ...parts } as Pack['parts'] }))
}
/** One die of one face: every throw gives so many. */
function certain(steps: number) {
  const { content } = template.parts.find(({ id }) => id === 'faces')!
  const face = content.kind === 'cast' ? content.entries[0]! : null
  return { faces: { kind: 'cast', entries: [{ ...face!, steps }] }, dice: dial(1) }
}
const step = (state: Roundabout, setup: Setup, input: Partial<Input> = {}) => rules.step(state, { ...idleInput(), ...input }, setup)
/** Presses what is lit whenever something is, until that many throws were made and the next one is to throw. */
function throwing(state: Roundabout, setup: Setup, times: number): string[] {
  const heard: string[] = []
  const goal = state.throws + times
  for (let i = 0; i < 20_000 && state.outcome === 'playing'; i++) {
    if (state.throws >= goal && state.phase === 'ready') break
    step(state, setup, i % 2 === 0 && state.phase !== 'land' && state.phase !== 'card' ? { bits: BITS.confirm } : {})
    heard.push(...state.events)
  }
  return heard
}
const touchAt = (state: Roundabout, setup: Setup, x: number, y: number): void => {
  step(state, setup, { px: Math.round(x * 100), py: Math.round(y * 100), bits: BITS.pointer })
  step(state, setup)
}
const turns = { players: choice('turns') }

describe('dice', () => {
  it('fall evenly, whatever the seed: chi-square of 6,000 throws of each die is below what is seen once in a thousand', () => {
    const setup = setupOf({ dice: dial(4), players: choice('charge') })
    const state = rules.start(setup, 20261130)
    const counts = Array.from({ length: 4 }, () => [0, 0, 0, 0, 0, 0])
    const pairs = Array.from({ length: 36 }, () => 0)
    for (let n = 0; n < 6000; n++) {
      // By hand, the first plate throws, as often as is wanted.
      step(state, setup)
      state.plates.focus = 0
      step(state, setup, { bits: BITS.confirm })
      expect(state.phase).toBe('roll')
      while (state.phase === 'roll') step(state, setup)
      state.dice.forEach((face, die) => counts[die]![face]!++)
      pairs[state.dice[0]! * 6 + state.dice[1]!]!++
    }
    const chi = (seen: number[], each: number) => seen.reduce((sum, one) => sum + (one - each) ** 2 / each, 0)
    // Tables of the chi-square distribution: 20.52 for 5 degrees of freedom, 66.62 for 35, at 0.001.
    for (const seen of counts) expect(chi(seen, 1000)).toBeLessThan(20.52)
    expect(chi(pairs, 6000 / 36)).toBeLessThan(66.62)
  })

  it('count together, or one of them is taken: by its plate, or by touching where it leads', () => {
    const spaces = { way: way(30) }
    const both = setupOf({ ...spaces, ...turns, dice: dial(2), 'dice-use': choice('together') })
    const sum = rules.start(both, 4)
    throwing(sum, both, 1)
    const { counts } = roundaboutPlan(both)
    expect(sum.places[0]).toBe(counts[sum.dice[0]!]! + counts[sum.dice[1]!]!)
    const one = setupOf({ ...spaces, ...turns, dice: dial(3) })
    const state = rules.start(one, 4)
    for (let i = 0; i < 200 && state.phase !== 'choose'; i++) step(state, one, i === 1 ? { bits: BITS.confirm } : {})
    const plan = roundaboutPlan(one)
    const goal = plan.counts[state.dice[2]!]!
    touchAt(state, one, plan.xs[goal]!, plan.ys[goal]!)
    expect(state.phase).toBe('walk')
    throwing(state, one, 0)
    expect(state.places[0]).toBe(goal)
  })
})

describe('spaces', () => {
  const at = (effects: Record<number, Effect>, more: Record<string, unknown> = {}) => {
    const setup = setupOf({ ...certain(3), ...turns, way: way(12, effects), ...more })
    const state = rules.start(setup, 9)
    return { setup, state, heard: throwing(state, setup, 1) }
  }

  it('send on and back, a pace at a time, and to another space at once', () => {
    expect(at({ 3: { does: 'move', by: 4 } }).state.places[0]).toBe(7)
    const back = at({ 3: { does: 'move', by: -2 } })
    expect(back.state.places[0]).toBe(1)
    expect(back.heard).toContain('bad-sound')
    expect(back.heard.filter((one) => one === 'step-sound')).toHaveLength(5)
    expect(at({ 3: { does: 'go', to: 's9' } }).state.places[0]).toBe(9)
    // What is there happens too.
    expect(at({ 3: { does: 'move', by: 1 }, 4: { does: 'go', to: 's8' } }).state.places[0]).toBe(8)
  })

  it('never send anybody off the way, nor round for ever', () => {
    expect(at({ 3: { does: 'move', by: -9 } }).state.places[0]).toBe(0)
    const ring = at({ 3: { does: 'move', by: 2 }, 5: { does: 'move', by: -2 } })
    expect(ring.state.phase).toBe('ready')
    expect(ring.state.turns.side).toBe(1)
    expect(at({ 3: { does: 'go', to: 'gone' } }).state.places[0]).toBe(3)
  })

  it('have somebody throw again, or sit out a turn', () => {
    const again = at({ 3: { does: 'again' } })
    expect(again.state.turns.side).toBe(0)
    const miss = at({ 3: { does: 'miss' } })
    expect(miss.state.misses.slice(0, 4)).toEqual([1, 0, 0, 0])
    throwing(miss.state, miss.setup, 3)
    // All four sit out a turn, one after the other, and the first is at it again.
    expect([...miss.state.places.slice(0, 4)]).toEqual([3, 3, 3, 3])
  })

  it('give points, and home its own; who has most of them wins where that is what counts', () => {
    const setup = setupOf({ ...certain(3), ...turns, way: way(7, {}, { 3: 5 }), wins: choice('points'), 'home-points': dial(1) })
    const state = rules.start(setup, 9)
    throwing(state, setup, 6)
    expect([state.outcome, state.points[0], state.points[1], state.score]).toEqual(['won', 6, 5, 6])
    expect(rules.ending(state, setup).cause).toBe('Snail had most points')
  })

  it('draw cards: each once before any comes again', () => {
    const cards = (does: string[]) => ({
      kind: 'deck',
      rows: does.map((one, i) => ({ id: `r${i}`, cells: { says: { text: `card ${i}` }, does: { text: one } } })),
    })
    const drawn = { 3: { does: 'draw', deck: 'deck-a' } } as const
    const { state, heard } = at(drawn, { 'deck-a': cards(['+2', '+2', '+2']) })
    expect(state.places[0]).toBe(5)
    expect(heard).toContain('card-sound')
    expect(new Set(state.orders[0])).toEqual(new Set([0, 1, 2]))
    expect(at(drawn, { 'deck-a': cards(['nonsense']) }).state.places[0]).toBe(3)
    expect(at(drawn, { 'deck-a': { kind: 'deck', rows: [] } }).state.places[0]).toBe(3)
    expect(at(drawn, { 'deck-a': cards(['to 8']) }).state.places[0]).toBe(8)
  })
})

describe('home', () => {
  it('is where it ends: won alone when one is there first, lost when another one is', () => {
    const mine = setupOf({ ...certain(4), way: way(5) })
    const state = rules.start(mine, 3)
    throwing(state, mine, 1)
    expect([state.outcome, state.score, rules.ending(state, mine).cause]).toEqual(['won', 10, 'Snail was home first'])
    const theirs = setupOf({ ...certain(3), way: way(7, { 3: { does: 'miss' } }) })
    const other = rules.start(theirs, 3)
    other.places[1] = 4
    throwing(other, theirs, 3)
    expect(other.outcome).toBe('lost')
  })

  it('is reached exactly where that is asked: what is too many is gone back', () => {
    const setup = setupOf({ ...certain(3), ...turns, way: way(6), exact: { kind: 'switch', on: true } })
    const state = rules.start(setup, 3)
    throwing(state, setup, 4)
    throwing(state, setup, 1)
    // Five spaces from home: three on, then two on and one back.
    expect([state.outcome, state.places[0]]).toEqual(['playing', 4])
  })

  it('need not be reached where there are only so many throws', () => {
    const setup = setupOf({ ...certain(2), ...turns, way: way(30), 'most-throws': dial(2) })
    const state = rules.start(setup, 3)
    throwing(state, setup, 8)
    expect([state.outcome, state.throws]).toEqual(['won', 8])
  })
})

describe('by hand', () => {
  const setup = setupOf({ way: way(8), players: choice('charge') })
  const plan = roundaboutPlan(setup)
  const tokenAt = (state: Roundabout, token: number) => standsAt(plan, state.places, token, state.places[token]!)

  it('moves a token where somebody drags it, and tells what is there', () => {
    const state = rules.start(setup, 3)
    step(state, setup)
    const [x, y] = tokenAt(state, 1)
    step(state, setup, { px: x * 100, py: y * 100, bits: BITS.pointer })
    expect(state.held).toBe(1)
    for (const share of [0.3, 0.7, 1])
      step(state, setup, { px: Math.round((x + (plan.xs[5]! - x) * share) * 100), py: Math.round(plan.ys[5]! * 100), bits: BITS.pointer })
    step(state, setup)
    expect([state.places[1], state.held, state.said]).toEqual([5, -1, 5])
  })

  it('is picked up and set down by two presses, by touch or by keys', () => {
    const state = rules.start(setup, 3)
    step(state, setup)
    const [x, y] = tokenAt(state, 2)
    touchAt(state, setup, x, y)
    expect(state.held).toBe(2)
    touchAt(state, setup, plan.xs[3]!, plan.ys[3]!)
    expect([state.places[2], state.held]).toEqual([3, -1])
    // Keys: the focus is on that token; taken up, it goes a space on, and is set down.
    step(state, setup, { bits: BITS.confirm })
    step(state, setup)
    step(state, setup, { axis: 1 })
    step(state, setup)
    step(state, setup, { bits: BITS.confirm })
    expect(state.places[2]).toBe(4)
  })

  it('ends when whoever is in charge says so, and whoever is ahead has won', () => {
    const state = rules.start(setup, 3)
    state.places[3] = 6
    step(state, setup)
    const [x, y, w, h] = plan.hand[2]!
    touchAt(state, setup, x + w / 2, y + h / 2)
    expect([state.outcome, state.winner]).toEqual(['won', 3])
  })
})

it('stands on any stage whole: tokens, plates and the words of a space', () => {
  for (const stage of ['wide', 'tall'] as const)
    for (const players of ['one', 'turns', 'charge']) {
      const setup = setupOf({ players: choice(players), rivals: dial(7) }, { stage })
      const eight = makeSetup(rules.way!.among(setup.doc, MOST_TOKENS))
      const state = rules.start(eight, 5)
      const list = makeDrawList()
      const { width, height } = boardOf(eight.stage)
      for (let i = 0; i < 1500; i++) {
        step(state, eight, i % 3 === 0 ? { bits: BITS.confirm } : {})
        if (i % 25 !== 0) continue
        list.count = 0
        rules.draw(state, eight, list)
        for (const item of list.items.slice(0, list.count).filter(({ kind }) => kind === 'plate' || kind === 'text')) {
          expect(item.x, `${stage} ${players} ${item.part}`).toBeGreaterThanOrEqual(-0.1)
          expect(item.x + item.w, `${stage} ${players} ${item.part}`).toBeLessThanOrEqual(width + 0.1)
          expect(item.y + item.h, `${stage} ${players} ${item.part}`).toBeLessThanOrEqual(eight.stage.height + 0.1)
        }
      }
      expect(height).toBeLessThan(eight.stage.height)
    }
})

it('waits for the next visit as it stood, on the very same way only', () => {
  const setup = setupOf({ ...certain(3), ...turns, way: way(12) })
  const state = startGame(3, setup)
  beginPlay(state, setup)
  const proof = startProof()
  for (let i = 0; i < 500; i++) {
    const input = { ...idleInput(), bits: i % 40 === 20 ? BITS.confirm : 0 }
    noteStep(proof, state, input)
    stepGame(state, input, setup)
  }
  rules.waits!.keep(state, setup, proof)
  const { round } = state.progress
  const again = (at: Setup) => {
    const next = startGame(5, at)
    return resumeRound(next, at, round!, startProof()) ? (next.play as Roundabout) : null
  }
  expect(again(setup)?.places).toEqual((state.play as Roundabout).places)
  expect(again(setupOf({ ...certain(3), ...turns, way: way(13) }))).toBeNull()
  expect(again(setupOf({ ...certain(4), ...turns, way: way(12) }))).toBeNull()
})

it('takes longer the more play, and tells where they stop', () => {
  const { doc } = setupOf()
  const [two, four, eight] = [2, 4, 8].map((sides) => roundsOf(doc, sides, 20, 5)!)
  expect(two!.seconds).toBeLessThan(four!.seconds)
  expect(four!.seconds).toBeLessThan(eight!.seconds)
  expect(four!.landed).toHaveLength(24)
  // Somebody is home in each round, and nobody stops where all are sent on from less often than there.
  expect(four!.landed.at(-1)).toBe(1)
  expect(roundsOf(doc, 4, 20, 5)).toEqual(four)
})

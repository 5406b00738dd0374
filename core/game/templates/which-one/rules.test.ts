import { describe, expect, it } from 'vitest'
import { whichOne as template } from '../../../../tests/support/fixtures'
import { newPack, type Pack } from '../../../pack/pack'
import { buildGameDoc } from '../../../template/game-doc'
import { playAll } from '../../../dry-run/batch'
import { makeDrawList } from '../../draw-list'
import { makeSetup, type Setup } from '../../setup'
import { BITS, idleInput, type Input } from '../../types'
import { changeSteps, fastest, onItsWay, whichPlan } from './plan'
import { rules, TOLD_STEPS } from './rules'
import { liftAt, shownSteps } from './show'
import type { WhichOne } from './state'

const dial = (value: number) => ({ kind: 'dial', value })
function setupOf(parts: Record<string, unknown> = {}, more: Partial<Pack> = {}): Setup {
  const pack = newPack(template, 'a-pack-for-tests')
  return makeSetup(buildGameDoc(template, { ...pack, ...more, parts: { ...pack.parts, ...parts } as Pack['parts'] }))
}
const cover = (id: string, height: number) => {
  const { content } = template.parts.find((one) => one.id === 'covers')!
  const first = content.kind === 'cast' ? content.entries[0]! : null
  return { ...first!, id, name: id, sprite: { ...first!.sprite, height } }
}
function wait(state: WhichOne, setup: Setup, steps: number, input: Partial<Input> = {}): void {
  for (let i = 0; i < steps; i++) rules.step(state, { ...idleInput(), ...input }, setup)
}
/** Plays on, with hands off, until that phase. */
function until(state: WhichOne, setup: Setup, phase: WhichOne['phase']): void {
  for (let i = 0; i < 60 * 60 && state.phase !== phase; i++) rules.step(state, idleInput(), setup)
  expect(state.phase).toBe(phase)
}
function touch(state: WhichOne, setup: Setup, place: number): string[] {
  const [x, y, w, h] = whichPlan(setup).areas[place]!
  rules.step(state, { ...idleInput(), px: Math.round((x + w / 2) * 100), py: Math.round((y + h / 2) * 100), bits: BITS.pointer }, setup)
  const heard = [...state.events]
  rules.step(state, idleInput(), setup)
  return heard
}
const where = (state: WhichOne): number => state.places.indexOf(state.under)
const drawn = (state: WhichOne, setup: Setup) => {
  const list = makeDrawList()
  rules.draw(state, setup, list)
  return list.items.slice(0, list.count).map(({ part, entry, x, y, clip }) => ({ part, entry, x, y, clip }))
}
/** Says it rightly or not, and waits for the next round. */
function round(state: WhichOne, setup: Setup, right: boolean): void {
  until(state, setup, 'guess')
  touch(state, setup, right ? where(state) : (where(state) + 1) % state.places.length)
  wait(state, setup, TOLD_STEPS)
}

describe('where covers stand', () => {
  it('is as far apart as they are wide, in the middle; where there is no room, all are smaller', () => {
    for (const stage of ['wide', 'tall'] as const)
      for (const count of [2, 3, 5, 7])
        for (const height of [1, 2.5, 6]) {
          const setup = setupOf({ count: dial(count), covers: { kind: 'cast', entries: [cover('a', height)] } }, { stage })
          const { spots, pitch, scale, covers, width } = whichPlan(setup)
          const wide = covers[0]!.width * scale
          expect(spots).toHaveLength(count)
          expect(pitch, `${stage} ${count} ${height}`).toBeGreaterThanOrEqual(wide)
          expect(spots[0]!.x - wide / 2).toBeGreaterThan(0.3)
          expect(spots.at(-1)!.x + wide / 2).toBeLessThan(width - 0.3)
          expect((spots[0]!.x + spots.at(-1)!.x) / 2).toBeCloseTo(width / 2)
        }
  })

  it('is dressed by one drawing or one each, round and round', () => {
    const setup = setupOf({ count: dial(5), covers: { kind: 'cast', entries: ['a', 'b', 'c'].map((id) => cover(id, 2)) } })
    expect(whichPlan(setup).covers.map(({ id }) => id)).toEqual(['a', 'b', 'c', 'a', 'b'])
  })

  it('never lets a lifted cover out of sight', () => {
    const setup = setupOf({ lift: dial(4), covers: { kind: 'cast', entries: [cover('a', 6)] } })
    const { lift, spots, scale } = whichPlan(setup)
    expect(spots[0]!.y - 6 * scale - lift).toBeGreaterThan(0)
  })
})

describe('a round', () => {
  it('shows what is under one, mixes as often as the dial says, and waits', () => {
    const setup = setupOf({ changes: dial(4) })
    const state = rules.start(setup, 5)
    const plan = whichPlan(setup)
    wait(state, setup, plan.liftSteps + 5)
    expect(liftAt(state, plan, where(state))).toBe(1)
    expect(drawn(state, setup).map(({ part }) => part)).toContain('hidden')
    wait(state, setup, shownSteps(plan) - plan.liftSteps - 5)
    expect(state.phase).toBe('mix')
    let changes = 0
    for (let i = 0; i < 2000 && state.phase === 'mix'; i++) {
      wait(state, setup, 1)
      if (state.events.includes('change-sound')) changes++
    }
    expect([changes, state.changed, state.phase]).toEqual([4, 4, 'guess'])
    wait(state, setup, 3600)
    expect(state.phase).toBe('guess')
  })

  it('never shows the hidden thing while anything moves, whatever its size', () => {
    const { content } = template.parts.find((one) => one.id === 'hidden')!
    const setup = setupOf({ hidden: { ...content, height: 9 } })
    const state = rules.start(setup, 8)
    until(state, setup, 'mix')
    for (let i = 0; state.phase === 'mix'; i++) {
      expect(drawn(state, setup).some(({ part }) => part === 'hidden'), `${i}`).toBe(false)
      wait(state, setup, 1)
    }
    expect(drawn(state, setup).some(({ part }) => part === 'hidden')).toBe(false)
  })

  it('lays it where the spot says, from under the cover that has it', () => {
    const setup = setupOf({ 'hidden-place': { kind: 'spot', x: 0.4, y: -0.3 } })
    const state = rules.start(setup, 5)
    const plan = whichPlan(setup)
    wait(state, setup, plan.liftSteps + 5)
    const spot = plan.spots[where(state)]!
    expect(drawn(state, setup).find(({ part }) => part === 'hidden')).toMatchObject({ x: spot.x + 0.4, y: spot.y - 0.3 })
    expect(rules.spots!(state, setup)).toEqual([expect.objectContaining({ part: 'hidden-place', x: spot.x, y: spot.y })])
  })

  it('keeps the covers’ order: nothing but places change', () => {
    const setup = setupOf({ count: dial(6), changes: dial(20) })
    const state = rules.start(setup, 3)
    const under = state.under
    until(state, setup, 'guess')
    expect([...state.places].sort()).toEqual([0, 1, 2, 3, 4, 5])
    expect(state.under).toBe(under)
  })

  it('is right or not, and where it was is shown after a wrong guess', () => {
    const setup = setupOf()
    const state = rules.start(setup, 5)
    until(state, setup, 'guess')
    expect(touch(state, setup, where(state))).toEqual(['lift-sound', 'right-sound'])
    expect([state.right, state.wrong, state.score]).toEqual([1, 0, 10])
    until(state, setup, 'show')
    until(state, setup, 'guess')
    expect(touch(state, setup, (where(state) + 1) % 3)).toEqual(['lift-sound', 'wrong-sound'])
    const plan = whichPlan(setup)
    wait(state, setup, 2 * plan.liftSteps + 2)
    expect([liftAt(state, plan, state.said), liftAt(state, plan, where(state))]).toEqual([1, 1])
    expect(drawn(state, setup).map(({ part }) => part)).toEqual(expect.arrayContaining(['hidden', 'wrong-words']))
  })

  it('is done by arrow keys and Space too, which do nothing before it is time', () => {
    const setup = setupOf()
    const state = rules.start(setup, 5)
    for (let i = 0; i < 400 && state.phase !== 'guess'; i++) wait(state, setup, 1, i % 2 === 0 ? { bits: BITS.confirm } : {})
    until(state, setup, 'guess')
    wait(state, setup, 1)
    expect(state.plates.focus).toBe(1)
    wait(state, setup, 1, { axis: 1 })
    wait(state, setup, 1)
    wait(state, setup, 1, { bits: BITS.confirm })
    expect([state.phase, state.said]).toEqual(['told', 2])
  })
})

describe('a play', () => {
  it('is won with so many right, and each is worth more than the one before', () => {
    const setup = setupOf({ rounds: dial(3), misses: dial(1) })
    const state = rules.start(setup, 2)
    for (const right of [true, false, true, true]) round(state, setup, right)
    expect([state.outcome, state.score, rules.ending(state, setup).cause]).toEqual(['won', 45, 'all rounds'])
    expect(rules.facts(setup)).toMatchObject({ goal: 45, reachable: 45 })
  })

  it('is lost with one wrong guess more than allowed', () => {
    const setup = setupOf({ misses: dial(1) })
    const state = rules.start(setup, 2)
    round(state, setup, false)
    expect([state.outcome, rules.values(state, setup)['left']]).toEqual(['playing', 0])
    round(state, setup, false)
    expect([state.outcome, rules.ending(state, setup).cause]).toEqual(['lost', 'wrong guesses'])
  })

  it('becomes faster each round, and its facts tell how fast at the end', () => {
    const setup = setupOf({ 'change-time': dial(1), faster: dial(20) })
    const plan = whichPlan(setup)
    expect([0, 1, 2].map((n) => changeSteps(plan, n))).toEqual([60, 48, 38])
    expect(fastest(plan, 2)).toBeGreaterThan(fastest(plan, 0))
    expect(rules.facts(setup).follows).toMatchObject({ dial: 'change-time' })
  })

  it('goes round each other or straight through, and is never faster than it says', () => {
    for (const path of [0, 0.5, 1]) {
      const setup = setupOf({ count: dial(5), path: dial(path) })
      const plan = whichPlan(setup)
      const [from, to] = [plan.spots[0]!, plan.spots[4]!]
      const steps = changeSteps(plan, 0)
      const at = { x: 0, y: 0 }
      let most = 0
      let deepest = 0
      let before = { ...from }
      for (let i = 1; i <= steps; i++) {
        onItsWay(plan, from, to, i / steps, 1, at)
        // The ends of half a circle are steep: there the eye is on the spot anyway.
        if (i > 3 && i < steps - 2) most = Math.max(most, Math.sqrt((at.x - before.x) ** 2 + (at.y - before.y) ** 2) * 60)
        deepest = Math.max(deepest, at.y - from.y)
        before = { ...at }
      }
      expect(at).toEqual(to)
      expect(most).toBeLessThanOrEqual(fastest(plan, 0))
      expect(most).toBeGreaterThan(fastest(plan, 0) * 0.6)
      expect(deepest > 0.01).toBe(path > 0)
    }
  })

  it('with other covers begins its round anew', () => {
    const before = setupOf()
    const state = rules.start(before, 4)
    until(state, before, 'mix')
    const after = setupOf({ count: dial(2) })
    rules.adopt(state, before, after)
    expect([state.phase, state.places, state.under < 2]).toEqual(['show', [0, 1], true])
    until(state, after, 'guess')
  })

  it('is won the more the better somebody keeps it in view', () => {
    const rate = (skill: number) =>
      playAll(setupOf(), Array.from({ length: 40 }, (_, seed) => ({ seed, skill }))).filter(({ outcome }) => outcome === 'won').length
    expect(rate(1)).toBeGreaterThan(rate(0.5))
    expect(rate(0.5)).toBeGreaterThan(rate(0))
  })
})

import { describe, expect, it } from 'vitest'
import { breakwaterGull, updraft as template } from '../../../../tests/support/fixtures'
import { newPack, type Pack } from '../../../pack/pack'
import { buildGameDoc } from '../../../template/game-doc'
import { makeDrawList } from '../../draw-list'
import { boundsOf } from '../../pick'
import { mind as updraftPlayer } from './mind'
import { makeSetup, type Setup } from '../../setup'
import { BITS, idleInput } from '../../types'
import { rules as updraft, type Updraft } from './rules'

function setupWith(dials: Record<string, number> = {}, pack: Pack = newPack(template, 'a-pack-for-tests')): Setup {
  const parts = { ...pack.parts }
  for (const [id, value] of Object.entries(dials)) parts[id] = { kind: 'dial', value }
  return makeSetup(buildGameDoc(template, { ...pack, parts }))
}

/** In the air, nothing in the way but one gate at `x` whose gap is at `top`..`bottom`. */
function withGate(setup: Setup, x: number, top: number, bottom: number, prize = ''): Updraft {
  const state = updraft.start(setup, 1)
  Object.assign(state, { ready: false, next: Infinity, held: false })
  Object.assign(state.gates[0]!, { live: true, x, top, bottom, passed: false, prize, age: 0 })
  return state
}

function run(state: Updraft, setup: Setup, steps: number, press: (step: number) => boolean = () => false): string[] {
  const heard: string[] = []
  const input = idleInput()
  for (let i = 0; i < steps && state.outcome === 'playing'; i++) {
    input.bits = press(i) ? BITS.confirm : 0
    updraft.step(state, input, setup)
    heard.push(...state.events)
  }
  return heard
}

/** Of a wide stage. */
const GROUND_Y = 9
const HERO_X = 4

describe('the flyer', () => {
  it('hovers until the first press, and the press that began the game is not that one', () => {
    const setup = setupWith()
    const state = updraft.start(setup, 1)
    run(state, setup, 100, () => true)
    expect(state.ready).toBe(true)
    run(state, setup, 1)
    expect(run(state, setup, 1, () => true)).toEqual(['flap-sound'])
    expect(state.ready).toBe(false)
  })

  it('rises by as much as lift and weight say, and holding the button is one press', () => {
    const setup = setupWith({ lift: 6, weight: 12 })
    const state = withGate(setup, 99, 0, 0)
    const from = state.hero.y
    expect(run(state, setup, 30, () => true)).toEqual(['flap-sound'])
    // v²/2g = 36/24 m, less what whole steps lose.
    expect(from - state.hero.y).toBeGreaterThan(1.35)
    expect(from - state.hero.y).toBeLessThan(1.55)
    expect(state.hero.clip).toBe('rise')
  })

  it('loses one life on the ground, bounces, and is safe for a moment', () => {
    const setup = setupWith()
    const state = withGate(setup, 99, 0, 0)
    const heard = run(state, setup, 115)
    expect(heard.filter((one) => one === 'hit-sound')).toHaveLength(1)
    expect(state.lives).toBe(2)
    expect(state.hero.y).toBeLessThan(GROUND_Y)
  })

  it('loses when the last life is gone', () => {
    const setup = setupWith({ lives: 1 })
    const state = withGate(setup, 99, 0, 0)
    expect(run(state, setup, 200).slice(-2)).toEqual(['hit-sound', 'lose-sound'])
    expect(state.outcome).toBe('lost')
  })
})

describe('a gate', () => {
  it('counts once when it is behind', () => {
    const setup = setupWith({ 'gap-points': 7 })
    const state = withGate(setup, HERO_X + 0.2, 0.6, 8.4)
    expect(run(state, setup, 20)).toEqual(['pass-sound'])
    expect(state.score).toBe(7)
  })

  it.each([
    ['above', 5.4, 8.4],
    ['below', 0.6, 3.4],
  ])('is bumped into where its column stands %s', (_where, top, bottom) => {
    const setup = setupWith()
    const state = withGate(setup, HERO_X + 1.2, top, bottom)
    expect(run(state, setup, 25)).toContain('hit-sound')
  })

  it('is bumped into far from its edge too: the column goes on', () => {
    const setup = setupWith()
    const state = withGate(setup, HERO_X + 1.2, 8.2, 8.6)
    expect(run(state, setup, 20)).toContain('hit-sound')
  })

  it('meets the gap: columns are drawn from the edges to the top of the stage and to the ground', () => {
    const setup = setupWith()
    const list = makeDrawList()
    updraft.draw(withGate(setup, 9, 3, 6), setup, list)
    const [upper, lower] = list.items.slice(0, list.count).filter((item) => item.kind === 'column')
    expect(boundsOf(upper!, setup)).toMatchObject({ y: 0, h: 3 })
    expect(boundsOf(lower!, setup)).toMatchObject({ y: 6, h: GROUND_Y - 6 })
  })

  it('is as high as the dial says, on the stage, and not farther from the last than it may be', () => {
    const setup = setupWith({ 'gap-height': 2, sway: 1, spacing: 3, lives: 9, goal: 1000 })
    const state = updraft.start(setup, 5)
    let last = state.last
    const mind = updraftPlayer.make(1, 3)
    const input = idleInput()
    for (let i = 0; i < 3600; i++) {
      updraftPlayer.decide(mind, state, setup, input)
      updraft.step(state, input, setup)
      if (state.last === last) continue
      expect(Math.abs(state.last - last)).toBeLessThanOrEqual(1 + 1e-9)
      last = state.last
      const gate = state.gates.filter((one) => one.live).sort((a, b) => b.x - a.x)[0]!
      expect(gate.bottom - gate.top).toBeCloseTo(2)
      expect(gate.top).toBeGreaterThan(0)
      expect(gate.bottom).toBeLessThan(GROUND_Y)
    }
    expect(last).not.toBe(4.4)
  })
})

describe('a pick-up', () => {
  it('brings its points once', () => {
    const setup = setupWith()
    const state = withGate(setup, HERO_X + 0.3, 2.4, 6.4, 'acorn')
    expect(run(state, setup, 4)).toContain('prize-sound')
    expect(state.score).toBe(15)
    expect(state.gates[0]!.prize).toBe('')
  })

  it('whose entry was taken out of the cast is gone without a word', () => {
    const setup = setupWith()
    const state = withGate(setup, HERO_X + 0.3, 2.4, 6.4, 'nobody')
    updraft.adopt(state, setup, setup)
    expect(state.gates[0]!.prize).toBe('')
    expect(run(state, setup, 4)).toEqual([])
  })

  it('stays where it is when gaps become larger, and the gap ahead is as high as it says now', () => {
    const setup = setupWith()
    const state = withGate(setup, HERO_X + 3, 2.4, 5.4, 'acorn')
    const wider = setupWith({ 'gap-height': 4.4 })
    updraft.adopt(state, setup, wider)
    expect(state.gates[0]).toMatchObject({ prize: 'acorn' })
    expect(state.gates[0]!.bottom - state.gates[0]!.top).toBeCloseTo(4.4)
    expect((state.gates[0]!.bottom + state.gates[0]!.top) / 2).toBeCloseTo(3.9)
  })
})

describe('what follows from the content', () => {
  it('is without end while anything brings points', () => {
    expect(updraft.facts(setupWith()).reachable).toBe(Infinity)
    expect(updraft.facts(setupWith({ 'gap-points': 0 })).reachable).toBe(Infinity)
    expect(updraft.facts(setupWith({ 'gap-points': 0, 'prize-share': 0 }))).toMatchObject({
      reachable: 0,
      dial: 'goal',
    })
  })

  it('is nothing when the flyer is higher than a gap', () => {
    const pack = newPack(template, 'a-pack-for-tests')
    const hero = template.parts.find((spec) => spec.id === 'hero')!.content
    const tall = { ...pack, parts: { hero: { ...hero, height: 8 } as never } }
    expect(updraft.facts(setupWith({}, tall))).toMatchObject({
      reachable: 0,
      because: 'The flyer does not fit through a gap.',
    })
  })
})

describe('the simulated player', () => {
  const winsOf = (skill: number, setup: Setup) => {
    let wins = 0
    for (let seed = 1; seed <= 40; seed++) {
      const state = updraft.start(setup, seed)
      const mind = updraftPlayer.make(skill, seed * 7)
      const input = idleInput()
      while (state.outcome === 'playing' && state.step < 9000) {
        updraftPlayer.decide(mind, state, setup, input)
        updraft.step(state, input, setup)
      }
      if (state.outcome === 'won') wins++
    }
    return wins
  }
  it('wins more with more skill, in the template and in the demo', () => {
    for (const setup of [setupWith(), setupWith({}, breakwaterGull())]) {
      const [beginner, average, expert] = [0, 0.4, 1].map((skill) => winsOf(skill, setup)) as [number, number, number]
      expect(beginner).toBeLessThan(average)
      expect(average).toBeLessThanOrEqual(expert)
      expect(expert).toBeGreaterThan(36)
      expect(beginner).toBeLessThan(12)
    }
  })

  it('plays the same game for the same seeds', () => {
    const setup = setupWith()
    const trace = () => {
      const state = updraft.start(setup, 11)
      const mind = updraftPlayer.make(0.5, 12)
      const input = idleInput()
      for (let i = 0; i < 1200; i++) {
        updraftPlayer.decide(mind, state, setup, input)
        updraft.step(state, input, setup)
      }
      return JSON.stringify(state)
    }
    expect(trace()).toBe(trace())
  })
})

import { describe, expect, it } from 'vitest'
import { ranks as template } from '../../../../tests/support/fixtures'
import { newPack, type Pack } from '../../../pack/pack'
import { buildGameDoc } from '../../../template/game-doc'
import { makeDrawList } from '../../draw-list'
import { makeSetup, type Setup } from '../../setup'
import type { StageShape } from '../../stage'
import { BITS, idleInput, type Input } from '../../types'
import { CROSSING, LINE, placeOf, ranksPlan, SHIELDS_AT } from './plan'
import { rules as ranks } from './rules'
import type { Foe, Ranks } from './state'

/** One row only, of what that entry is, with these changes to it. */
type Entry = Record<string, unknown> & { id: string }
function rowsOf(changes: readonly Record<string, unknown>[]): Pack['parts'] {
  const spec = template.parts.find(({ id }) => id === 'rows')!
  const entries = spec.content.kind === 'cast' ? (spec.content.entries as unknown as Entry[]) : []
  const first = { ...entries[1]!, way: 'straight', hardness: 1, fire: 0 }
  const rows = changes.map((change, i) => ({ ...first, id: `row-${i}`, ...change }))
  return { rows: { kind: 'cast', entries: rows } as unknown as Pack['parts'][string] }
}
function setupWith(dials: Record<string, number> = {}, parts: Pack['parts'] = {}, stage: StageShape = 'tall'): Setup {
  const pack = newPack(template, 'a-pack-for-tests')
  const set = Object.fromEntries(Object.entries(dials).map(([id, value]) => [id, { kind: 'dial' as const, value }]))
  return makeSetup(buildGameDoc(template, { ...pack, stage, parts: { ...pack.parts, ...parts, ...set } }))
}
const QUIET = { 'foe-fire': 0, 'visit-every': 0 }

function run(state: Ranks, setup: Setup, steps: number, want: (input: Input, step: number) => void = () => undefined) {
  const heard: string[] = []
  for (let i = 0; i < steps && state.outcome === 'playing'; i++) {
    const input = idleInput()
    want(input, i)
    ranks.step(state, input, setup)
    heard.push(...state.events)
  }
  return heard
}
const fire = (input: Input) => (input.bits = BITS.confirm)
/** A play with one foe left, at a place; all others are gone. */
function withOne(setup: Setup, a: number, d: number): { state: Ranks; foe: Foe } {
  const state = ranks.start(setup, 1)
  for (const foe of state.foes) foe.live = false
  const foe = state.foes[0]!
  Object.assign(foe, { live: true, row: 0, index: 0, a, d, hits: placeOf(ranksPlan(setup), 0, 0)!.hardness })
  state.rows[0]!.d = d
  state.rows[0]!.left = state.left = 1
  return { state, foe }
}
const drop = (state: Ranks, a: number, d: number) => Object.assign(state.drops[0]!, { live: true, a, d, age: 0 })

describe.each(['wide', 'tall'] as const)('the keeper, %s', (stage) => {
  const setup = setupWith(QUIET, {}, stage)
  const keys: Partial<Input>[] = stage === 'wide' ? [{ bits: BITS.up }, { bits: BITS.down }] : [{ axis: -1 }, { axis: 1 }]

  it('moves along its line by keys, and stays on the stage', () => {
    const state = ranks.start(setup, 1)
    const from = state.hero.a
    run(state, setup, 10, (input) => Object.assign(input, keys[0]))
    expect(state.hero.a).toBeLessThan(from)
    run(state, setup, 200, (input) => Object.assign(input, keys[1]))
    expect(state.hero.a).toBe(ranksPlan(setup).to)
  })

  it('goes to a finger and throws while it is down, as often as its dial says', () => {
    const state = ranks.start(setup, 1)
    const heard = run(state, setup, 121, (input) => {
      input.bits = BITS.pointer
      input.px = input.py = 400
    })
    expect(state.hero.a).toBeCloseTo(4, 1)
    const rate = ranksPlan(setup).rate
    expect(heard.filter((one) => one === 'fire-sound')).toHaveLength(Math.floor((121 - 12) / Math.round(rate)) + 1)
  })

  it('is drawn in its place, with what comes on from the other side', () => {
    const state = ranks.start(setup, 1)
    const list = makeDrawList()
    ranks.draw(state, setup, list)
    const shown = list.items.slice(0, list.count)
    const hero = shown.find(({ part }) => part === 'hero')!
    const foes = shown.filter(({ part }) => part === 'rows')
    expect(foes).toHaveLength(ranksPlan(setup).count)
    for (const foe of foes)
      if (stage === 'wide') expect(foe.x).toBeGreaterThan(hero.x + 8)
      else expect(foe.y).toBeLessThan(hero.y - 8)
  })
})

describe('a row', () => {
  it('comes on as fast as its pace, and quickens as it gets fewer', () => {
    const setup = setupWith({ ...QUIET, pace: 0.6, quicken: 100, 'per-row': 4 }, rowsOf([{}]))
    const state = ranks.start(setup, 1)
    const way = () => {
      const from = state.rows[0]!.d
      run(state, setup, 60)
      return from - state.rows[0]!.d
    }
    expect(way()).toBeCloseTo(0.6, 5)
    state.left = 1
    expect(way()).toBeCloseTo(0.6 * 1.75, 5)
  })

  it.each([
    ['straight', 0, 0],
    ['wave', 0, 0.9],
    ['swing', 1.4, 0],
    ['turns', 0, 0.8],
  ] as const)('moves in its own way: %s', (way, across, along) => {
    const setup = setupWith({ ...QUIET, pace: 0.1, quicken: 0 }, rowsOf([{ way }]))
    const state = ranks.start(setup, 1)
    const foe = state.foes[2]!
    const as: number[] = []
    const ds: number[] = []
    for (let i = 0; i < 500; i++) {
      run(state, setup, 1)
      as.push(foe.a)
      ds.push(foe.d - state.rows[0]!.d)
    }
    const span = (all: number[]) => Math.max(...all) - Math.min(...all)
    if (across === 0) expect(span(as)).toBeLessThan(1e-9)
    else expect(span(as)).toBeGreaterThan(across)
    if (along === 0) expect(span(ds)).toBeLessThan(1e-9)
    else expect(span(ds)).toBeGreaterThan(along)
    const { from, to } = ranksPlan(setup)
    for (const one of state.foes.filter(({ live }) => live)) {
      expect(one.a).toBeGreaterThanOrEqual(from)
      expect(one.a).toBeLessThanOrEqual(to)
    }
  })

  it('is felled by as many hits as it is hard, for its points, and the last one wins', () => {
    const setup = setupWith(QUIET, rowsOf([{ hardness: 3, points: 7 }]))
    const { state } = withOne(setup, 5, 8)
    const heard = run(state, setup, 900, (input) => {
      fire(input)
      state.hero.a = state.foes[0]!.a
    })
    expect(heard.filter((one) => one === 'hard-sound')).toHaveLength(2)
    expect(heard.slice(-2)).toEqual(['burst-sound', 'win-sound'])
    expect([state.score, state.felled, state.outcome]).toEqual([7, 1, 'won'])
  })

  it('costs what it says where it gets through, and is gone then', () => {
    const setup = setupWith({ ...QUIET, lives: 5, shields: 0 }, rowsOf([{ harm: 2, name: 'Toads' }, {}]))
    const { state } = withOne(setup, 5, 2)
    state.left = 2
    const heard = run(state, setup, 100)
    expect(heard).toContain('through-sound')
    expect([state.lives, state.left, state.score]).toEqual([3, 1, 0])
    expect(state.hero.clip === 'hurt' || state.hero.hurt > 0).toBe(true)
    expect(state.cause).toBe('Toads')
  })

  it('throws only if it has a share of that, and as often as the dial says', () => {
    const dials = { 'foe-fire': 2, 'visit-every': 0, pace: 0.1 }
    const thrown = (fires: number) => {
      const setup = setupWith(dials, rowsOf([{ fire: fires }]))
      return run(ranks.start(setup, 4), setup, 1320).filter((one) => one === 'throw-sound').length
    }
    expect(thrown(0)).toBe(0)
    // 20 s after the first 2 s, two a second.
    expect(thrown(3)).toBeGreaterThan(34)
    expect(thrown(3)).toBeLessThan(46)
  })

  it('of more than five never comes, and the check is told so', () => {
    const setup = setupWith(QUIET, rowsOf([{}, {}, {}, {}, {}, {}]))
    const { goal, unmet } = ranks.facts(setup)
    expect(goal).toBe(5 * ranksPlan(setup).perRow)
    expect(unmet).toEqual([{ part: 'rows', entry: 'row-5', because: 'Only the first 5 rows come on.' }])
  })
})

describe('what is thrown', () => {
  it('costs a life, once, and says so in the end', () => {
    const setup = setupWith({ ...QUIET, lives: 1, shields: 0 })
    const state = ranks.start(setup, 1)
    drop(state, state.hero.a, 3)
    expect(run(state, setup, 200).slice(-2)).toEqual(['hit-sound', 'lose-sound'])
    expect(ranks.ending(state, setup)).toMatchObject({ cause: 'what they throw', x: state.hero.a, y: 16 - LINE })
  })

  it('is stopped by a shield, which loses what was hit, cell by cell, until nothing is left of it', () => {
    const setup = setupWith({ ...QUIET, shields: 1, bite: 0.3, pace: 0.1, quicken: 0 })
    const plan = ranksPlan(setup)
    const state = ranks.start(setup, 1)
    const shield = state.shields[0]!
    state.hero.a = shield.a
    drop(state, shield.a, SHIELDS_AT + 1.5)
    expect(run(state, setup, 60)).toContain('crumble-sound')
    expect(shield.gone).toBeGreaterThan(3)
    expect(shield.gone).toBeLessThan(plan.grain.cells / 4)
    expect(state.lives).toBe(3)
    let thrown = 0
    for (; shield.live && thrown < 400; thrown++) {
      drop(state, shield.a + ((thrown % 9) - 4) * 0.18, SHIELDS_AT + 1)
      state.hero.hurt = 100
      run(state, setup, 40)
      state.drops[0]!.live = false
    }
    expect(shield.live).toBe(false)
    expect(shield.gone).toBe(plan.grain.cells)
  })

  it('by the keeper passes its own shields, or bites into them, as a switch says', () => {
    const through = (on: boolean) => {
      const setup = setupWith({ ...QUIET, shields: 1 }, { 'pass-shields': { kind: 'switch', on } })
      const state = ranks.start(setup, 1)
      state.hero.a = state.shields[0]!.a
      run(state, setup, 90, fire)
      return state.shields[0]!.gone
    }
    expect(through(true)).toBe(0)
    expect(through(false)).toBeGreaterThan(0)
  })

  it('gnaws with those that have come as far as the shields', () => {
    const setup = setupWith({ ...QUIET, shields: 1, lives: 9 }, rowsOf([{ harm: 0 }, {}]))
    const { state, foe } = withOne(setup, 5, SHIELDS_AT + 0.8)
    state.left = 2
    run(state, setup, 1)
    state.shields[0]!.a = foe.a
    run(state, setup, 120)
    expect(state.shields[0]!.gone).toBeGreaterThan(20)
  })
})

describe('somebody who passes by', () => {
  it('comes in time, and drops a present where it is hit', () => {
    const setup = setupWith({ ...QUIET, 'visit-every': 5, pace: 0.1 })
    const state = ranks.start(setup, 2)
    expect(run(state, setup, 121)).toContain('visit-sound')
    expect(state.visitor.live).toBe(true)
    state.visitor.a = 5
    Object.assign(state.shots[0]!, { live: true, a: 5, d: CROSSING - 0.3, age: 0 })
    for (const row of state.rows) row.d = 60
    const heard = run(state, setup, 1)
    expect(heard).toContain('burst-sound')
    expect(state.gift.live).toBe(true)
    expect(state.score).toBeGreaterThan(0)
  })

  it.each([
    ['life', (state: Ranks) => state.lives === 4],
    ['quick', (state: Ranks) => state.hero.quick > 0],
    ['mend', (state: Ranks) => state.shields.every(({ gone }) => gone === 0)],
  ] as const)('brings what its maker chose: %s', (does, came) => {
    const setup = setupWith(QUIET)
    const state = ranks.start(setup, 1)
    state.shields[0]!.gone = 9
    state.shields[0]!.cells[3] = 0
    Object.assign(state.gift, { live: true, a: state.hero.a, d: LINE + 0.5, does, age: 0 })
    expect(came(state)).toBe(false)
    expect(run(state, setup, 30)).toContain('gift-sound')
    expect(came(state)).toBe(true)
  })

  it('lets one throw twice as often for a while', () => {
    const setup = setupWith(QUIET)
    const state = ranks.start(setup, 1)
    const count = () => run(state, setup, 240, fire).filter((one) => one === 'fire-sound').length
    const usual = count()
    state.hero.quick = 480
    expect(count()).toBeGreaterThan(usual * 1.7)
  })
})

describe('a running play whose content changes', () => {
  it('keeps who is there, lets go of who is gone, and takes in who is new', () => {
    const before = setupWith(QUIET, rowsOf([{}, {}]))
    const state = ranks.start(before, 1)
    state.foes[3]!.live = false
    state.rows[0]!.left--
    state.left--
    const after = setupWith(QUIET, rowsOf([{}, { id: 'other' }, { id: 'third' }]))
    ranks.adopt(state, before, after)
    const { perRow } = ranksPlan(after)
    expect(state.foes.filter(({ live }) => live)).toHaveLength(perRow * 3 - 1)
    expect(state.left).toBe(perRow * 3 - 1)
    expect(state.rows.slice(0, 3).map(({ entry }) => entry)).toEqual(['row-0', 'other', 'third'])
    ranks.adopt(state, after, setupWith(QUIET, rowsOf([])))
    expect(state.left).toBe(0)
  })

  it('stands shields of another drawing up whole again, and leaves the others as they are', () => {
    const before = setupWith(QUIET)
    const state = ranks.start(before, 1)
    state.shields[0]!.gone = 5
    ranks.adopt(state, before, setupWith({ ...QUIET, pace: 0.9 }))
    expect(state.shields[0]!.gone).toBe(5)
    const shield = before.get('sprite', 'shield')
    const taller = { ...template.parts.find(({ id }) => id === 'shield')!.content, height: shield.height * 2 }
    ranks.adopt(state, before, setupWith(QUIET, { shield: taller as Pack['parts'][string] }))
    expect(state.shields[0]!.gone).toBe(0)
  })
})

describe('a wave that was laid', () => {
  const laid = (play: string[], tiles: Record<string, string> = {}) =>
    setupWith({}, { wave: { kind: 'course', tiles, play, things: [], start: { x: 1, y: 1 } } as Pack['parts'][string] })
  const [first, second] = (template.parts.find(({ id }) => id === 'rows')!.content as unknown as { entries: { id: string }[] }).entries.map(({ id }) => id)
  const who = (set: Setup) => {
    const plan = ranksPlan(set)
    const live = ranks.start(set, 1).foes.filter(({ live }) => live)
    return live.map(({ row, index }) => `${row} ${index} ${placeOf(plan, row, index)!.actor.id}`)
  }

  it('stands as it was laid, the lowest row in front, and nobody else comes', () => {
    const set = laid(['.....', '..b..', 'a...a'], { a: first!, b: second! })
    expect(who(set)).toEqual([`0 0 ${first}`, `0 4 ${first}`, `1 2 ${second}`])
    const state = ranks.start(set, 1)
    expect([state.left, state.rows.map(({ left }) => left)]).toEqual([3, [2, 1, 0, 0, 0]])
    expect(ranks.facts(set)).toMatchObject({ goal: 3, reachable: 3, dial: 'wave' })
    expect(ranks.facts(set).unmet!.map(({ entry }) => entry)).not.toContain(first)
  })

  it('is whole rows where nothing was laid, as ever', () => {
    const plain = setupWith({})
    expect(who(laid(['.....', '.....']))).toEqual(who(plain))
    expect(who(plain)).toHaveLength(ranksPlan(plain).count)
  })

  it('changes under a running play: who was felled stays so, who is laid anew comes on', () => {
    const before = laid(['a.a.a', 'a.a.a'], { a: first! })
    const state = ranks.start(before, 1)
    state.foes.find(({ live }) => live)!.live = false
    const after = laid(['a.a.a', 'a.aba'], { a: first!, b: second! })
    ranks.adopt(state, before, after)
    expect(state.left).toBe(6)
    expect(state.foes.filter(({ live, row }) => live && row === 0).map(({ index }) => index)).toEqual([2, 3, 4])
  })
})

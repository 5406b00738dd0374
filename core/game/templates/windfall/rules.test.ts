import { describe, expect, it } from 'vitest'
import { puffinCatch, windfall as template } from '../../../../tests/support/fixtures'
import type { Pack } from '../../../pack/pack'
import type { CastContent } from '../../../kinds/cast'
import { buildGameDoc } from '../../../template/game-doc'
import { makeDrawList } from '../../draw-list'
import { mind as windfallPlayer } from './mind'
import { makeSetup, numberOf, type Setup } from '../../setup'
import { idleInput } from '../../types'
import { rules as windfall, type Windfall } from './rules'

type Dials = Record<string, number>

/** Of a wide stage. */
const GROUND_Y = 8.55
const WIDTH = 16

function setupWith(dials: Dials = {}, change: (pack: Pack) => Pack = (pack) => pack): Setup {
  const pack = change(puffinCatch())
  const parts = { ...pack.parts }
  for (const [id, value] of Object.entries(dials)) parts[id] = { kind: 'dial', value }
  return makeSetup(buildGameDoc(template, { ...pack, parts }))
}

/** A play in which nothing falls by itself, with one thing put above the hero. */
function withThing(setup: Setup, cast: string, entry: string, y = GROUND_Y - 1.2): Windfall {
  const state = windfall.start(setup, 1)
  state.wait = 1e9
  Object.assign(state.things[0]!, { live: true, cast, entry, x: state.hero.x, y, vy: 0.05, age: 0 })
  return state
}

function run(state: Windfall, setup: Setup, steps: number, axis = 0): string[] {
  const heard: string[] = []
  const input = { ...idleInput(), axis }
  for (let i = 0; i < steps && state.outcome === 'playing'; i++) {
    windfall.step(state, input, setup)
    heard.push(...state.events)
  }
  return heard
}

const castOf = (pack: Pack, part: string): CastContent => pack.parts[part] as CastContent
const withEntry = (part: string, index: number, entry: Partial<CastContent['entries'][number]>) => (pack: Pack) => ({
  ...pack,
  parts: {
    ...pack.parts,
    [part]: {
      ...castOf(pack, part),
      entries: castOf(pack, part).entries.map((one, i) => (i === index ? { ...one, ...entry } : one)),
    },
  },
})

describe('a good thing', () => {
  it('brings its points, its sound and a number that flies up', () => {
    const setup = setupWith()
    const state = withThing(setup, 'good', 'mussel')
    expect(run(state, setup, 60)).toEqual(['catch-sound'])
    expect(state.score).toBe(10)
    expect(state.hero.clip === 'catch' || state.hero.clip === 'stand').toBe(true)
    const list = makeDrawList()
    windfall.draw(withThing(setup, 'good', 'mussel'), setup, list)
    expect(list.items.slice(0, list.count).some((item) => item.entry === 'mussel')).toBe(true)
  })

  it('that reaches the ground is missed, with its own sound and nothing lost', () => {
    const setup = setupWith()
    const state = withThing(setup, 'good', 'herring', 2)
    state.things[0]!.x = 2
    expect(run(state, setup, 400)).toEqual(['miss-sound'])
    expect(state.lives).toBe(3)
    expect(state.score).toBe(0)
  })

  it('wins at the goal, not one point before', () => {
    const setup = setupWith({ goal: 20 })
    const state = withThing(setup, 'good', 'mussel')
    run(state, setup, 60)
    expect(state.outcome).toBe('playing')
    Object.assign(state.things[1]!, { ...state.things[0]!, live: true, y: GROUND_Y - 1 })
    expect(run(state, setup, 60)).toContain('win-sound')
    expect(state.outcome).toBe('won')
    const step = state.step
    run(state, setup, 10)
    expect(state.step).toBe(step)
  })
})

describe('a bad thing', () => {
  it('costs as many lives as it says, once, and then leaves the hero a while in peace', () => {
    const setup = setupWith({}, withEntry('bad', 0, { harm: 2 }))
    const state = withThing(setup, 'bad', 'old-boot')
    Object.assign(state.things[1]!, { ...state.things[0]!, live: true, y: GROUND_Y - 1.6 })
    expect(run(state, setup, 40)).toEqual(['harm-sound'])
    expect(state.lives).toBe(1)
    expect(state.hero.hurt).toBeGreaterThan(0)
  })

  it('can take points too, and never below nothing', () => {
    const setup = setupWith({}, withEntry('bad', 0, { points: -30, harm: 0 }))
    const state = withThing(setup, 'bad', 'old-boot')
    state.score = 10
    run(state, setup, 40)
    expect(state.score).toBe(0)
    expect(state.lives).toBe(3)
  })

  it('ends the game with the last life', () => {
    const setup = setupWith({ lives: 1 })
    const state = withThing(setup, 'bad', 'rusty-tin')
    expect(run(state, setup, 60)).toEqual(['harm-sound', 'lose-sound'])
    expect(state.outcome).toBe('lost')
  })
})

describe('time', () => {
  it('ends the game at its limit, and never when there is none', () => {
    const short = setupWith({ time: 5 })
    const state = windfall.start(short, 1)
    state.wait = 1e9
    run(state, short, 1000)
    expect(state.outcome).toBe('lost')
    expect(state.step).toBe(300)
    const endless = setupWith({ time: 0 })
    const open = windfall.start(endless, 1)
    open.wait = 1e9
    run(open, endless, 60 * 200)
    expect(open.outcome).toBe('playing')
    const list = makeDrawList()
    windfall.draw(open, endless, list)
    expect(list.items.slice(0, list.count).some((item) => item.part === 'time-words')).toBe(false)
  })

  it('makes things fall faster when it is told to', () => {
    const fallenAfter = (speedUp: number) => {
      const setup = setupWith({ 'speed-up': speedUp, time: 0, goal: 1000, lives: 9 })
      const state = windfall.start(setup, 5)
      for (let i = 0; i < 60 * 60; i++) {
        state.lives = 9
        windfall.step(state, idleInput(), setup)
      }
      return state.fallen
    }
    expect(fallenAfter(200)).toBeGreaterThan(fallenAfter(0) * 1.5)
  })
})

describe('the hero', () => {
  it('runs at the speed of its dial, turns, and stays on the stage', () => {
    const setup = setupWith({ 'hero-speed': 6 })
    const state = windfall.start(setup, 1)
    state.wait = 1e9
    run(state, setup, 60, -1)
    expect(state.hero.x).toBeCloseTo(WIDTH / 2 - 6, 6)
    expect(state.hero.dir).toBe(-1)
    run(state, setup, 300, -1)
    expect(state.hero.x).toBeGreaterThan(0)
    run(state, setup, 600, 1)
    expect(state.hero.x).toBeLessThan(WIDTH)
    expect(state.hero.dir).toBe(1)
  })

  it('is touched by its hit shape and not by its picture', () => {
    const setup = setupWith({}, (pack) => {
      const hero = pack.parts['hero']!
      if (hero.kind !== 'sprite') throw new Error('sprite')
      const shape = [
        { x: 0.45, y: 0.9 },
        { x: 0.55, y: 0.9 },
        { x: 0.5, y: 1 },
      ]
      return { ...pack, parts: { ...pack.parts, hero: { ...hero, hitShape: shape } } }
    })
    const state = withThing(setup, 'good', 'mussel', GROUND_Y - 1.2)
    state.things[0]!.x = state.hero.x + 0.8
    expect(run(state, setup, 60)).toEqual(['miss-sound'])
  })
})

describe('content of any size', () => {
  it('never holds more things than it has room for, however fast they fall', () => {
    const setup = setupWith({ gap: 0.2, pace: 1, time: 0, lives: 9, goal: 1000 })
    const state = windfall.start(setup, 3)
    const room = state.things.length
    for (let i = 0; i < 3000; i++) {
      state.lives = 9
      windfall.step(state, idleInput(), setup)
    }
    expect(state.things).toHaveLength(room)
  })

  it('falls only from the cast that has somebody', () => {
    const setup = setupWith({ time: 0 }, (pack) => ({
      ...pack,
      parts: { ...pack.parts, bad: { kind: 'cast', entries: [] } },
    }))
    const state = windfall.start(setup, 3)
    for (let i = 0; i < 2000; i++) windfall.step(state, idleInput(), setup)
    expect(state.badFallen).toBe(0)
    expect(state.fallen).toBeGreaterThan(20)
  })

  it('leaves out entries that are told never to fall', () => {
    const setup = setupWith({ time: 0 }, withEntry('good', 0, { often: 0 }))
    const state = windfall.start(setup, 3)
    const seen = new Set<string>()
    for (let i = 0; i < 4000; i++) {
      state.lives = 9
      windfall.step(state, idleInput(), setup)
      for (const thing of state.things) if (thing.live) seen.add(thing.entry)
    }
    expect(seen.has('herring')).toBe(false)
    expect(seen.has('mussel')).toBe(true)
  })
})

describe('facts', () => {
  it('follow from dials and casts', () => {
    const reach = (dials: Dials, change?: (pack: Pack) => Pack) => windfall.facts(setupWith(dials, change)).reachable
    expect(reach({ time: 0 })).toBe(Infinity)
    expect(reach({ time: 60 })).toBeGreaterThan(reach({ time: 30 }))
    expect(reach({ gap: 0.4 })).toBeGreaterThan(reach({ gap: 0.8 }))
    expect(reach({ 'bad-share': 90 })).toBeLessThan(reach({ 'bad-share': 10 }))
    expect(reach({}, (pack) => ({ ...pack, parts: { ...pack.parts, good: { kind: 'cast', entries: [] } } }))).toBe(0)
  })

  it('agree with what really falls, within a tenth', () => {
    const setup = setupWith({ time: 60, goal: 1000, lives: 9, 'bad-share': 35 })
    let points = 0
    const games = 30
    for (let seed = 0; seed < games; seed++) {
      const state = windfall.start(setup, seed * 31 + 1)
      const before = new Map<number, boolean>()
      while (state.outcome === 'playing') {
        state.lives = 9
        windfall.step(state, idleInput(), setup)
        state.things.forEach((thing, i) => {
          if (thing.live && thing.age === 1 && thing.cast === 'good')
            points += numberOf(setup.byId['good']![thing.entry]!, 'points')
          before.set(i, thing.live)
        })
      }
    }
    const { reachable } = windfall.facts(setup)
    expect(points / games / reachable).toBeGreaterThan(0.9)
    expect(points / games / reachable).toBeLessThan(1.1)
  })

  it('give the numbers that wordings ask for', () => {
    const setup = setupWith({ time: 60 })
    const state = windfall.start(setup, 1)
    expect(windfall.values(state, setup)).toEqual({ score: 0, goal: 200, lives: 3, time: 60 })
    run(state, setup, 61)
    expect(windfall.values(state, setup)['time']).toBe(59)
  })
})

describe('the simulated player', () => {
  it('sees only what is on the stage: what falls next changes nothing of what it does', () => {
    const setup = setupWith()
    const decide = (rng: number) => {
      const state = withThing(setup, 'good', 'mussel', 3)
      state.rng = rng
      state.wait = rng % 100
      const mind = windfallPlayer.make(1, 7)
      const input = idleInput()
      const axes: number[] = []
      for (let i = 0; i < 30; i++) {
        windfallPlayer.decide(mind, state, setup, input)
        axes.push(input.axis)
      }
      return axes
    }
    expect(decide(1)).toEqual(decide(987654))
  })

  it('goes for the good and out of the way of the bad', () => {
    const setup = setupWith()
    const input = idleInput()
    const good = withThing(setup, 'good', 'mussel', 4)
    good.things[0]!.x = good.hero.x + 3
    const eager = windfallPlayer.make(1, 3)
    windfallPlayer.decide(eager, good, setup, input)
    expect(input.axis).toBe(1)
    const bad = withThing(setup, 'bad', 'old-boot', GROUND_Y - 3)
    const wary = windfallPlayer.make(1, 3)
    let moved = false
    for (let i = 0; i < 20; i++) {
      windfallPlayer.decide(wary, bad, setup, input)
      if (input.axis !== 0) moved = true
    }
    expect(moved).toBe(true)
  })

  it('holds its skill between 0 and 1', () => {
    expect(windfallPlayer.make(7, 1).skill).toBe(1)
    expect(windfallPlayer.make(-1, 1).skill).toBe(0)
  })
})

import { describe, expect, it } from 'vitest'
import { stepstone as template } from '../../../../tests/support/fixtures'
import type { CourseThing } from '../../../kinds/course'
import { newPack, type Pack } from '../../../pack/pack'
import { buildGameDoc } from '../../../template/game-doc'
import { playAll } from '../../../dry-run/batch'
import { makeSetup, type Setup } from '../../setup'
import { BITS, idleInput, type Input } from '../../types'
import { stepstonePlan } from './plan'
import { lay } from './lay'
import { rules as stepstone } from './rules'
import type { Stepstone } from './state'

/** A course of these rows (c crag, l ledge, t thorns) and things; the start is over the floor at the left. */
function setupOf(play: string[], things: Partial<CourseThing>[] = [], dials: Record<string, number> = {}): Setup {
  const pack = newPack(template, 'a-pack-for-tests')
  const course = {
    kind: 'course' as const,
    tiles: { c: 'crag', l: 'ledge', t: 'thorns' },
    play,
    things: things.map((thing, i) => ({ id: `t${i}`, part: 'foes', entry: 'cone', x: 5, y: 4, ...thing })),
    start: { x: 1.5, y: play.length - 1 },
  }
  const set = Object.fromEntries(Object.entries(dials).map(([id, value]) => [id, { kind: 'dial' as const, value }]))
  return makeSetup(buildGameDoc(template, { ...pack, parts: { ...pack.parts, course, ...set } as Pack['parts'] }))
}
const HALL = ['.'.repeat(20), '.'.repeat(20), '.'.repeat(20), '.'.repeat(20), 'c'.repeat(20)]
const ENTRIES = { key: 'pickups', berry: 'pickups', heart: 'pickups', basket: 'movers', plank: 'movers', mushroom: 'movers', shoots: 'movers', hut: 'marks', cairn: 'marks', gate: 'marks' } // prettier-ignore
const thing = (entry: keyof typeof ENTRIES | 'cone' | 'wasp' | 'fox', x: number, y: number, more: Partial<CourseThing> = {}) => ({
  ...{ entry, x, y, part: entry in ENTRIES ? ENTRIES[entry as keyof typeof ENTRIES] : 'foes' },
  ...more,
})

function run(state: Stepstone, setup: Setup, steps: number, want: (input: Input, step: number) => void = () => undefined) {
  const heard: string[] = []
  const input = idleInput()
  for (let i = 0; i < steps && state.outcome === 'playing'; i++) {
    Object.assign(input, { axis: 0, bits: 0, px: -1, py: -1 })
    want(input, i)
    stepstone.step(state, input, setup)
    heard.push(...state.events)
  }
  return heard
}
const right = (input: Input) => (input.axis = 1)
const begin = (setup: Setup) => {
  const state = stepstone.start(setup, 1)
  run(state, setup, 2)
  return state
}
/** How high it gets over where it stood. */
function rise(state: Stepstone, setup: Setup, want: (input: Input, step: number) => void): number {
  const from = state.hero.y
  let top = from
  const input = idleInput()
  for (let i = 0; i < 70; i++) {
    Object.assign(input, { axis: 0, bits: 0 })
    want(input, i)
    stepstone.step(state, input, setup)
    top = Math.min(top, state.hero.y)
  }
  return from - top
}

describe('the climber', () => {
  it('runs as fast as its dial says, after a moment', () => {
    const setup = setupOf(HALL, [], { 'run-speed': 6 })
    const state = begin(setup)
    run(state, setup, 30, right)
    const from = state.hero.x
    run(state, setup, 60, right)
    expect(state.hero.x - from).toBeCloseTo(6, 3)
    expect(state.hero.clip).toBe('run')
  })

  it('jumps as high as its dial says where the key is held, and lower where it is let go of', () => {
    const setup = setupOf(HALL, [], { 'jump-height': 2.4 })
    const full = rise(begin(setup), setup, (input) => (input.bits = BITS.up))
    expect(full).toBeGreaterThan(2.2)
    expect(full).toBeLessThan(2.45)
    const short = rise(begin(setup), setup, (input, i) => (input.bits = i < 3 ? BITS.up : 0))
    expect(short).toBeLessThan(full * 0.6)
    expect(short).toBeGreaterThan(0.2)
  })

  it('still jumps for so long after an edge was left, and not longer', () => {
    const cliff = [...HALL.slice(0, 4), 'ccccc' + '.'.repeat(15)]
    const over = (ms: number, late: number) => {
      const setup = setupOf(cliff, [], { coyote: ms })
      const state = begin(setup)
      let left = -1
      const heard: string[] = []
      for (let i = 0; i < 120 && left < late + 2; i++) {
        if (!state.hero.grounded && state.hero.x > 5) left++
        heard.push(...run(state, setup, 1, (input) => ((input.axis = 1), (input.bits = left === late ? BITS.up : 0))))
      }
      return heard.includes('jump-sound')
    }
    expect(over(100, 3)).toBe(true)
    expect(over(100, 12)).toBe(false)
    expect(over(0, 3)).toBe(false)
  })

  it('jumps on landing where the press came a little before, and not where it came long before', () => {
    const early = (ms: number) => {
      const setup = setupOf(HALL, [], { buffer: ms })
      const state = begin(setup)
      state.hero.y = 3.4
      state.hero.grounded = false
      state.hero.late = 0
      let pressed = false
      const heard: string[] = []
      for (let i = 0; i < 40; i++) {
        const near = state.hero.y > 3.75
        heard.push(...run(state, setup, 1, (input) => (input.bits = near || pressed ? BITS.up : 0)))
        pressed ||= near
      }
      return heard.includes('jump-sound')
    }
    expect(early(200)).toBe(true)
    expect(early(0)).toBe(false)
  })

  it('goes to a finger, and jumps where that is over its head', () => {
    const setup = setupOf(HALL)
    const state = begin(setup)
    run(state, setup, 30, (input) => Object.assign(input, { bits: BITS.pointer, px: 900, py: 900 }))
    expect(state.hero.x).toBeGreaterThan(2)
    const heard = run(state, setup, 2, (input) => Object.assign(input, { bits: BITS.pointer, px: 900, py: 100 }))
    expect(heard).toContain('jump-sound')
  })
})

describe('ways to lose, told apart', () => {
  it('falls out of the course, begins again, and has one life less', () => {
    const setup = setupOf([...HALL.slice(0, 4), 'ccc' + '.'.repeat(17)], [], { lives: 1 })
    const state = begin(setup)
    const heard = run(state, setup, 400, right)
    expect(heard.slice(-2)).toEqual(['fall-sound', 'lose-sound'])
    // Where it fell, not where it is back.
    const { cause, x } = stepstone.ending(state, setup)
    expect(cause).toBe('a fall')
    expect(x).toBeGreaterThan(3)
  })

  it('is hurt by thorns, and goes back to the last checkpoint', () => {
    const setup = setupOf([...HALL.slice(0, 3), '........tt..........', HALL[4]!], [thing('cairn', 4.5, 4)])
    const state = begin(setup)
    const heard = run(state, setup, 110, right)
    expect(heard).toContain('check-sound')
    expect(heard).toContain('hurt-sound')
    expect(state.lives).toBe(2)
    expect(state.again.x).toBe(4.5)
  })

  it('is hurt by a foe it runs into, and by its name', () => {
    const setup = setupOf(HALL, [thing('cone', 5, 4)], { lives: 1 })
    const state = begin(setup)
    run(state, setup, 200, right)
    expect(state.outcome).toBe('lost')
    expect(stepstone.ending(state, setup).cause).toBe('Cone')
  })

  it('is hurt by spikes that are out, and by none that are in', () => {
    const setup = setupOf(HALL, [thing('shoots', 1.5, 4)])
    const state = begin(setup)
    expect(run(state, setup, 60)).not.toContain('hurt-sound')
    expect(run(state, setup, 60)).toContain('hurt-sound')
  })
})

describe('what stands in the course', () => {
  it('a foe that is jumped on is gone, for its points', () => {
    const setup = setupOf(HALL, [thing('cone', 1.5, 4)])
    const state = begin(setup)
    Object.assign(state.hero, { y: 2, vy: 0.1, grounded: false, x: state.things[0]!.x, hurt: 0 })
    const heard = run(state, setup, 20)
    expect(heard).toContain('stomp-sound')
    expect(state.score).toBe(10)
    run(state, setup, 40)
    expect(state.things[0]!.live).toBe(false)
  })

  it('a walker turns at walls and edges, a chaser comes when it sees one, a flyer bobs', () => {
    const setup = setupOf([...HALL.slice(0, 4), 'ccccccccccc.........'], [thing('cone', 9, 4), thing('fox', 6, 4), thing('wasp', 9, 1.5)])
    const state = begin(setup)
    const xs: number[] = []
    const ys: number[] = []
    for (let i = 0; i < 400; i++) {
      Object.assign(state.hero, { hurt: 90, x: 1.5, y: 4 })
      run(state, setup, 1)
      xs.push(state.things[0]!.x)
      ys.push(state.things[2]!.y)
    }
    expect(Math.max(...xs)).toBeLessThan(11)
    expect(Math.min(...xs)).toBeGreaterThan(0)
    expect(state.things[1]!.x).toBeLessThan(3)
    expect(Math.max(...ys) - Math.min(...ys)).toBeGreaterThan(0.8)
  })

  it('a key opens a door, and without one it is a wall', () => {
    const walk = (more: Partial<CourseThing>[]) => {
      const setup = setupOf(HALL, [thing('gate', 8.5, 4), ...more])
      const state = begin(setup)
      const heard = run(state, setup, 200, right)
      return { heard, x: state.hero.x, keys: state.keys }
    }
    expect(walk([]).x).toBeLessThan(8.5)
    const through = walk([thing('key', 4.5, 3.8)])
    expect(through.heard).toEqual(expect.arrayContaining(['key-sound', 'door-sound']))
    expect(through.x).toBeGreaterThan(12)
    expect(through.keys).toBe(0)
  })

  it('a lift carries whoever stands on it, to the pixel', () => {
    const setup = setupOf(HALL, [thing('basket', 1.5, 3.9, { path: [{ x: 6, y: 1.5 }], seconds: 3 })])
    const state = begin(setup)
    Object.assign(state.hero, { y: 3.8, grounded: false })
    run(state, setup, 8)
    for (let i = 0; i < 150; i++) {
      run(state, setup, 1)
      expect(state.hero.ride).toBe(0)
      expect(state.hero.y).toBeCloseTo(state.things[0]!.y, 9)
    }
    expect(state.hero.x).toBeGreaterThan(4)
  })

  it('a loose plank gives way, and is there again later', () => {
    const setup = setupOf([...HALL.slice(0, 4), 'ccccc.....cccccccccc'], [thing('plank', 6.5, 4)])
    const state = begin(setup)
    Object.assign(state.hero, { x: 6.5, y: 3.9, vy: 0.02, grounded: false })
    run(state, setup, 10)
    expect(state.hero.y).toBe(4)
    run(state, setup, 26)
    expect(state.things[0]!.live).toBe(false)
    Object.assign(state.hero, { x: 1.5, y: 4, vy: 0 })
    run(state, setup, 160)
    expect(state.things[0]!.live).toBe(true)
  })

  it('a spring throws higher than a jump, by as much as its dial says', () => {
    const tall = [...Array.from({ length: 8 }, () => '.'.repeat(20)), 'c'.repeat(20)]
    const setup = setupOf(tall, [thing('mushroom', 1.5, 7.8)], { spring: 2, 'jump-height': 2 })
    const state = begin(setup)
    Object.assign(state.hero, { y: 7.5, vy: 0.05, grounded: false })
    let top = 9
    for (let i = 0; i < 80; i++) {
      run(state, setup, 1)
      top = Math.min(top, state.hero.y)
    }
    expect(7.8 - top).toBeGreaterThan(3.6)
    expect(7.8 - top).toBeLessThan(4.1)
  })

  it('the way out wins', () => {
    const setup = setupOf(HALL, [thing('hut', 6.5, 4)])
    const state = begin(setup)
    expect(run(state, setup, 200, right)).toContain('win-sound')
    expect(state.outcome).toBe('won')
  })
})

describe('what follows from a course', () => {
  it('says whether one gets to the way out, and what nobody gets to', () => {
    const wall = HALL.map((row, y) => (y < 4 ? row.slice(0, 9) + 'c' + row.slice(10) : row))
    expect(stepstone.facts(setupOf(HALL, [thing('hut', 15, 4)]))).toMatchObject({ reachable: 1, unmet: [] })
    const shut = stepstone.facts(setupOf(wall, [thing('hut', 15, 4), thing('berry', 14, 3.5), thing('berry', 3, 3.5)]))
    expect(shut.reachable).toBe(0)
    expect(shut.because).toBe('Nobody gets from the start to the way out.')
    expect(shut.unmet).toEqual([
      { part: 'pickups', entry: 'berry', because: 'Nobody gets to the one at column 15, row 4.', place: { x: 14, y: 3.5 } },
    ])
    expect(shut.place).toEqual({ x: 15, y: 4 })
    expect(stepstone.facts(setupOf(HALL)).because).toBe('There is no way out in the course.')
    // A door that has a key on this side is open in the end; one without is a wall.
    const gate = [thing('gate', 9.5, 4), thing('hut', 15, 4)]
    const low = ['c'.repeat(20), 'c'.repeat(20), ...HALL.slice(2)]
    expect(stepstone.facts(setupOf(low, gate)).reachable).toBe(0)
    expect(stepstone.facts(setupOf(low, [...gate, thing('key', 4, 3.8)])).reachable).toBe(1)
  })

  it('tells the cells one comes through', () => {
    const { cells, w, leads } = lay.explore(setupOf(HALL, [thing('hut', 15, 4)]))
    expect(w).toBe(20)
    expect(leads).toBe(true)
    expect(cells).toContain(3 * 20 + 10)
    expect(cells).not.toContain(4 * 20 + 10)
  })

  it('fits a hero of any height into the course without a typed number', () => {
    const spec = template.parts.find(({ id }) => id === 'hero')!.content
    for (const height of [0.4, 1.5, 6]) {
      const pack = newPack(template, 'a-pack-for-tests')
      const setup = makeSetup(buildGameDoc(template, { ...pack, parts: { hero: { ...spec, height } as Pack['parts'][string] } }))
      const { size } = stepstonePlan(setup)
      expect(size.tall).toBeLessThanOrEqual(1.8)
      expect(size.half).toBeLessThanOrEqual(0.42)
      const { fitted } = stepstone.facts(setup)
      expect(fitted!.map(({ part }) => part)).toEqual(height > 1.5 ? ['hero'] : [])
      if (height > 1.5) expect(fitted![0]!.because).toMatch(/^In the course it is .* m wide and takes 0.84 m, and it is .* m tall and takes 1.8 m.$/)
    }
  })
})

describe('what goes its way', () => {
  const air = (rows: number, w = 24) => Array.from({ length: rows }, () => '.'.repeat(w))
  it('a swing hangs from its hook at one distance, and carries who stands on it to the other side', () => {
    const setup = setupOf([...air(8), 'cccc................cccc'], [
      thing('basket', 5, 7, { path: [{ x: 8, y: 2 }], seconds: 2 }),
    ])
    stepstonePlan(setup).things[0]!.does = 'swing'
    const state = stepstone.start(setup, 1)
    Object.assign(state.hero, { x: 5, y: state.things[0]!.y })
    run(state, setup, 1)
    const far = Math.hypot(3, 5)
    let [carried, right] = [0, 0]
    for (let i = 0; i < 118; i++) {
      run(state, setup, 1)
      const { x, y } = state.things[0]!
      expect(Math.hypot(x - 8, y - 2)).toBeCloseTo(far, 6)
      right = Math.max(right, x)
      if (state.hero.ride === 0) carried++
    }
    expect(right).toBeCloseTo(11, 1)
    expect(carried).toBeGreaterThan(110)
    expect(state.hero.x).toBeCloseTo(state.things[0]!.x, 1)
  })

  it('a course that needs a lift, a loose plank or a spring is one whose way out can be reached', () => {
    const gap = [...air(8), 'ccccc.........cccccccccc']
    const with_ = (...things: Partial<CourseThing>[]) => setupOf(gap, [thing('hut', 20, 8), ...things])
    expect(stepstone.facts(with_()).reachable).toBe(0)
    expect(stepstone.facts(with_(thing('basket', 6, 8, { path: [{ x: 12, y: 8 }] }))).reachable).toBe(1)
    expect(stepstone.facts(with_(thing('plank', 9.5, 8))).reachable).toBe(1)
    const explored = lay.explore(with_())
    expect(explored.gap).toMatchObject({ wide: 9, high: 0, tile: 'crag' })
  })

  it('the simulated player waits for a lift, is carried, and gets out; and is thrown up by a spring where it must be', () => {
    const lift = setupOf([...air(8), 'ccccc.........cccccccccc'], [
      thing('hut', 20, 8),
      thing('basket', 6, 8, { path: [{ x: 12.5, y: 8 }], seconds: 3 }),
    ])
    const up = setupOf(['............cccccccccccc', ...air(3), '............cccccccccccc', ...air(2), 'c'.repeat(24)], [
      thing('hut', 20, 4),
      thing('mushroom', 9.5, 6.75),
    ])
    // A loose plank that is gone before one is over it on foot.
    const plank = setupOf([...air(8), 'ccccc...cccccccccccc....'], [thing('hut', 17, 8), thing('plank', 6.5, 8)])
    for (const setup of [lift, up, plank]) {
      const played = playAll(setup, [1, 2, 3, 4, 5, 6].map((seed) => ({ skill: 1, seed })))
      expect(played.filter(({ outcome }) => outcome === 'won').length).toBeGreaterThanOrEqual(4)
    }
  })
})

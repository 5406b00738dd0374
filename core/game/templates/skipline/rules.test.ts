import { describe, expect, it } from 'vitest'
import { skipline } from '../../../../tests/support/fixtures'
import type { CastContent } from '../../../kinds/cast'
import type { PartContent } from '../../../kinds'
import { newPack, type Pack } from '../../../pack/pack'
import { buildGameDoc } from '../../../template/game-doc'
import { makeDrawList } from '../../draw-list'
import { makeSetup, type Setup } from '../../setup'
import { SHAPES, type StageShape } from '../../stage'
import { BITS, idleInput, STEPS_PER_SECOND, type Input } from '../../types'
import { mind } from './mind'
import { skiplinePlan } from './plan'
import { rules } from './rules'
import { PIT_DEPTH } from './show'
import type { Skipline, Sort, Thing } from './state'

type Dials = Record<string, number>
const made = (id: string) => skipline.parts.find((spec) => spec.id === id)!.content
/** The game as made, with other dials and parts. */
function setupWith(dials: Dials = {}, parts: Record<string, PartContent> = {}, stage: StageShape = 'wide'): Setup {
  const all: Record<string, PartContent> = { ...parts }
  for (const [id, value] of Object.entries(dials)) all[id] = { kind: 'dial', value }
  const pack: Pack = { ...newPack(skipline, 'a-pack-for-tests'), stage, parts: all }
  return makeSetup(buildGameDoc(skipline, pack))
}
const setup = setupWith()
const plan = skiplinePlan(setup)
const press = (bits: number): Input => ({ ...idleInput(), bits })
const JUMP = press(BITS.up)
const DOWN = press(BITS.down)
const NONE = idleInput()
const EMPTY = { 'high-share': 0, 'pit-share': 0, 'prize-share': 0, rows: 0 }
const NOBODY: PartContent = { kind: 'cast', entries: [] }
/** A line with nothing on it. */
const bare = (dials: Dials = {}, stage: StageShape = 'wide') =>
  setupWith({ ...EMPTY, ...dials }, { low: NOBODY, high: NOBODY, prizes: NOBODY }, stage)

/** A play on a line with one thing, whose left edge is so far (world units) before the hero. */
function before(sort: Sort, away: number, entry = '', width = 2, dials: Dials = {}): [Skipline, Setup] {
  const set = setupWith({ ...EMPTY, ...dials })
  const state = rules.start(set, 1)
  state.next.left = 1e6
  const { lowById, highById, heroX } = skiplinePlan(set)
  const block = sort === 'low' ? lowById.get(entry)! : sort === 'high' ? highById.get(entry)! : { left: 0, right: width }
  Object.assign(state.things[0]!, { live: true, n: 1, sort, entry, left: block.left, right: block.right })
  state.things[0]!.x = heroX + away - block.left
  return [state, set]
}
const steps = (state: Skipline, set: Setup, count: number, input: Input = NONE, heard: string[] = []): string[] => {
  for (let i = 0; i < count; i++) {
    rules.step(state, input, set)
    heard.push(...state.events)
  }
  return heard
}

describe('the runner', () => {
  it.each([
    [2.3, 0.75],
    [1, 0.4],
    [5, 1.4],
  ])('jumps as high (%s m) and as long (%s s) as its dials say, and shorter when it is let go of', (high, long) => {
    const set = bare({ 'jump-height': high, 'hang-time': long })
    const { groundY } = skiplinePlan(set)
    const flight = (hold: number) => {
      const state = rules.start(set, 1)
      rules.step(state, NONE, set)
      let [top, steps] = [0, 0]
      do {
        rules.step(state, steps < hold ? JUMP : NONE, set)
        top = Math.max(top, groundY - state.hero.y)
        steps++
      } while (!state.hero.grounded)
      return [top, steps / STEPS_PER_SECOND] as const
    }
    const [top, time] = flight(999)
    expect(top).toBeCloseTo(high, 1)
    expect(Math.abs(time - long)).toBeLessThan(2.5 / STEPS_PER_SECOND)
    const [short, quick] = flight(3)
    expect(short).toBeLessThan(high * 0.6)
    expect(quick).toBeLessThan(long * 0.8)
  })

  it('does not jump for the press that began the game, and once for one that is held', () => {
    const state = rules.start(bare(), 1)
    const set = bare()
    expect(steps(state, set, 200, JUMP)).not.toContain('jump-sound')
    steps(state, set, 1)
    expect(steps(state, set, 200, JUMP).filter((event) => event === 'jump-sound')).toHaveLength(1)
  })

  it('jumps on landing for a press just before it, and still at the edge it has just left', () => {
    const set = bare()
    const state = rules.start(set, 1)
    steps(state, set, 1)
    steps(state, set, 1, JUMP)
    while (skiplinePlan(set).groundY - state.hero.y > 0.35 || state.hero.vy < 0) steps(state, set, 1)
    const heard = steps(state, set, 1, JUMP)
    expect(steps(state, set, 12, JUMP, heard)).toEqual(expect.arrayContaining(['land-sound', 'jump-sound']))

    const [late, edge] = before('pit', 0.01)
    steps(late, edge, 3)
    expect(late.hero.grounded).toBe(false)
    expect(steps(late, edge, 1, JUMP)).toContain('jump-sound')
    const [tooLate, wide] = before('pit', 0.01)
    steps(tooLate, wide, 9)
    expect(steps(tooLate, wide, 1, JUMP)).not.toContain('jump-sound')
  })

  it('slides while it is asked to, at least for a moment, under what it would hit running', () => {
    for (const entry of ['branch', 'hive']) {
      const [state, set] = before('high', 1.2, entry)
      const heard = steps(state, set, 1, DOWN)
      expect(heard).toContain('slide-sound')
      expect(state.hero.clip).toBe('slide')
      expect(steps(state, set, 90, DOWN)).not.toContain('hit-sound')
      const [running, same] = before('high', 1.2, entry)
      expect(steps(running, same, 90)).toContain('hit-sound')
    }
    const [state, set] = before('high', 90, 'branch')
    steps(state, set, 1, DOWN)
    steps(state, set, 12)
    expect(state.hero.clip).toBe('slide')
    steps(state, set, 12)
    expect(state.hero.clip).toBe('run')
  })

  it('jumps where a finger taps, and slides where it taps the ground', () => {
    const tap = (y: number): Input => ({ ...press(BITS.pointer), px: 5, py: y })
    for (const [y, event] of [
      [plan.groundY - 1, 'jump-sound'],
      [plan.groundY + 0.5, 'slide-sound'],
    ] as const) {
      const state = rules.start(setup, 1)
      steps(state, setup, 1)
      expect(steps(state, setup, 2, tap(y))).toContain(event)
    }
  })
})

describe('the reach that makers are shown', () => {
  it('is the longest jump: as high and as long as the dials say, and as far as the pace carries meanwhile', () => {
    const path = rules.reach!(rules.start(setup, 1), setup)
    const at = (of: 'x' | 'y') => path.map((point) => point[of])
    expect(path[0]).toEqual({ x: plan.heroX, y: plan.groundY })
    expect(plan.groundY - Math.min(...at('y'))).toBeCloseTo(plan.jumpHeight, 1)
    expect(Math.max(...at('x')) - plan.heroX).toBeCloseTo(plan.pace * plan.air, 1)
    expect(path.at(-1)!.y).toBeCloseTo(plan.groundY, 1)
  })
})

describe('what is in the way', () => {
  it('costs a life once, and no more while it hurts; the last one ends the play with its cause', () => {
    const [state, set] = before('low', 1.5, 'stump', 2, { lives: 1 })
    const heard = steps(state, set, 60)
    expect(heard.filter((event) => event === 'hit-sound')).toHaveLength(1)
    expect([state.outcome, rules.ending(state, set).cause]).toEqual(['lost', 'something that stands'])
    expect(heard).toContain('lose-sound')
    const [more, three] = before('low', 1.5, 'toadstool')
    steps(more, three, 60)
    expect(more.lives).toBe(2)
  })

  it('is a gap that is fallen into and thrown out of, or leapt', () => {
    const [state, set] = before('pit', 0.5)
    const heard = steps(state, set, 90)
    expect(heard.filter((event) => event === 'fall-sound')).toHaveLength(1)
    expect([state.lives, state.cause]).toEqual([2, 'a gap'])
    steps(state, set, 60)
    expect(state.hero.grounded).toBe(true)
    const [leaping, same] = before('pit', 0.5)
    steps(leaping, same, 2)
    expect(steps(leaping, same, 80, JUMP)).not.toContain('fall-sound')
  })

  it('is passed on foot where the gap is narrower than a lip is deep', () => {
    const [state, set] = before('pit', 0.5, '', 0.3)
    expect(steps(state, set, 60)).not.toContain('fall-sound')
    expect(state.hero.grounded).toBe(true)
  })

  it('never comes when no jump clears it: too high, too wide, or too slow', () => {
    const grown = (height: number): PartContent => {
      const cast = made('low') as CastContent
      return { ...cast, entries: cast.entries.map((one) => ({ ...one, sprite: { ...one.sprite, height } })) }
    }
    expect(skiplinePlan(setup).lows.map((one) => one.actor.id)).toEqual(['toadstool', 'stump'])
    expect(skiplinePlan(setupWith({}, { low: grown(3) })).lows).toEqual([])
    expect(rules.facts(setup).unmet).toEqual([])
    expect(rules.facts(setupWith({}, { low: grown(3) })).unmet!.map((one) => one.entry)).toEqual(['toadstool', 'stump'])
    expect(skiplinePlan(setupWith({ pace: 2, 'hang-time': 0.4 })).lows).toEqual([])
    const set = setupWith({ 'high-share': 0, 'pit-share': 0, goal: 100 }, { low: grown(3) })
    const state = rules.start(set, 4)
    steps(state, set, 60 * 60)
    expect([state.outcome, state.lives]).toEqual(['won', 3])
  })

  it('goes when its entry goes while it is on the stage, and pick-ups with theirs', () => {
    const [state, set] = before('low', 6, 'stump')
    Object.assign(state.prizes[0]!, { live: true, entry: 'clover', x: 8, y: 3 })
    const after = setupWith(EMPTY, { low: NOBODY, prizes: NOBODY })
    rules.adopt(state, set, after)
    expect(state.things.some((thing) => thing.live)).toBe(false)
    expect(state.prizes.some((prize) => prize.live)).toBe(false)
    steps(state, after, 300)
  })
})

describe('score and end', () => {
  it('counts metres and what is collected; the goal is a way, and endless has none', () => {
    const set = bare({ goal: 50 })
    const state = rules.start(set, 1)
    state.points = 7
    while (state.outcome === 'playing') steps(state, set, 1)
    expect([state.outcome, state.score]).toEqual(['won', 57])
    expect(rules.values(state, set)).toMatchObject({ metres: 50, left: 0, points: 7, score: 57 })
    const endless = setupWith({ ...EMPTY, goal: 50 }, { low: NOBODY, endless: { kind: 'switch', on: true } })
    const on = rules.start(endless, 1)
    steps(on, endless, 60 * 60)
    expect(on.outcome).toBe('playing')
    const list = makeDrawList()
    rules.draw(on, endless, list)
    expect(list.items.slice(0, list.count).map((item) => item.part)).not.toContain('goal-words')
  })

  it('collects at the top of a jump and low under what hangs', () => {
    const set = setupWith({ ...EMPTY, 'prize-share': 100, 'pit-share': 0 })
    const { groundY } = skiplinePlan(set)
    const state = rules.start(set, 2)
    const auto = mind.make(1, 3)
    const input = idleInput()
    const heard: string[] = []
    for (let i = 0; i < 60 * 30; i++) {
      mind.decide(auto, state, set, input)
      rules.step(state, input, set)
      heard.push(...state.events)
      for (const prize of state.prizes) if (prize.live) expect(prize.y).toBeLessThan(groundY)
    }
    expect(heard).toContain('prize-sound')
    expect(state.points).toBeGreaterThan(0)
  })

  it('draws the ground in one strip that has holes where gaps are, and what fills them below', () => {
    const [state, set] = before('pit', 3, '', 2.5)
    const list = makeDrawList()
    rules.draw(state, set, list)
    const of = (part: string) => list.items.slice(0, list.count).filter((item) => item.part === part)
    const { heroX, groundY, width } = skiplinePlan(set)
    expect(of('ground').map(({ x, w, y }) => [x, x + w, y])).toEqual([
      [0, heroX + 3, groundY],
      [heroX + 5.5, width, groundY],
    ])
    expect(of('pit').map(({ x, w, y }) => [x, w, y])).toEqual([[heroX + 3, 2.5, groundY + PIT_DEPTH]])
    // Both pieces lie still in the world: what the second shows first is what a whole strip would show there.
    expect(of('ground').map(({ x, scroll }) => scroll - x)).toEqual([state.scroll, state.scroll])
  })
})

/** Steps before it meets the next thing at which a player could press, likely ones first. */
const SOONER = Array.from({ length: 28 }, (_, i) => i * 2 - 4)
const copyOf = (state: Skipline): Skipline => structuredClone(state)
const nextOf = (state: Skipline, { heroX, back }: ReturnType<typeof skiplinePlan>): Thing | null => {
  let next: Thing | null = null
  for (const thing of state.things)
    if (thing.live && thing.x + thing.right + (thing.sort === 'pit' ? 0 : back) > heroX && (next === null || thing.n < next.n)) next = thing
  return next
}

/** Gets past the next thing unhurt and with both feet down, in one of the ways; the state after it, or null. */
function past(state: Skipline, set: Setup): Skipline | null {
  const plan = skiplinePlan(set)
  const thing = nextOf(state, plan)!
  const by = (plan.pace * (1 + plan.speedUp * (state.step / (STEPS_PER_SECOND * 60)))) / STEPS_PER_SECOND
  const meets = Math.floor((thing.x + thing.left - plan.heroX - (thing.sort === 'pit' ? 0 : plan.front)) / by)
  const from = copyOf(state)
  let skipped = 0
  for (; skipped < meets - 52 && from.hero.grounded; skipped++) rules.step(from, NONE, set)
  for (const bits of thing.sort === 'high' ? [BITS.down] : [BITS.up])
    for (const sooner of SOONER)
      for (const hold of bits === BITS.up ? [99, 3] : [0]) {
        const press = meets - skipped - sooner
        if (press < 0) continue
        const one = copyOf(from)
        for (let i = 0; i < 400 && one.lives === from.lives && one.outcome === 'playing'; i++) {
          const own = nextOf(one, plan)
          if (own?.n !== thing.n && one.hero.grounded) return one
          const down = bits === BITS.down && i >= press && own?.n === thing.n
          rules.step(one, down ? DOWN : bits === BITS.up && i >= press && i < press + hold ? JUMP : NONE, set)
        }
        if (one.outcome === 'won') return one
      }
  return null
}

describe('the line', () => {
  // The ends of every dial that has to do with it, on both stages: 400 lines in all.
  const ENDS: Dials[] = []
  for (const pace of [2, 5, 12])
    for (const [high, long] of [
      [1, 0.4],
      [2.3, 0.75],
      [5, 1.4],
      [1.4, 1.4],
    ] as const)
      for (const up of [0, 200])
        ENDS.push({ pace, 'jump-height': high, 'hang-time': long, 'speed-up': up })
  const DENSE: Dials = { spacing: 0.4, rows: 100, 'pit-width': 100, 'prize-share': 0, goal: 2000 }
  const lines = Array.from({ length: 400 }, (_, i) => ({
    seed: i * 31 + 1,
    stage: SHAPES[i % 2]!,
    dials: { ...DENSE, ...ENDS[i % ENDS.length]!, 'high-share': [25, 0, 60][i % 3]!, 'pit-share': [25, 60, 0][i % 3]! },
  }))

  it('can always be got through unhurt: 400 lines at the ends of all dials, by search', () => {
    let things = 0
    for (const { seed, stage, dials } of lines) {
      const set = setupWith(dials, {}, stage)
      const plan = skiplinePlan(set)
      let state = rules.start(set, seed)
      for (let i = 0; i < 9; i++) {
        for (let k = 0; k < 900 && nextOf(state, plan) === null; k++) rules.step(state, NONE, set)
        if (nextOf(state, plan) === null) break
        const after = past(state, set)
        expect(after, `seed ${seed}, ${stage}, ${JSON.stringify(dials)}, thing ${i}`).not.toBeNull()
        state = after!
        things++
      }
    }
    expect(things).toBeGreaterThan(2400)
  })
})

describe('a line that was laid', () => {
  const cast = (id: string) => (made(id) as CastContent).entries
  const laid = (things: { part: string; entry: string; x: number; y?: number }[]) =>
    setupWith({ 'prize-share': 0, 'speed-up': 0 }, {
      line: {
        ...{ kind: 'course', tiles: {}, play: Array.from({ length: 5 }, () => '.'.repeat(60)), start: { x: 1, y: 5 } },
        things: things.map((one, i) => ({ id: `t${i}`, y: 5, ...one })),
      } as PartContent,
    })
  const low = { part: 'low', entry: skiplinePlan(setup).lows[0]!.actor.id }
  const high = { part: 'high', entry: cast('high')[0]!.id }
  /** What comes in so many seconds, and when, in world units run. */
  function seen(set: Setup, seconds: number): { sort: string; at: number }[] {
    const state = rules.start(set, 1)
    state.hero.hurt = 1e9
    const found: { sort: string; at: number; n: number }[] = []
    for (let i = 0; i < seconds * STEPS_PER_SECOND; i++) {
      rules.step(state, NONE, set)
      state.hero.hurt = 1e9
      for (const thing of state.things)
        if (thing.live && !found.some(({ n }) => n === thing.n))
          found.push({ n: thing.n, sort: thing.sort, at: thing.x + thing.left + state.scroll })
    }
    return found
  }

  it('comes in its order, as far apart as it was laid, and round again', () => {
    const set = laid([{ ...high, x: 30 }, { ...low, x: 5 }, { ...low, x: 50 }])
    const all = seen(set, 40)
    expect(all.slice(0, 6).map(({ sort }) => sort)).toEqual(['low', 'high', 'low', 'low', 'high', 'low'])
    const gap = (i: number) => all[i + 1]!.at - all[i]!.at
    const { lows, highs } = skiplinePlan(set)
    const highLeft = highs[0]!.left - lows[0]!.left
    expect(gap(0)).toBeCloseTo(25 + highLeft, 1)
    expect(gap(1)).toBeCloseTo(20 - highLeft, 1)
    expect(gap(2)).toBeCloseTo(15, 1)
  })

  it('never comes so near that nobody could get past, however near it was laid', () => {
    const set = laid([{ ...low, x: 5 }, { ...low, x: 5.5 }, { ...high, x: 6 }])
    for (const seed of [1, 2, 3]) {
      const state = rules.start(set, seed)
      const input = idleInput()
      const robot = mind.make(1, seed)
      for (let i = 0; i < 40 * STEPS_PER_SECOND && state.outcome === 'playing'; i++) {
        mind.decide(robot, state, set, input)
        rules.step(state, input, set)
      }
      expect(state.scroll).toBeGreaterThan(100)
    }
  })

  it('hangs what is collected where it was laid', () => {
    const prize = { part: 'prizes', entry: cast('prizes')[0]!.id }
    const set = laid([{ ...low, x: 10 }, { ...prize, x: 20, y: 2 }])
    const state = rules.start(set, 1)
    for (let i = 0; i < 30 * STEPS_PER_SECOND && !state.prizes.some(({ live }) => live); i++) rules.step(state, NONE, set)
    const [thing, hung] = [state.things.find(({ live }) => live)!, state.prizes.find(({ live }) => live)!]
    expect(hung.x - thing.x).toBeCloseTo(10, 1)
    expect(skiplinePlan(set).groundY - hung.y).toBeCloseTo(3, 5)
  })

  it('leaves all to chance where nothing was laid', () => {
    expect(seen(laid([]), 20)).toEqual(seen(setupWith({ 'prize-share': 0, 'speed-up': 0 }), 20))
    expect(new Set(seen(laid([{ ...low, x: 4 }]), 20).map(({ sort }) => sort))).toEqual(new Set(['low']))
  })
})

import { describe, expect, it } from 'vitest'
import { emptyPack, puffinCatch, windfall } from '../../tests/support/fixtures'
import { engineOnly, KNOWN_HASH, SEED, STEPS, wander } from '../../tests/support/known-play'
import { buildGameDoc } from '../template/game-doc'
import { autoplayInput, makeAutoplay } from './autoplay'
import { makeDrawList } from './draw-list'
import { fill } from './fill'
import { drawGame } from './draw-game'
import { beginPlay, startGame, stepGame } from './game'
import { stateHash } from './hash'
import { pickAt } from './pick'
import { random, pickWeighted } from './random'
import { record, rerun, startRecording, truncateRecording } from './recording'
import { rulesFor } from './registry'
import { plateAt, SCREEN_PLANS, screenOf, screensOf } from './screens'
import { adoptSetup, jump, resumeFrom, rewindable, startSession, stateAt, stepSession } from './session'
import { makeSetup } from './setup'
import { BITS, idleInput } from './types'

const setup = () => makeSetup(buildGameDoc(windfall, puffinCatch()))

describe('determinism', () => {
  it('gives the same state for the same seed and inputs, and another for another seed', () => {
    const run = (seed: number) => {
      const s = setup()
      const state = startGame(seed)
      for (let i = 0; i < 3000; i++) stepGame(state, wander(i), s)
      return stateHash(state)
    }
    expect(run(5)).toBe(run(5))
    expect(run(5)).not.toBe(run(6))
  })

  it('gives the state that was written down when the engine was first made (the same in Chromium, see e2e)', () => {
    const s = makeSetup(buildGameDoc(windfall, emptyPack()))
    const state = startGame(SEED)
    for (let i = 0; i < STEPS; i++) stepGame(state, wander(i), s)
    expect(stateHash(engineOnly(state))).toBe(KNOWN_HASH)
  })

  it('reruns a recording to the very same state', () => {
    const s = setup()
    const recording = startRecording('windfall', 99)
    const state = startGame(99)
    for (let i = 0; i < 2500; i++) {
      record(recording, wander(i))
      stepGame(state, wander(i), s)
    }
    expect(stateHash(rerun(recording, s))).toBe(stateHash(state))
    expect(recording.runs.length).toBeLessThan(2500)
  })

  it('survives JSON: a state read back goes on alike', () => {
    const s = setup()
    const state = startGame(1)
    beginPlay(state, s)
    for (let i = 0; i < 500; i++) stepGame(state, wander(i), s)
    const twin = JSON.parse(JSON.stringify(state)) as typeof state
    for (let i = 500; i < 900; i++) {
      stepGame(state, wander(i), s)
      stepGame(twin, wander(i), s)
    }
    expect(stateHash(twin)).toBe(stateHash(state))
  })

  it('truncates a recording to a whole number of steps', () => {
    const recording = startRecording('windfall', 1)
    for (let i = 0; i < 100; i++) record(recording, { axis: i < 60 ? 0 : 1, px: -1, py: -1, bits: 0, key: 0 })
    truncateRecording(recording, 70)
    expect(recording.steps).toBe(70)
    expect(recording.runs).toEqual([60, 0, -1, -1, 0, 10, 1, -1, -1, 0])
    truncateRecording(recording, 0)
    expect(recording.runs).toEqual([])
  })
})

describe('rewind', () => {
  it('goes back to exactly what was, at any distance', () => {
    const session = startSession(setup(), 3, { straightToPlay: true, keepSeconds: 5 })
    const seen: string[] = []
    for (let i = 0; i < 700; i++) {
      seen.push(stateHash(session.state))
      stepSession(session, { ...wander(i), bits: 0, key: 0 })
    }
    expect(rewindable(session)).toBeGreaterThanOrEqual(270)
    expect(rewindable(session)).toBeLessThanOrEqual(300)
    for (const back of [1, 29, 30, 31, 60, 150, rewindable(session)])
      expect(stateHash(stateAt(session, back))).toBe(seen[700 - back])
  })

  it('plays on from an earlier moment, and its recording agrees', () => {
    const session = startSession(setup(), 3, { straightToPlay: true })
    for (let i = 0; i < 300; i++) stepSession(session, { ...wander(i), bits: 0, key: 0 })
    resumeFrom(session, 100)
    for (let i = 0; i < 50; i++) stepSession(session, { axis: 1, px: -1, py: -1, bits: 0, key: 0 })
    expect(session.step).toBe(250)
    expect(stateHash(rerun(session.recording, setup()))).toBe(stateHash(session.state))
    resumeFrom(session, 40)
    expect(session.step).toBe(210)
  })

  it('forgets what was before a jump', () => {
    const session = startSession(setup(), 3, { straightToPlay: true })
    for (let i = 0; i < 100; i++) stepSession(session, idleInput())
    jump(session, (state) => {
      state.screen = 'how'
    })
    expect(rewindable(session)).toBe(0)
    stepSession(session, idleInput())
    expect(stateAt(session, 500).screen).toBe('how')
  })
})

describe('content that changes under a running play', () => {
  it('goes on at the same moment, and lets things of a removed entry go', () => {
    const pack = puffinCatch()
    const session = startSession(makeSetup(buildGameDoc(windfall, pack)), 8, { straightToPlay: true })
    for (let i = 0; i < 400; i++) stepSession(session, idleInput())
    const step = session.state.play!.step
    const good = pack.parts['good']!
    if (good.kind !== 'cast') throw new Error('cast')
    const fewer = { ...pack, parts: { ...pack.parts, good: { ...good, entries: good.entries.slice(1) } } }
    adoptSetup(session, makeSetup(buildGameDoc(windfall, fewer)))
    stepSession(session, idleInput())
    expect(session.state.play!.step).toBe(step + 1)
    const things = (session.state.play as unknown as { things: { live: boolean; entry: string }[] }).things
    expect(things.some((thing) => thing.live && thing.entry === 'herring')).toBe(false)
  })

  it('ends without dropping anything when both casts are empty', () => {
    const pack = puffinCatch()
    const s = makeSetup(
      buildGameDoc(windfall, {
        ...pack,
        parts: { ...pack.parts, good: { kind: 'cast', entries: [] }, bad: { kind: 'cast', entries: [] } },
      }),
    )
    const state = rulesFor('windfall').start(s, 1)
    for (let i = 0; i < 60 * 70 && state.outcome === 'playing'; i++) rulesFor('windfall').step(state, idleInput(), s)
    expect(state.outcome).toBe('lost')
    expect(state.score).toBe(0)
  })
})

describe('windfall', () => {
  it('is won by the simulated player more often the better it plays', () => {
    const s = setup()
    const rules = rulesFor('windfall')
    const wins = [0, 1].map((skill) => {
      let won = 0
      for (let game = 0; game < 60; game++) {
        const state = startGame(game * 7 + 1)
        beginPlay(state, s)
        const auto = makeAutoplay(s, skill, game)
        while (state.screen === 'play') stepGame(state, autoplayInput(auto, state, s), s)
        if (state.screen === 'won') won++
      }
      return won
    })
    expect(wins[1]!).toBeGreaterThan(wins[0]! + 8)
    expect(rules.facts(s).reachable).toBeGreaterThan(rules.facts(s).goal)
  })

  it('keeps the share of bad things near the dial', () => {
    const pack = puffinCatch()
    const s = makeSetup(
      buildGameDoc(windfall, {
        ...pack,
        parts: {
          ...pack.parts,
          'bad-share': { kind: 'dial', value: 50 },
          time: { kind: 'dial', value: 0 },
          lives: { kind: 'dial', value: 9 },
          goal: { kind: 'dial', value: 1000 },
        },
      }),
    )
    const rules = rulesFor('windfall')
    const state = rules.start(s, 4) as unknown as { fallen: number; badFallen: number; outcome: string; lives: number }
    for (let i = 0; i < 60 * 120; i++) {
      state.lives = 9
      rules.step(state as never, idleInput(), s)
    }
    expect(state.badFallen / state.fallen).toBeGreaterThan(0.44)
    expect(state.badFallen / state.fallen).toBeLessThan(0.56)
  })

  it('moves the hero to the finger and no further', () => {
    const s = setup()
    const state = startGame(1)
    beginPlay(state, s)
    for (let i = 0; i < 120; i++) stepGame(state, { axis: 0, px: 300, py: 800, bits: BITS.pointer, key: 0 }, s)
    expect((state.play as unknown as { hero: { x: number } }).hero.x).toBeCloseTo(3, 6)
  })
})

describe('screens', () => {
  it('lead from start to end and back with keys alone', () => {
    const s = setup()
    const state = startGame(2)
    const press = (bits: number) => {
      for (let i = 0; i < 12; i++) stepGame(state, idleInput(), s)
      stepGame(state, { ...idleInput(), bits }, s)
    }
    press(BITS.down)
    press(BITS.confirm)
    expect(state.screen).toBe('how')
    press(BITS.back)
    expect(state.screen).toBe('start')
    press(BITS.confirm)
    expect(state.screen).toBe('play')
    press(BITS.back)
    expect(state.screen).toBe('pause')
    press(BITS.down)
    press(BITS.confirm)
    expect(state.screen).toBe('options')
    press(BITS.confirm)
    expect(state.volume.sound).toBe(0)
    press(BITS.back)
    expect(state.screen).toBe('pause')
    press(BITS.confirm)
    expect(state.screen).toBe('play')
    press(BITS.back)
    press(BITS.up)
    press(BITS.confirm)
    expect(state.screen).toBe('start')
    expect(state.play).toBeNull()
  })

  it('answer a tap on every plate, and nothing beside it', () => {
    const s = setup()
    const [x, y, w, h] = plateAt('wide', 'start', 3)
    const tap = (px: number, py: number) => {
      const state = startGame(2)
      stepGame(state, { axis: 0, px: Math.round(px * 100), py: Math.round(py * 100), bits: BITS.pointer, key: 0 }, s)
      return state.screen
    }
    expect(tap(x + w / 2, y + h / 2)).toBe('about')
    expect(tap(x + w + 1, y + h / 2)).toBe('start')
  })

  it('do not press a button with a key that was down before they came', () => {
    const s = setup()
    const state = startGame(2)
    beginPlay(state, s)
    state.screen = 'lost'
    state.screenStep = 0
    for (let i = 0; i < 40; i++) stepGame(state, { ...idleInput(), bits: BITS.confirm, key: 0 }, s)
    expect(state.screen).toBe('lost')
  })

  it('show only wordings that the template has, inside the stage', () => {
    const s = setup()
    const list = makeDrawList()
    for (const screen of screensOf(s.doc)) {
      const state = startGame(2)
      beginPlay(state, s)
      state.screen = screen
      drawGame(state, s, list)
      expect(list.count).toBeGreaterThan(0)
      for (const item of list.items.slice(0, list.count))
        if (item.kind === 'text') expect(item.text, `${screen}: ${item.part}`).not.toMatch(/^$|\{/)
      for (let i = 0; i < SCREEN_PLANS[screen].buttons.length; i++) {
        const [px, py, pw, ph] = plateAt('wide', screen, i)
        expect(px + pw).toBeLessThanOrEqual(16)
        expect(py + ph).toBeLessThanOrEqual(10)
      }
    }
  })

  it('tell where a part is met', () => {
    expect(screenOf('title-words', '')).toBe('start')
    expect(screenOf('lose-words', '')).toBe('lost')
    expect(screenOf('resume-words', '')).toBe('pause')
    expect(screenOf('hero', '')).toBeNull()
  })
})

describe('picking', () => {
  it('finds the topmost part under a point, and the entry of a cast', () => {
    const s = setup()
    const state = startGame(2)
    beginPlay(state, s)
    for (let i = 0; i < 200; i++) stepGame(state, idleInput(), s)
    const list = makeDrawList()
    drawGame(state, s, list)
    const play = state.play as unknown as {
      hero: { x: number }
      things: { live: boolean; x: number; y: number; entry: string }[]
    }
    expect(pickAt(list, s, play.hero.x, 8)?.part).toBe('hero')
    const thing = play.things.find((one) => one.live && one.y > 1 && one.y < 6)!
    expect(pickAt(list, s, thing.x, thing.y)?.entry).toBe(thing.entry)
    expect(pickAt(list, s, 0.2, 5)?.part).toBe('backdrop')
    expect(pickAt(list, s, 1, 0.8)?.part).toBe('score-words')
  })
})

describe('random', () => {
  it('stays in 0..1, is the same for a seed, and spreads evenly', () => {
    const a = { rng: 7 }
    const values = Array.from({ length: 10000 }, () => random(a))
    expect(Math.min(...values)).toBeGreaterThanOrEqual(0)
    expect(Math.max(...values)).toBeLessThan(1)
    expect(values.reduce((sum, v) => sum + v, 0) / values.length).toBeCloseTo(0.5, 1)
    expect(random({ rng: 7 })).toBe(values[0])
  })

  it('never picks what weighs nothing', () => {
    const state = { rng: 1 }
    const weights = [0, 3, 0, 1]
    const picks = new Set(Array.from({ length: 300 }, () => pickWeighted(state, weights)))
    expect([...picks].sort()).toEqual([1, 3])
    expect(pickWeighted(state, [0, 0])).toBe(-1)
    expect(pickWeighted(state, [])).toBe(-1)
  })
})

describe('fill', () => {
  it('fills names it knows and leaves the others', () => {
    expect(fill('{score} of {goal} {x}', { score: 3, goal: 10 })).toBe('3 of 10 {x}')
  })
})

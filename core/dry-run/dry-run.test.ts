import { describe, expect, it } from 'vitest'
import { breakwaterGull, emptyPack, puffinCatch, updraft, windfall } from '../../tests/support/fixtures'
import { random } from '../game/random'
import { rerun } from '../game/recording'
import type { PlayState, Rules, SimulatedPlayer } from '../game/rules'
import { STAGES } from '../game/stage'
import { makeSetup, type Setup } from '../game/setup'
import type { SpriteDoc } from '../game/types'
import { edit } from '../pack/commands'
import { newPack, type Pack } from '../pack/pack'
import { buildGameDoc } from '../template/game-doc'
import { presetCommand, presetOf, PRESETS } from '../template/presets'
import type { Template } from '../template/template'
import {
  engineOf,
  gamesOf,
  MOST_SECONDS,
  playAll,
  playOne,
  recordingOf,
  SKILLS,
  STILL_PLAYING,
  type DryGame,
  type Engine,
} from './batch'
import { curveValues, halfPoint, onStep } from './curve'
import { feltOf } from './felt'
import { findMoment, pressingPlay } from './moment'
import { bySkill, causesOf, fallsOf, heatOf, histogram, rateOf, spreadOf } from './statistics'

const setupOf = (template: Template, pack: Pack): Setup => makeSetup(buildGameDoc(template, pack))
const catching = setupOf(windfall, puffinCatch())
const skills = SKILLS.map((one) => one.skill)

/** A game of one step in which a coin is thrown, and comes up with a known chance. */
function coin(chance: number): Engine {
  const rules: Rules = {
    ...engineOf(catching).rules,
    id: 'coin',
    start: (_setup, seed) => ({ rng: seed, step: 0, score: 0, outcome: 'playing', events: [] }),
    step(state: PlayState) {
      state.step++
      state.outcome = random(state) < chance ? 'won' : 'lost'
      state.score = state.outcome === 'won' ? 1 : 0
    },
    ending: () => ({ cause: 'tails', x: 8, y: 5 }),
  }
  const player: SimulatedPlayer = {
    template: 'coin',
    make: (skill, seed) => ({ rng: seed, skill, wait: 0, aim: 0, memory: 0 }),
    decide: () => undefined,
  }
  return { rules, player }
}
const throws = (chance: number, games: number, seed: number): DryGame[] =>
  playAll(catching, gamesOf({ skills: [0.5], games, seed }), coin(chance))
const NOBODY = { kind: 'cast' as const, entries: [] }
const winsOf = (games: readonly DryGame[]) => bySkill(games)[0]!.wins

describe('a game whose chance is known', () => {
  it.each([0.5, 0.1, 0.93])('%f comes out inside of its interval, 19 times in 20', (chance) => {
    let inside = 0
    for (let seed = 0; seed < 200; seed++) {
      const { low, high } = winsOf(throws(chance, 300, seed))
      if (low <= chance && chance <= high) inside++
    }
    // 190 of 200 are to be expected; fewer than 180 comes about once in ten thousand such runs.
    expect(inside).toBeGreaterThanOrEqual(180)
    expect(inside).toBeLessThan(200)
  })
  it('gets a narrower interval with more games', () => {
    const width = (games: number) => {
      const { low, high } = winsOf(throws(0.5, games, 4))
      return high - low
    }
    expect(width(1600) / width(100)).toBeCloseTo(0.25, 1)
  })
  it('gives the same figures for the same seed, and others for another', () => {
    expect(throws(0.5, 200, 9)).toEqual(throws(0.5, 200, 9))
    expect(throws(0.5, 200, 9)).not.toEqual(throws(0.5, 200, 10))
  })
})

describe('intervals and spreads', () => {
  it('are Wilson’s, also at the ends', () => {
    // From Wilson's formula worked out by hand for 8 of 10, and for none of 20.
    expect(rateOf(8, 10)).toMatchObject({ rate: 0.8, low: expect.closeTo(0.4902, 3), high: expect.closeTo(0.9433, 3) })
    expect(rateOf(0, 20)).toMatchObject({ low: 0, high: expect.closeTo(0.1611, 3) })
    expect(rateOf(20, 20).high).toBe(1)
    expect(rateOf(0, 0)).toMatchObject({ low: 0, high: 1 })
  })
  it('tell the middle half and how sure the median is', () => {
    const s = spreadOf(Array.from({ length: 101 }, (_, i) => i))!
    expect(s).toMatchObject({ least: 0, lower: 25, median: 50, upper: 75, most: 100 })
    expect(s.medianLow).toBeCloseTo(40, -1)
    expect(s.medianHigh).toBeCloseTo(60, -1)
    expect(spreadOf([])).toBeNull()
    expect(spreadOf([7])).toMatchObject({ median: 7, medianLow: 7, medianHigh: 7 })
  })
  it('count into round steps, everything once', () => {
    const bins = histogram([0, 3, 19, 20, 87, 100], 10)
    expect(bins.reduce((sum, bin) => sum + bin.count, 0)).toBe(6)
    expect(bins[0]).toEqual({ from: 0, to: 10, count: 2 })
    expect(histogram([5, 5, 5], 10).reduce((sum, bin) => sum + bin.count, 0)).toBe(3)
    expect(histogram([], 10)).toEqual([])
  })
  it('say what ended games, and where, without the ones that were won', () => {
    const game = (outcome: DryGame['outcome'], cause: string, x: number): DryGame => ({
      ...{ seed: 1, skill: 0, outcome, seconds: 1, score: 0, cause, x, y: 5 },
    })
    const games = [
      game('lost', 'Old boot', 2),
      game('lost', 'Old boot', 2),
      game('lost', 'time', 9),
      game('won', 'the goal', 15),
    ]
    expect(causesOf(games).map((one) => [one.cause, one.count])).toEqual([
      ['Old boot', 2],
      ['time', 1],
    ])
    const heat = heatOf(games, STAGES.wide, 16, 10)
    expect(heat.indexOf(Math.max(...heat))).toBe(5 * 16 + 2)
    expect(heat[5 * 16 + 15]).toBe(0)
    expect(heat.reduce((sum, value) => sum + value, 0)).toBeCloseTo(3, 5)
  })
})

describe('a dry run of the games that come along', () => {
  it.each([
    ['windfall', windfall, puffinCatch()],
    ['updraft', updraft, breakwaterGull()],
  ] as const)(
    '%s: better players win more often, and every game ends with a cause on the stage',
    (_name, template, pack) => {
      const games = playAll(setupOf(template, pack), gamesOf({ skills, games: 40, seed: 3 }))
      const rates = bySkill(games).map((one) => one.wins.rate)
      expect(rates[4]!).toBeGreaterThan(rates[0]!)
      expect(rates[4]!).toBeGreaterThan(0.5)
      for (const game of games) {
        expect(game.seconds).toBeLessThanOrEqual(MOST_SECONDS)
        if (game.outcome !== 'lost') continue
        expect(game.cause).not.toBe('')
        expect(game.x).toBeGreaterThanOrEqual(0)
        expect(game.x).toBeLessThanOrEqual(16)
      }
    },
  )

  it('plays the same games however they are shared out', () => {
    const asked = gamesOf({ skills: [0.2, 0.8], games: 12, seed: 5 })
    const whole = playAll(catching, asked)
    const shared = [...playAll(catching, asked.slice(0, 7)), ...playAll(catching, asked.slice(7))]
    expect(shared).toEqual(whole)
  })

  it('can show any of its games again, step for step', () => {
    for (const game of playAll(catching, gamesOf({ skills: [0, 1], games: 3, seed: 8 }))) {
      const state = rerun(recordingOf(catching, game), catching)
      expect(state.play!.outcome).toBe(game.outcome)
      expect(state.play!.score).toBe(game.score)
      expect(state.play!.step / 60).toBe(game.seconds)
    }
  })

  it('stops a game that never ends', () => {
    const dials = { goal: 1000, lives: 9, time: 0, pace: 1 }
    const parts = Object.fromEntries(Object.entries(dials).map(([id, value]) => [id, { kind: 'dial' as const, value }]))
    const slow = setupOf(windfall, { ...emptyPack(), parts: { ...parts, good: NOBODY, bad: NOBODY } })
    const game = playOne(slow, engineOf(slow), 0, 1)
    expect(game).toMatchObject({ outcome: 'playing', cause: STILL_PLAYING, seconds: MOST_SECONDS })
  })

  it('names what took the last life', () => {
    const causes = causesOf(playAll(catching, gamesOf({ skills: [0], games: 60, seed: 2 }))).map((one) => one.cause)
    const names = new Set(['time', ...catching.get('cast', 'bad').map((entry) => entry.name)])
    expect(causes.length).toBeGreaterThan(0)
    for (const cause of causes) expect(names).toContain(cause)
  })
})

describe('presets', () => {
  it.each([
    ['windfall', windfall],
    ['updraft', updraft],
  ] as const)('%s: gentle is won more often than as made, wild less often', (_name, template) => {
    const fresh = newPack(template, 'a-pack-of-presets')
    const rates = PRESETS.map((preset) => {
      const [pack] = edit(fresh, presetCommand(template, preset))
      expect(presetOf(template, pack)).toBe(preset)
      return winsOf(playAll(setupOf(template, pack), gamesOf({ skills: [0.5], games: 80, seed: 1 }))).rate
    })
    expect(rates[0]!).toBeGreaterThan(rates[1]!)
    expect(rates[1]!).toBeGreaterThan(rates[2]!)
  })
  it('as made leaves no dial behind, and keeps everything else', () => {
    const [wild] = edit(puffinCatch(), presetCommand(windfall, 'wild'))
    const [made] = edit(wild, presetCommand(windfall, 'as-made'))
    expect(Object.values(made.parts).some((content) => content.kind === 'dial')).toBe(false)
    expect(made.parts['hero']).toEqual(puffinCatch().parts['hero'])
    const [own] = edit(made, { type: 'set-part', part: 'goal', content: { kind: 'dial', value: 330 } })
    expect(presetOf(windfall, own)).toBeNull()
  })
})

describe('the curve of a dial', () => {
  const dial = { min: 1, max: 10, step: 0.5, unit: 'm/s', effect: '' }
  const at = (value: number, rate: number) => ({ value, wins: rateOf(rate * 100, 100) })
  it('looks at the whole range, on its steps, and at where it stands', () => {
    const values = curveValues(dial, 9, 5.5)
    expect(values[0]).toBe(1)
    expect(values.at(-1)).toBe(10)
    expect(values).toContain(5.5)
    for (const value of values) expect(onStep(dial, value)).toBe(value)
  })
  it('says where half of the players win, between two points', () => {
    expect(halfPoint([at(1, 1), at(4, 0.8), at(6, 0.2), at(10, 0)], 4)).toBeCloseTo(5, 5)
    expect(halfPoint([at(1, 0.9), at(10, 0.6)], 4)).toBeNull()
  })
  it('takes the crossing that is nearest to where it stands', () => {
    const bump = [at(1, 0.2), at(3, 0.8), at(7, 0.8), at(9, 0.2)]
    expect(halfPoint(bump, 2)).toBeCloseTo(2, 5)
    expect(halfPoint(bump, 9)).toBeCloseTo(8, 5)
  })
  it('keeps to steps that are not whole numbers', () => {
    expect(onStep({ ...dial, min: 0.2, max: 3, step: 0.1 }, 0.7000001)).toBe(0.7)
    expect(onStep({ ...dial, min: 0, max: 200, step: 10 }, 44)).toBe(40)
    expect(onStep(dial, 99)).toBe(10)
  })
})

describe('the moment that fires a sound', () => {
  it('is found for every sound of play, and its recording leads to it', () => {
    for (const sound of ['catch-sound', 'harm-sound', 'miss-sound', 'win-sound', 'lose-sound']) {
      const found = findMoment(catching, (state) => state.events.includes(sound), 1)!
      expect(found, sound).not.toBeNull()
      expect(found.recording.steps).toBe(found.at + 1)
      expect(rerun(found.recording, catching).events, sound).toContain(sound)
    }
  })
  it('is none for a sound that nothing fires', () => {
    expect(findMoment(catching, (state) => state.events.includes('no-such-sound'), 1)).toBeNull()
  })
  it('of a button begins on the start screen', () => {
    const { recording, at } = pressingPlay(catching, 1)
    const before = rerun({ ...recording, runs: recording.runs.slice(0, 5) }, catching)
    expect(before.screen).toBe('start')
    expect(rerun(recording, catching).screen).toBe('play')
    expect(at).toBe(60)
  })
})

describe('skill that does not pay', () => {
  const row = (skill: number, won: number, count: number) => ({
    ...{ skill, seconds: null, score: null, wins: rateOf(won, count) },
  })
  it('is told as chance of few games, or as how it is', () => {
    expect(fallsOf([row(0, 2, 10), row(0.5, 5, 10), row(1, 9, 10)])).toEqual([])
    expect(fallsOf([row(0.5, 6, 10), row(1, 5, 10)])).toEqual([{ lower: 0.5, higher: 1, sure: false }])
    expect(fallsOf([row(0, 1, 10), row(0.5, 900, 1000), row(1, 500, 1000)])[0]).toEqual({
      ...{ lower: 0.5, higher: 1, sure: true },
    })
  })
})

describe('what players feel', () => {
  const doc = buildGameDoc(windfall, puffinCatch())
  const changed = (change: (copy: typeof doc) => void) => {
    const copy = structuredClone(doc)
    change(copy)
    return feltOf(copy) === feltOf(doc)
  }
  const entry = (copy: typeof doc) => copy.parts.cast!['good']![0]!

  it('is shape, size and number, of parts and of entries', () => {
    expect(changed((copy) => (copy.parts.sprite!['hero']!.height *= 1.1))).toBe(false)
    expect(changed((copy) => (entry(copy).sprite.hitShape[0]!.x += 0.01))).toBe(false)
    expect(changed((copy) => (entry(copy).fields['points'] = 77))).toBe(false)
    expect(changed((copy) => (copy.parts.dial!['goal']! += 10))).toBe(false)
  })

  it('is not the drawing in it, wherever it lies', () => {
    const swap = (sprite: SpriteDoc) => {
      for (const clip of Object.values(sprite.clips))
        for (const frame of clip.frames) Object.assign(frame, { asset: 'f'.repeat(64), x: frame.x + 8 })
    }
    expect(changed((copy) => swap(entry(copy).sprite))).toBe(true)
    expect(changed((copy) => swap(copy.parts.sprite!['hero']!))).toBe(true)
    expect(changed((copy) => (entry(copy).name = 'Star'))).toBe(true)
  })
})

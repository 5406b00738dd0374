import { describe, expect, it } from 'vitest'
import { breakwaterGull, emptyPack, puffinCatch, updraft, windfall } from '../../tests/support/fixtures'
import { threeLevels } from '../../tests/support/levels'
import { withLooks } from '../../tests/support/looks'
import { buildGameDoc } from '../template/game-doc'
import { PlayProof } from '../posting/proof-schema'
import { autoplayInput, makeAutoplay } from './autoplay'
import { beginPlay, goTo, startGame, stepGame } from './game'
import { inAll } from './levels'
import { canonicalProof, noteStep, replayProof, startProof } from './proof'
import { dropSteps, eachStep, MOST_RUN, pushStep, RUN_WIDTH } from './runs'
import { makeSetup } from './setup'
import { BITS, idleInput } from './types'

/** Plays a session by machine, with a pause in the middle, and keeps the proof of its last play. */
function session(setup: ReturnType<typeof makeSetup>, seed: number, plays: number) {
  const state = startGame(seed)
  const proof = startProof()
  const robot = makeAutoplay(setup, 0.8, seed)
  for (let i = 0; i < plays; i++) {
    beginPlay(state, setup)
    for (let step = 0; step < 20_000 && state.screen === 'play'; step++) {
      const input = { ...autoplayInput(robot, state, setup) }
      if (step === 90) {
        const pause = { ...idleInput(), bits: BITS.back }
        noteStep(proof, state, pause)
        stepGame(state, pause, setup)
        for (let k = 0; k < 5; k++) {
          noteStep(proof, state, idleInput())
          stepGame(state, idleInput(), setup)
        }
        goTo(state, 'play')
      }
      noteStep(proof, state, input)
      stepGame(state, input, setup)
    }
  }
  return { proof, play: state.play! }
}

it('of a play that rested for half an hour is one the arcade reads, and nothing of it is lost', () => {
  const runs: number[] = []
  const steps = 60 * 60 * 30
  for (let i = 0; i < steps; i++) pushStep(runs, idleInput())
  expect(runs.length).toBe(3 * RUN_WIDTH)
  expect(PlayProof.safeParse({ seed: 1, plays: 1, runs }).success).toBe(true)
  let counted = 0
  eachStep(runs, () => void counted++)
  expect(counted).toBe(steps)
  const { runs: canonical } = canonicalProof({ seed: 1, plays: 1, runs: [MOST_RUN, 0, -1, -1, 0, ...runs] }, [
    2 * MOST_RUN,
  ])
  expect(canonical).toEqual([MOST_RUN, 0, -1, -1, 0, MOST_RUN, 0, -1, -1, 0])
  dropSteps(runs, MOST_RUN + 1)
  expect(runs).toEqual([MOST_RUN, 0, -1, -1, 0, MOST_RUN - 1, 0, -1, -1, 0])
})

describe('the proof of a play', () => {
  for (const [name, template, pack] of [
    ['windfall', windfall, puffinCatch()],
    ['updraft', updraft, breakwaterGull()],
  ] as const) {
    it(`plays again to the same end, over pauses and a second play: ${name}`, () => {
      const setup = makeSetup(buildGameDoc(template, pack))
      for (const seed of [5, 77]) {
        const { proof, play } = session(setup, seed, 2)
        expect(play.outcome).not.toBe('playing')
        expect(proof.plays).toBe(2)
        expect(PlayProof.safeParse(proof).success).toBe(true)
        expect(replayProof(setup, proof, 60_000)).toEqual({
          outcome: play.outcome,
          score: play.score,
          steps: [play.step],
        })
      }
    })
  }

  it('of other moves, another seed or a part of it gives another play', () => {
    const setup = makeSetup(buildGameDoc(windfall, puffinCatch()))
    const { proof, play } = session(setup, 5, 1)
    expect(replayProof(setup, { ...proof, seed: 6 }, 60_000).score).not.toBe(play.score)
    const half = proof.runs.slice(0, Math.floor(proof.runs.length / 10) * 5)
    expect(replayProof(setup, { ...proof, runs: half }, 60_000).outcome).toBe('playing')
    expect(replayProof(setup, proof, 10).steps).toEqual([10])
  })

  it('of three levels in one go is each of them, with what goes along, and the points of all', () => {
    const plain = withLooks(threeLevels(emptyPack()))
    const parts = { ...plain.parts, 'carry-lives': { kind: 'switch' as const, on: true } }
    const setup = makeSetup(buildGameDoc(windfall, { ...plain, parts }))
    const state = startGame(9, setup)
    state.progress.worn = 'coat'
    const proof = startProof()
    const robot = makeAutoplay(setup, 1, 4)
    for (let step = 0; step < 60_000 && state.screen !== 'won'; step++) {
      const input = { ...autoplayInput(robot, state, setup) }
      noteStep(proof, state, input)
      stepGame(state, input, setup)
    }
    expect(state.screen).toBe('won')
    expect(proof.before!.map((part) => part.level)).toEqual([undefined, 1])
    expect(proof).toMatchObject({ level: 2, look: 'coat' })
    const read = PlayProof.parse(JSON.parse(JSON.stringify(proof)))
    const played = replayProof(setup, read, 60_000)
    expect(played).toMatchObject({ outcome: 'won', score: inAll(state, setup) })
    expect(played.steps).toHaveLength(3)
    expect(canonicalProof(read, played.steps).before).toHaveLength(2)
    // Without a level before it, with one that was lost, in another order or of another seed it is no such go.
    const [first, second] = read.before!
    for (const before of [
      [second!, first!],
      [{ ...first!, runs: first!.runs.slice(0, 20) }, second!],
      [{ ...first!, seed: 10 }, second!],
      [first!],
      [first!, first!, second!],
    ])
      expect(replayProof(setup, { ...read, before }, 60_000).outcome).toBe('playing')
    // In the hero's own look the same moves are another play.
    const { look: _worn, ...bare } = read
    expect(replayProof(setup, bare, 60_000)).not.toEqual(played)
    expect(PlayProof.safeParse({ ...read, level: 12 }).success).toBe(false)
    expect(PlayProof.safeParse({ ...read, before: Array.from({ length: 12 }, () => first) }).success).toBe(false)
  })

  it('is read through a schema: whole runs of numbers that a game could send', () => {
    const good = { seed: 1, plays: 1, runs: [3, 0, -1, -1, 0] }
    expect(PlayProof.safeParse(good).success).toBe(true)
    for (const runs of [[], [3, 0, -1, -1], [0, 0, -1, -1, 0], [3, 0.5, -1, -1, 0], [3, 0, -1, -1, 1e9]])
      expect(PlayProof.safeParse({ ...good, runs }).success, String(runs)).toBe(false)
    expect(PlayProof.safeParse({ ...good, seed: -1 }).success).toBe(false)
  })
})

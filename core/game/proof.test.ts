import { describe, expect, it } from 'vitest'
import { breakwaterGull, puffinCatch, updraft, windfall } from '../../tests/support/fixtures'
import { buildGameDoc } from '../template/game-doc'
import { PlayProof } from '../posting/proof-schema'
import { autoplayInput, makeAutoplay } from './autoplay'
import { beginPlay, goTo, startGame, stepGame } from './game'
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
  const { runs: canonical } = canonicalProof(
    { seed: 1, plays: 1, runs: [MOST_RUN, 0, -1, -1, 0, ...runs] },
    2 * MOST_RUN,
  )
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
          steps: play.step,
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
    expect(replayProof(setup, proof, 10).steps).toBe(10)
  })

  it('is read through a schema: whole runs of numbers that a game could send', () => {
    const good = { seed: 1, plays: 1, runs: [3, 0, -1, -1, 0] }
    expect(PlayProof.safeParse(good).success).toBe(true)
    for (const runs of [[], [3, 0, -1, -1], [0, 0, -1, -1, 0], [3, 0.5, -1, -1, 0], [3, 0, -1, -1, 1e9]])
      expect(PlayProof.safeParse({ ...good, runs }).success, String(runs)).toBe(false)
    expect(PlayProof.safeParse({ ...good, seed: -1 }).success).toBe(false)
  })
})

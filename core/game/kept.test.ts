import { describe, expect, it } from 'vitest'
import { twosome, windfall } from '../../tests/support/fixtures'
import { newPack, type Pack } from '../pack/pack'
import { buildGameDoc } from '../template/game-doc'
import { autoplayInput, makeAutoplay } from './autoplay'
import { beginPlay, startGame, stepGame, takeProgress, type GameState } from './game'
import { stateHash } from './hash'
import { rounds } from './kept'
import { resumeRound } from './resume'
import { freshProgress, MOST_KEPT, MOST_PROGRESS, readProgress } from './progress'
import { noteStep, replayProof, startProof } from './proof'
import { makeSetup, type Setup } from './setup'
import { idleInput } from './types'

const pack = newPack(twosome, 'a-pack-for-tests')
const setupOf = (parts: Pack['parts'] = {}): Setup => makeSetup(buildGameDoc(twosome, { ...pack, parts }))
const setup = setupOf({ time: { kind: 'dial', value: 0 } })

/** A round of so many steps, with what was noted of it. */
function played(steps: number, skill = 0) {
  const state = startGame(21)
  beginPlay(state, setup)
  const proof = startProof()
  const auto = makeAutoplay(setup, skill, 5)
  for (let i = 0; i < steps && state.screen === 'play'; i++) {
    const input = { ...autoplayInput(auto, state, setup) }
    noteStep(proof, state, input)
    stepGame(state, input, setup)
  }
  rounds.keep(state, setup, proof)
  return { state, proof }
}
/** As another visit has it: written, and read again. */
const visit = (from: GameState) => {
  const progress = readProgress(JSON.parse(JSON.stringify(from.progress)))!
  const state = startGame(99)
  takeProgress(state, setup, progress)
  return { state, round: progress.round!, proof: startProof() }
}

describe('a round that was left', () => {
  it('stands in its pause in the next visit, to the last bit, and its proof goes on', () => {
    const { state } = played(1500)
    expect(JSON.stringify(state.progress).length).toBeLessThan(MOST_PROGRESS)
    const back = visit(state)
    expect(resumeRound(back.state, setup, back.round, back.proof)).toBe(true)
    expect(back.state.screen).toBe('pause')
    expect(stateHash({ ...back.state.play, events: [] })).toBe(stateHash({ ...state.play, events: [] }))
    // Played on to its end, it is proved as a whole.
    back.state.screen = 'play'
    const auto = makeAutoplay(setup, 1, 5)
    for (let i = 0; i < 20_000 && back.state.screen === 'play'; i++) {
      const input = { ...autoplayInput(auto, back.state, setup) }
      noteStep(back.proof, back.state, input)
      stepGame(back.state, input, setup)
    }
    expect(back.state.screen).toBe('won')
    expect(replayProof(setup, back.proof, 1e6)).toMatchObject({ outcome: 'won', score: back.state.play!.score })
    rounds.keep(back.state, setup, back.proof)
    expect(back.state.progress.round).toBeUndefined()
  })

  it('is let go where the content is another one, the level is gone, or it is over', () => {
    const { state } = played(800)
    const { round } = visit(state)
    const other = setupOf({ time: { kind: 'dial', value: 0 }, 'pairs-count': { kind: 'dial', value: 4 } })
    expect(resumeRound(visit(state).state, other, round, startProof())).toBe(false)
    expect(resumeRound(visit(state).state, setup, { ...round, level: 3 }, startProof())).toBe(false)
    const whole = makeSetup(buildGameDoc(windfall, newPack(windfall, 'a-pack-for-tests')))
    expect(resumeRound(startGame(1), whole, round, startProof())).toBe(false)
    // Inputs that play on far past its end are only ever played.
    const done = played(50_000, 1)
    expect(done.state.screen).toBe('won')
    expect(
      resumeRound(visit(state).state, setup, { ...round, seed: done.proof.seed, runs: done.proof.runs }, startProof()),
    ).toBe(false)
  })

  it('is not kept before its first step, nor where it has become too long', () => {
    const state = startGame(3)
    beginPlay(state, setup)
    rounds.keep(state, setup, startProof())
    expect(state.progress.round).toBeUndefined()
    stepGame(state, idleInput(), setup)
    rounds.keep(state, setup, { ...startProof(), runs: Array.from({ length: MOST_KEPT + 5 }, () => 1) })
    expect(state.progress.round).toBeUndefined()
  })

  it.each([
    ['no number', { seed: '7' }],
    ['runs of another width', { runs: [1, 0, 0] }],
    ['a broken number', { runs: [1.5, 0, 0, 0, 0] }],
    ['days of play', { runs: Array.from({ length: 300 }, () => [36_000, 0, -1, -1, 0]).flat() }],
    ['too many runs', { runs: Array.from({ length: MOST_KEPT + 5 }, () => 0) }],
    ['no word', { of: '<b>' }],
    ['nothing', null],
  ])('with %s in it is put aside with the rest', (_, change) => {
    const round =
      change === null
        ? 7
        : { of: 'abcd0123', seed: 1, plays: 1, level: 0, look: '', runs: [5, 0, -1, -1, 0], ...change }
    expect(readProgress({ ...freshProgress(), round })).toBeNull()
  })
})

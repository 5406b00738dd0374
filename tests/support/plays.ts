import { autoplayInput, makeAutoplay } from '../../core/game/autoplay'
import { beginPlay, startGame, stepGame } from '../../core/game/game'
import { noteStep, startProof, type Proof } from '../../core/game/proof'
import { makeSetup } from '../../core/game/setup'
import type { Pack } from '../../core/pack/pack'
import { buildGameDoc } from '../../core/template/game-doc'
import { windfall } from './fixtures'

/** A whole play of a windfall pack with a given seed, by machine, with the proof the game would send. */
export function scoredPlay(pack: Pack, seed: number): { proof: Proof; score: number; seconds: number } {
  const setup = makeSetup(buildGameDoc(windfall, pack))
  const state = startGame(seed)
  const proof = startProof()
  const robot = makeAutoplay(setup, 0.9, 3)
  beginPlay(state, setup)
  while (state.screen === 'play') {
    const input = autoplayInput(robot, state, setup)
    noteStep(proof, state, input)
    stepGame(state, input, setup)
  }
  return { proof, score: state.play!.score, seconds: state.play!.step / 60 }
}

import { setupOf, type GameState } from './game'
import { playerFor } from './simulated'
import type { SimulatedMind } from './rules'
import type { Setup } from './setup'
import { BITS, idleInput, letGo, type Input } from './types'

/** Plays a whole game by itself, screens too: the attract mode of the home screen and the stage's own player. */
export interface Autoplay {
  mind: SimulatedMind
  input: Input
}

export function makeAutoplay(setup: Setup, skill: number, seed: number): Autoplay {
  return { mind: playerFor(setup.doc.template.id).make(skill, seed), input: idleInput() }
}

const LINGER_STEPS = 110

/** The input for the next step; the returned object is reused. */
export function autoplayInput(auto: Autoplay, state: GameState, setup: Setup): Input {
  const input = auto.input
  if (state.screen === 'play' && state.play !== null) {
    playerFor(setup.doc.template.id).decide(auto.mind, state.play, setupOf(state, setup), input)
    return input
  }
  letGo(input)
  input.bits = state.screenStep > LINGER_STEPS && state.screenStep % 20 === 0 ? BITS.confirm : 0
  return input
}

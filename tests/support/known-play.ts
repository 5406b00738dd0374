import type { GameState } from '../../core/game/game'
import { BITS, idleInput, type Input } from '../../core/game/types'

/** The state after `STEPS` steps of `wander` on the template from `SEED`, written down once: in Node and in Chromium. */
export const SEED = 42
export const STEPS = 3600
export const KNOWN_HASH = '9cff3327'

/** Inputs of a person who is not made by the simulated player: walks to and fro, taps, pauses. */
export function wander(step: number): Input {
  const input = idleInput()
  input.axis = Math.floor(step / 37) % 3 === 0 ? -1 : Math.floor(step / 53) % 2 === 0 ? 1 : 0
  if (step % 400 === 399) input.bits = BITS.back
  if (step % 61 === 60) input.bits |= BITS.confirm
  return input
}

/** A state as it was when the hash was written down: what the screens were given since is left out. */
export function engineOnly(state: GameState): Partial<GameState> {
  const { screen, from, focus, screenStep, page, held, play, plays, best, volume, seed, events } = state
  return { screen, from, focus, screenStep, page, held, play, plays, best, volume, seed, events }
}

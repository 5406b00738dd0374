import type { GameState } from './game'
import { playSeed } from './game'
import { rulesFor } from './registry'
import type { Setup } from './setup'
import { eachStep, pushStep, pushSteps, RUN_WIDTH } from './runs'
import { BITS, type Input } from './types'

/**
 * One play as the seed it followed from and the inputs its rules saw: enough to play it again, step by step. Runs of
 * equal inputs, five numbers each: count, axis, px, py, bits.
 */
export interface Proof {
  seed: number
  /** Which play of the session it was, from 1. */
  plays: number
  runs: number[]
}

/** Numbers a proof may have: about ten minutes of a pointer that never rests. */
export const MOST_RUNS = 180_000

export const startProof = (): Proof => ({ seed: 0, plays: 0, runs: [] })

/**
 * Called before each step with the state and the input of that step. Starts over with every new play, and leaves out
 * what the rules do not see: pauses and screens.
 */
export function noteStep(proof: Proof, state: GameState, input: Input): void {
  if (state.screen !== 'play' || state.play === null) return
  if (state.play.step === 0) {
    proof.seed = state.seed
    proof.plays = state.plays
    proof.runs.length = 0
  }
  const pauses = (input.bits & ~state.held & BITS.back) !== 0
  if (pauses || proof.runs.length >= MOST_RUNS) return
  pushStep(proof.runs, input)
}

/** Plays that may be tried with the seed of one ticket; more would be a search for a lucky one. */
export const MOST_PLAYS = 12

/**
 * The one way to write a play down: no two runs of equal inputs in a row, and none after its end. `steps` is how many
 * the play had.
 */
export function canonicalProof({ seed, plays, runs }: Proof, steps: number): Proof {
  const out: number[] = []
  let left = steps
  for (let at = 0; at + RUN_WIDTH <= runs.length && left > 0; at += RUN_WIDTH) {
    const count = Math.min(left, runs[at]!)
    left -= count
    pushSteps(out, count, runs[at + 1]!, runs[at + 2]!, runs[at + 3]!, runs[at + 4]!)
  }
  return { seed, plays, runs: out }
}

export interface Replayed {
  outcome: 'playing' | 'won' | 'lost'
  score: number
  steps: number
}

/** Plays a proof again. Stops at the end of the play, of the inputs, or after `most` steps. */
export function replayProof(setup: Setup, proof: Proof, most: number): Replayed {
  const rules = rulesFor(setup.doc.template.id)
  const state = rules.start(setup, playSeed(proof.seed, proof.plays))
  eachStep(proof.runs, (input) => {
    if (state.outcome !== 'playing' || state.step >= most) return false
    rules.step(state, input, setup)
  })
  return { outcome: state.outcome, score: state.score, steps: state.step }
}

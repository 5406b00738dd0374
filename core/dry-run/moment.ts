import { autoplayInput, makeAutoplay } from '../game/autoplay'
import { record, startRecording, type Recording } from '../game/recording'
import { beginPlay, startGame, stepGame, type GameState } from '../game/game'
import type { Setup } from '../game/setup'
import { BITS, idleInput, STEPS_PER_SECOND } from '../game/types'

export interface Moment {
  recording: Recording
  /** The step (from 0) in which it happened. */
  at: number
}

const TRIES = 10
const SECONDS = 120

/** A skilled player wins sooner, a beginner loses sooner: both are tried in turn. */
const SKILLS = [0.9, 0.1, 0.6, 0.3] as const

/**
 * Plays until something happens, and gives back how it came to that; null when it did not in twenty minutes of play.
 * The same set-up, wish and seed give the same moment.
 */
export function findMoment(
  setup: Setup,
  happened: (state: GameState) => boolean,
  seed: number,
  level = 0,
): Moment | null {
  for (let n = 0; n < TRIES; n++) {
    const state = startGame(seed + n)
    state.level = level
    const recording = startRecording(setup.doc.template.id, seed + n, true, level)
    const player = makeAutoplay(setup, SKILLS[n % SKILLS.length]!, seed + n)
    beginPlay(state, setup)
    for (let step = 0; step < SECONDS * STEPS_PER_SECOND; step++) {
      const input = autoplayInput(player, state, setup)
      record(recording, input)
      stepGame(state, input, setup)
      // A moment in the first half second cannot be led up to.
      if (step > 30 && happened(state)) return { recording, at: step }
    }
  }
  return null
}

/** From the start screen: a breath, one press of Play, and what follows. For sounds of buttons. */
export function pressingPlay(setup: Setup, seed: number): Moment {
  const recording = startRecording(setup.doc.template.id, seed, false)
  const input = idleInput()
  for (let step = 0; step < 150; step++) {
    input.bits = step === 60 ? BITS.confirm : 0
    record(recording, input)
  }
  return { recording, at: 60 }
}

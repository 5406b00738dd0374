import type { GameState } from './game'
import { beginPlay, startGame, stepGame } from './game'
import type { Setup } from './setup'
import { dropSteps, eachStep, pushStep } from './runs'
import type { Input } from './types'

/** A session as its seed and inputs: runs of equal inputs, five numbers each (count, axis, px, py, bits). */
export interface Recording {
  format: 'pack-post-recording'
  version: 1
  template: string
  seed: number
  /** The session began in play, not on the start screen. */
  straightToPlay: boolean
  /** In which level (0-based) it did; absent for the first. */
  level?: number
  steps: number
  runs: number[]
}

export function startRecording(template: string, seed: number, straightToPlay = false, level = 0): Recording {
  const began = { straightToPlay, ...(level === 0 ? {} : { level }) }
  return { format: 'pack-post-recording', version: 1, template, seed: seed >>> 0, ...began, steps: 0, runs: [] }
}

/** Forgets everything after the first `steps` steps. */
export function truncateRecording(recording: Recording, steps: number): void {
  dropSteps(recording.runs, recording.steps - steps)
  recording.steps = Math.min(recording.steps, Math.max(0, steps))
}

export function record(recording: Recording, input: Input): void {
  recording.steps++
  pushStep(recording.runs, input)
}

/** Calls `each` for every recorded step in order, with one reused input. */
export function replayInputs(recording: Recording, each: (input: Input, step: number) => void): void {
  let step = 0
  eachStep(recording.runs, (input) => each(input, step++))
}

/** Runs a recorded session from its start and returns the state it ends in. */
export function rerun(recording: Recording, setup: Setup): GameState {
  const state = startGame(recording.seed, setup)
  state.level = recording.level ?? 0
  if (recording.straightToPlay) beginPlay(state, setup)
  replayInputs(recording, (input) => stepGame(state, input, setup))
  return state
}

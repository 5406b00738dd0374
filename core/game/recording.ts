import type { GameState } from './game'
import { beginPlay, startGame, stepGame } from './game'
import type { Setup } from './setup'
import { idleInput, type Input } from './types'

/** A session as its seed and inputs: runs of equal inputs, five numbers each (count, axis, px, py, bits). */
export interface Recording {
  format: 'pack-post-recording'
  version: 1
  template: string
  seed: number
  /** The session began in play, not on the start screen. */
  straightToPlay: boolean
  steps: number
  runs: number[]
}

const WIDTH = 5

export function startRecording(template: string, seed: number, straightToPlay = false): Recording {
  return { format: 'pack-post-recording', version: 1, template, seed: seed >>> 0, straightToPlay, steps: 0, runs: [] }
}

/** Forgets everything after the first `steps` steps. */
export function truncateRecording(recording: Recording, steps: number): void {
  const runs = recording.runs
  let extra = recording.steps - steps
  while (extra > 0 && runs.length > 0) {
    const at = runs.length - WIDTH
    const cut = Math.min(extra, runs[at]!)
    runs[at]! -= cut
    extra -= cut
    if (runs[at] === 0) runs.length = at
  }
  recording.steps = Math.min(recording.steps, Math.max(0, steps))
}

export function record(recording: Recording, input: Input): void {
  const runs = recording.runs
  const at = runs.length - WIDTH
  recording.steps++
  if (
    at >= 0 &&
    runs[at + 1] === input.axis &&
    runs[at + 2] === input.px &&
    runs[at + 3] === input.py &&
    runs[at + 4] === input.bits
  ) {
    runs[at]!++
    return
  }
  runs.push(1, input.axis, input.px, input.py, input.bits)
}

/** Calls `each` for every recorded step in order, with one reused input. */
export function replayInputs(recording: Recording, each: (input: Input, step: number) => void): void {
  const input = idleInput()
  let step = 0
  for (let at = 0; at + WIDTH <= recording.runs.length; at += WIDTH) {
    input.axis = recording.runs[at + 1]!
    input.px = recording.runs[at + 2]!
    input.py = recording.runs[at + 3]!
    input.bits = recording.runs[at + 4]!
    for (let i = 0; i < recording.runs[at]!; i++) each(input, step++)
  }
}

/** Runs a recorded session from its start and returns the state it ends in. */
export function rerun(recording: Recording, setup: Setup): GameState {
  const state = startGame(recording.seed)
  if (recording.straightToPlay) beginPlay(state, setup)
  replayInputs(recording, (input) => stepGame(state, input, setup))
  return state
}

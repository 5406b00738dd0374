import { adoptGame, beginPlay, startGame, stepGame, type GameState } from './game'
import { record, startRecording, truncateRecording, type Recording } from './recording'
import type { Setup } from './setup'
import { STEPS_PER_SECOND, type Input } from './types'

const SNAPSHOT_EVERY = 30

/** A running game that can go back: snapshots of the state twice a second, and the inputs between them. */
export interface Session {
  setup: Setup
  state: GameState
  recording: Recording
  /** Oldest first; `at` is the step it was taken before. */
  snapshots: { at: number; state: GameState; setup: Setup }[]
  inputs: Input[]
  firstInput: number
  step: number
  keepSteps: number
}

export const REWIND_SECONDS = 20

export function startSession(
  setup: Setup,
  seed: number,
  options: { straightToPlay?: boolean; keepSeconds?: number; level?: number } = {},
): Session {
  const state = startGame(seed, setup)
  state.level = options.level ?? 0
  if (options.straightToPlay === true) beginPlay(state, setup)
  return {
    setup,
    state,
    recording: startRecording(setup.doc.template.id, seed, options.straightToPlay, state.level),
    snapshots: [],
    inputs: [],
    firstInput: 0,
    step: 0,
    keepSteps: (options.keepSeconds ?? REWIND_SECONDS) * STEPS_PER_SECOND,
  }
}

/** Other content from the next step on; the play goes on at the same moment. */
export function adoptSetup(session: Session, setup: Setup): void {
  if (setup.stage === session.setup.stage) adoptGame(session.state, session.setup, setup)
  session.setup = setup
}

export function stepSession(session: Session, input: Input): void {
  if (session.keepSteps > 0) {
    if (session.step % SNAPSHOT_EVERY === 0) {
      session.snapshots.push({ at: session.step, state: copyState(session.state), setup: session.setup })
      const oldest = session.step - session.keepSteps
      while (session.snapshots.length > 1 && session.snapshots[1]!.at <= oldest) session.snapshots.shift()
      const drop = session.snapshots[0]!.at - session.firstInput
      if (drop > 0) {
        session.inputs.splice(0, drop)
        session.firstInput += drop
      }
    }
    session.inputs.push({ ...input })
  }
  record(session.recording, input)
  stepGame(session.state, input, session.setup)
  session.step++
}

/** Steps that can be gone back from `session.step`. */
export function rewindable(session: Session): number {
  return session.snapshots.length === 0 ? 0 : Math.min(session.keepSteps, session.step - session.snapshots[0]!.at)
}

/**
 * The state `back` steps ago (0 is now), worked out again from the nearest snapshot with the content of today.
 * The session itself stays where it is; hand the result to `resumeFrom` to go on from there.
 */
export function stateAt(session: Session, back: number): GameState {
  if (back <= 0) return session.state
  const target = Math.max(session.step - back, session.snapshots[0]?.at ?? session.step)
  let from = session.snapshots[0]
  for (const snapshot of session.snapshots) if (snapshot.at <= target) from = snapshot
  if (from === undefined) return session.state
  const state = copyState(from.state)
  if (from.setup !== session.setup) adoptGame(state, from.setup, session.setup)
  for (let step = from.at; step < target; step++)
    stepGame(state, session.inputs[step - session.firstInput]!, session.setup)
  return state
}

/** Goes on from `back` steps ago; what came after is forgotten. */
export function resumeFrom(session: Session, back: number): void {
  if (back <= 0) return
  const state = stateAt(session, back)
  const at = Math.max(session.step - back, session.snapshots[0]?.at ?? session.step)
  session.state = state
  session.step = at
  session.snapshots = session.snapshots.filter((snapshot) => snapshot.at <= at)
  // The snapshot of this very step is taken again by the next step.
  if (at % SNAPSHOT_EVERY === 0) session.snapshots = session.snapshots.filter((snapshot) => snapshot.at < at)
  session.inputs.length = Math.max(0, at - session.firstInput)
  truncateRecording(session.recording, at)
}

function copyState(state: GameState): GameState {
  return copy(state) as GameState
}

/** Deep copy of plain data; several times faster than JSON and needs no platform. */
function copy(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(copy)
  if (value === null || typeof value !== 'object') return value
  const out: Record<string, unknown> = {}
  for (const key in value) out[key] = copy((value as Record<string, unknown>)[key])
  return out
}

/** Goes to another screen or play by hand. What was before cannot be reached by the same inputs, so it is forgotten. */
export function jump(session: Session, change: (state: GameState) => void): void {
  change(session.state)
  session.snapshots = []
  session.inputs = []
  session.firstInput = session.step
}

import type { GameState } from './game'
import { playSeed } from './game'
import { rulesFor } from './registry'
import type { Carry } from './rules'
import { isOn, setupFor, type Setup } from './setup'
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
  /** In which level (0-based), and with which look, where it was not the first or the hero's own. */
  level?: number
  look?: string
  /** Levels that were won before it in the same go, in their order. */
  before?: Part[]
}
/** A proof of one level alone. */
export type Part = Omit<Proof, 'before'>

/** Numbers a proof may have: about ten minutes of a pointer that never rests. */
export const MOST_RUNS = 180_000

export const startProof = (): Proof => ({ seed: 0, plays: 0, runs: [] })

/**
 * Called before each step with the state and the input of that step. Starts over with every new play, and leaves out
 * what the rules do not see: pauses and screens.
 */
export function noteStep(proof: Proof, state: GameState, input: Input): void {
  if (state.screen !== 'play' || state.play === null) return
  if (state.play.step === 0) begin(proof, state)
  const pauses = (input.bits & ~state.held & BITS.back) !== 0
  if (pauses || lengthOf(proof) >= MOST_RUNS) return
  pushStep(proof.runs, input)
}

function begin(proof: Proof, state: GameState): void {
  const goesOn = state.level > state.since
  const before = goesOn ? (proof.before ?? []) : []
  // The level after the one that was noted: that one was won. The same one again is noted anew.
  if (goesOn && state.level === (proof.level ?? 0) + 1) before.push(partOf(proof))
  proof.seed = state.seed
  proof.plays = state.plays
  proof.runs = []
  put(proof, 'level', state.level, 0)
  put(proof, 'look', state.progress.worn, '')
  if (before.length > 0) proof.before = before
  else delete proof.before
}
function put<K extends 'level' | 'look'>(proof: Proof, key: K, value: Proof[K], usual: Proof[K]): void {
  if (value === usual) Reflect.deleteProperty(proof, key)
  else proof[key] = value
}
const partOf = ({ before: _before, ...part }: Proof): Part => part

/** Numbers of a proof, with those of the levels before it. */
export const lengthOf = ({ runs, before = [] }: Proof): number =>
  before.reduce((sum, part) => sum + part.runs.length, runs.length)

/** Plays that may be tried with the seed of one ticket; more would be a search for a lucky one. */
export const MOST_PLAYS = 12

/**
 * The one way to write a play down: no two runs of equal inputs in a row, and none after its end. `steps` is how many
 * each level had, the last one last.
 */
export function canonicalProof({ before = [], ...last }: Proof, steps: readonly number[]): Proof {
  const parts = before.map((part, i) => canonicalPart(part, steps[i] ?? 0))
  return { ...canonicalPart(last, steps.at(-1) ?? 0), ...(parts.length === 0 ? {} : { before: parts }) }
}

function canonicalPart({ runs, ...rest }: Part, steps: number): Part {
  const out: number[] = []
  let left = steps
  for (let at = 0; at + RUN_WIDTH <= runs.length && left > 0; at += RUN_WIDTH) {
    const count = Math.min(left, runs[at]!)
    left -= count
    pushSteps(out, count, runs[at + 1]!, runs[at + 2]!, runs[at + 3]!, runs[at + 4]!)
  }
  return { ...rest, runs: out }
}

export interface Replayed {
  outcome: 'playing' | 'won' | 'lost'
  /** Of all levels in one go where points add up, else of the last one. */
  score: number
  /** Of each level, the last one last. */
  steps: number[]
}

/**
 * Plays a proof again, level by level: each has to be won before the next, from one seed, and what goes along is worked
 * out here. Stops at the end of a play, of its inputs, or after `most` steps of one level.
 */
export function replayProof(whole: Setup, proof: Proof, most: number): Replayed {
  const rules = rulesFor(whole.doc.template.id)
  const adds = isOn(whole, 'carry-score', true)
  const carries = isOn(whole, 'carry-lives', false)
  const parts = [...(proof.before ?? []), proof]
  const steps: number[] = []
  let carry: Carry | undefined
  let total = 0
  for (const [i, part] of parts.entries()) {
    const setup = setupFor(whole, part.level ?? 0, part.look)
    const state = rules.start(setup, playSeed(part.seed, part.plays), carry)
    eachStep(part.runs, (input) => {
      if (state.outcome !== 'playing' || state.step >= most) return false
      rules.step(state, input, setup)
    })
    steps.push(state.step)
    if (i + 1 === parts.length) return { outcome: state.outcome, score: state.score + (adds ? total : 0), steps }
    const next = parts[i + 1]!
    const follows = (next.level ?? 0) === (part.level ?? 0) + 1 && next.seed === part.seed && next.plays > part.plays
    if (state.outcome !== 'won' || !follows) break
    total += Math.max(0, state.score)
    carry = carries ? rules.carried?.(state) : undefined
  }
  return { outcome: 'playing', score: 0, steps }
}

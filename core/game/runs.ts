import { idleInput, type Input } from './types'

/**
 * Inputs of steps in a row, as runs of equal ones: five numbers each (count, axis, px, py, bits). A typed character is
 * its code point times 256 in the last one. The one way they are written down: in recordings, in proofs, and in what
 * games say of plays.
 */
export type Runs = number[]

export const RUN_WIDTH = 5
const KEY_AT = 256
/** The last number of a run is at most this: every bit, and the last code point there is. */
export const MOST_BITS = 0x10ffff * KEY_AT + (KEY_AT - 1)
/** Steps one run may have: ten minutes. A longer rest is several runs. */
export const MOST_RUN = 36_000

/** Notes one more step. */
export function pushStep(runs: Runs, input: Input): void {
  pushSteps(runs, 1, input.axis, input.px, input.py, input.bits + input.key * KEY_AT)
}

/** Notes `count` more steps of one input. */
export function pushSteps(runs: Runs, count: number, axis: number, px: number, py: number, bits: number): void {
  let left = count
  const at = runs.length - RUN_WIDTH
  if (at >= 0 && runs[at + 1] === axis && runs[at + 2] === px && runs[at + 3] === py && runs[at + 4] === bits) {
    const more = Math.min(left, MOST_RUN - runs[at]!)
    runs[at]! += more
    left -= more
  }
  for (; left > 0; left -= MOST_RUN) runs.push(Math.min(left, MOST_RUN), axis, px, py, bits)
}

/** Calls `each` for every step in order, with one reused input, until it answers false. */
export function eachStep(runs: Runs, each: (input: Input) => unknown): void {
  const input = idleInput()
  for (let at = 0; at + RUN_WIDTH <= runs.length; at += RUN_WIDTH) {
    input.axis = runs[at + 1]!
    input.px = runs[at + 2]!
    input.py = runs[at + 3]!
    input.bits = runs[at + 4]! % KEY_AT
    input.key = Math.floor(runs[at + 4]! / KEY_AT)
    for (let i = 0; i < runs[at]!; i++) if (each(input) === false) return
  }
}

/** Forgets the last `extra` steps. */
export function dropSteps(runs: Runs, extra: number): void {
  let left = extra
  while (left > 0 && runs.length > 0) {
    const at = runs.length - RUN_WIDTH
    const cut = Math.min(left, runs[at]!)
    runs[at]! -= cut
    left -= cut
    if (runs[at] === 0) runs.length = at
  }
}

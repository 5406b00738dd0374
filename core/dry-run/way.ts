import { makeSetup } from '../game/setup'
import { rulesFor } from '../game/registry'
import type { GameDoc } from '../game/types'
import { engineOf, playOne, seedAt } from './batch'

/** How rounds of so many players at one screen go. */
export interface WayRounds {
  sides: number
  /** Rounds that were played. */
  rounds: number
  /** How long one takes, s, in the middle of all. */
  seconds: number
  /** By space: in what share of the rounds somebody stopped there, 0 to 1. */
  landed: number[]
}

const AVERAGE = 0.5

/** Plays rounds of a game along a way; null for a game of another sort. The same seed gives the same rounds. */
export function roundsOf(doc: GameDoc, sides: number, rounds: number, seed: number): WayRounds | null {
  const way = rulesFor(doc.template.id).way
  if (way === undefined) return null
  const setup = makeSetup(way.among(doc, sides))
  const engine = engineOf(setup)
  const hit: number[] = []
  const seconds: number[] = []
  for (let i = 0; i < rounds; i++) {
    const game = playOne(setup, engine, AVERAGE, seedAt(seed, i), undefined, (state) =>
      way.landed(state).forEach((times, at) => (hit[at] = (hit[at] ?? 0) + (times > 0 ? 1 : 0))),
    )
    seconds.push(game.seconds)
  }
  seconds.sort((a, b) => a - b)
  return { sides, rounds, seconds: seconds[rounds >> 1] ?? 0, landed: hit.map((count) => count / rounds) }
}

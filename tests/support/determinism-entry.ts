import { startGame, stepGame } from '../../core/game/game'
import { stateHash } from '../../core/game/hash'
import { makeSetup } from '../../core/game/setup'
import type { GameDoc } from '../../core/game/types'
import { engineOnly, SEED, STEPS, wander } from './known-play'

/** Bundled and run in Chromium: the same play as in the unit test. */
export function play(doc: GameDoc): string {
  const setup = makeSetup(doc)
  const state = startGame(SEED)
  for (let i = 0; i < STEPS; i++) stepGame(state, wander(i), setup)
  return stateHash(engineOnly(state))
}

import { autoplayInput, makeAutoplay } from '../../core/game/autoplay'
import { beginPlay, startGame, stepGame } from '../../core/game/game'
import { stateHash } from '../../core/game/hash'
import { makeSetup } from '../../core/game/setup'
import type { GameDoc } from '../../core/game/types'
import { engineOnly, SEED, STEPS, wander } from './known-play'

/** Bundled and run in Chromium: the same plays as in the unit tests, one by hand and one by the simulated player. */
export function play(doc: GameDoc): { wandered: string; played: string } {
  const setup = makeSetup(doc)
  const state = startGame(SEED)
  for (let i = 0; i < STEPS; i++) stepGame(state, wander(i), setup)
  const played = startGame(SEED)
  beginPlay(played, setup)
  const auto = makeAutoplay(setup, 0.6, SEED)
  for (let i = 0; i < STEPS; i++) stepGame(played, autoplayInput(auto, played, setup), setup)
  return { wandered: stateHash(engineOnly(state)), played: stateHash(played) }
}

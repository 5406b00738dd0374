import { drawGame } from '../../core/game/draw-game'
import { makeDrawList, type DrawItem } from '../../core/game/draw-list'
import { stepGame, type GameState } from '../../core/game/game'
import type { Setup } from '../../core/game/setup'
import { idleInput, type Input } from '../../core/game/types'

/** What is on the stage now. */
export function shownOn(state: GameState, setup: Setup): DrawItem[] {
  const list = makeDrawList()
  drawGame(state, setup, list)
  return list.items.slice(0, list.count)
}

/** Every text on it, in the order it is drawn. */
export const textsOn = (state: GameState, setup: Setup): string[] =>
  shownOn(state, setup).flatMap((item) => (item.text === '' ? [] : item.text))

/** One press and its end: keys and plates (`bits`), or a direction (`axis`). */
export function press(state: GameState, setup: Setup, pressed: Partial<Input>): void {
  for (const now of [pressed, {}]) stepGame(state, { ...idleInput(), ...now }, setup)
}

import { namedOnce } from './named-once'
import { updraftPlayer } from './players/updraft'
import { windfallPlayer } from './players/windfall'
import type { SimulatedPlayer } from './rules'

/** Players by machine, apart from the rules: games that are sent to friends have none. */
const PLAYERS = namedOnce(
  'Simulated player',
  [windfallPlayer as unknown as SimulatedPlayer, updraftPlayer as unknown as SimulatedPlayer],
  (player) => player.template,
)

export function playerFor(template: string): SimulatedPlayer {
  const player = PLAYERS.get(template)
  if (player === undefined) throw new Error(`There is no simulated player for the template "${template}".`)
  return player
}
